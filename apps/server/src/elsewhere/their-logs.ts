// What another desk's machine sends of its log: kept as a text of the station whose account it is sent for. Its lines prove nothing until they are held against what was made.
import { Injectable } from '@nestjs/common';
import { may } from '@green-lamp/core/api';
import { logLength, logOfJson } from '@green-lamp/core/walk';
import { Sessions } from '../accounts/sessions.ts';
import { Blobs } from '../blobs/blobs.ts';
import { deskEnters } from '../journal/desk-enters.ts';
import { Journal } from '../journal/journal.ts';
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
      await this.journal.append((turn) => deskEnters(turn, this.ids, station, 'log.came', { by, lines }, [hash]));
      return 'kept';
    } catch (error) {
      if (error instanceof NotKept) return 'busy';
      throw error;
    }
  }
}
