// What another desk's machine sends of its log: kept as a text of the station whose account it is sent for. Where its head or a person has said what stands in which column, its lines are held against what was made; until then it proves nothing.
import { Injectable } from '@nestjs/common';
import { may } from '@green-lamp/core/api';
import type { Stream, Sha256 } from '@green-lamp/core/name';
import { accountsOf } from '@green-lamp/core/lamp';
import { columnsByHead, logLength, logOfJson, matchMade, readLog } from '@green-lamp/core/walk';
import { Sessions } from '../accounts/sessions.ts';
import { Blobs } from '../blobs/blobs.ts';
import { deskEnters } from '../journal/desk-enters.ts';
import { Journal } from '../journal/journal.ts';
import { siteZone } from '../journal/site-zone.ts';
import type { Turn } from '../journal/turn.ts';
import { NotKept } from '../journal/trouble.ts';
import { Ids } from '../shell/clock.ts';

export type LogFate = 'kept' | 'not allowed' | 'unknown' | 'not understood' | 'busy';
/** As much as the page takes of a log. */
const mostText = 250_000;

const jsonOf = (text: string): string | null => {
  try {
    return logOfJson(JSON.parse(text));
  } catch {
    return null;
  }
};

@Injectable()
export class TheirLogs {
  constructor(
    private readonly journal: Journal,
    private readonly blobs: Blobs,
    private readonly sessions: Sessions,
    private readonly ids: Ids,
  ) {}

  /** Takes JSON, or a table as text, for an account. `token`: a machine's, of this desk. */
  async posted(account: string, token: string, body: Uint8Array, type: string): Promise<LogFate> {
    const caller = await this.sessions.caller(null, token);
    if (!may(caller?.role ?? null, 'remote.use') || caller?.session?.kind !== 'machine') return 'not allowed';
    const station = this.journal.stationOf(account);
    if (station === null) return 'unknown';
    const came = Buffer.from(body).toString('utf8');
    const json = /json/i.test(type);
    const text = json ? jsonOf(came) : came;
    if (text === null || text.length > mostText || !text.isWellFormed() || text.includes('\0')) return 'not understood';
    // The head of what came as JSON is ours.
    const lines = logLength(text) - (json ? 1 : 0);
    if (lines === 0) return 'not understood';
    try {
      const { hash } = await this.blobs.putMasked(text, station);
      const by = caller.session.label;
      await this.journal.append((turn) => {
        deskEnters(turn, this.ids, station, 'log.came', { by, lines }, [hash]);
        this.#matched(turn, station, text, { by, hash });
      });
      return 'kept';
    } catch (error) {
      if (error instanceof NotKept) return 'busy';
      throw error;
    }
  }

  /** Each event that was made and is not confirmed yet, by the line that is of it. */
  #matched(turn: Turn, station: Stream, text: string, { by, hash }: { by: string; hash: Sha256 }): void {
    const { state } = turn.head(station);
    const byHead = columnsByHead(text);
    const columns = byHead ?? state.logColumns;
    const made = state.made.filter(({ said }) => said?.is !== 'right');
    if (columns === null || made.length === 0) return;
    matchMade(made, readLog(text, siteZone(state), columns), accountsOf(state)).forEach((line, i) => {
      const one = made[i];
      if (line === null || one === undefined) return;
      const { path, zone, is, event, pos } = one;
      const of = { how: 'log', person: by.slice(0, 80), path, zone, is, event: line.event.trim() === '' ? event : line.event } as const;
      const data = {
        ...of,
        at: line.at,
        line: line.n,
        words: '',
        made: pos.id,
        said: 'right',
        columns: byHead === null ? columns : null,
      } as const;
      deskEnters(turn, this.ids, station, 'call.confirmed', data, [hash]);
    });
  }
}
