// Texts that reach the desk: whose they are is told by the number of the card they came from; what they say is held word for word against the sheet.
import { Injectable } from '@nestjs/common';
import { deskStream, plainText, settingKey, type Stream } from '@green-lamp/core/name';
import { wanted } from '@green-lamp/core/journal';
import { numberSource } from '@green-lamp/core/lamp';
import { textCall } from '@green-lamp/core/walk';
import { type Call, type Piece, textEvent, textKind } from '@green-lamp/core/wire';
import { may } from '@green-lamp/core/api';
import { Sessions } from '../accounts/sessions.ts';
import { Ingest, type Mark } from '../desk/ingest.ts';
import { Journal } from '../journal/journal.ts';
import { NotKept } from '../journal/trouble.ts';

export type Came = 'kept' | 'unknown' | 'not understood' | 'busy' | 'not allowed';
/** As long as eight joined texts may be. */
const mostText = 1300;

const strange = (account: string, text: string): Call => ({
  account,
  instant: '',
  at: null,
  event: textEvent,
  grade: 6,
  fields: { text },
  zone: null,
  is: null,
  other: null,
  repeats: null,
  window: null,
});

@Injectable()
export class TextsIn {
  constructor(
    private readonly journal: Journal,
    private readonly ingest: Ingest,
    private readonly sessions: Sessions,
  ) {}

  /** From a gateway for texts, which shows a machine's token of the desk. */
  async posted(token: string, body: unknown): Promise<Came> {
    const caller = await this.sessions.caller(null, token);
    if (!may(caller?.role ?? null, 'remote.use') || caller?.session?.kind !== 'machine') return 'not allowed';
    const of = typeof body === 'object' && body !== null ? (body as { readonly from?: unknown; readonly text?: unknown }) : {};
    return typeof of.from === 'string' && typeof of.text === 'string' ? this.#take(of.from, of.text, false) : 'not understood';
  }

  /** From the yard's message centre, where it was sent to the desk's own number; it is simulated. */
  async simulated({ to, from, text }: { readonly to: string; readonly from: string; readonly text: string }): Promise<void> {
    const own = wanted(await this.journal.state(deskStream), settingKey('listener', null, 'textNumber'));
    if (typeof own === 'string' && numberSource(own) === numberSource(to)) await this.#take(from, text, true);
  }

  async #take(from: string, text: string, simulated: boolean): Promise<Came> {
    const source = numberSource(from);
    if (source === null || text.trim() === '' || text.length > mostText) return 'not understood';
    const stations = this.journal.stationsAt(source);
    const [station] = stations;
    const one = stations.length === 1 && station !== undefined ? station : null;
    const call = one === null ? null : textCall(await this.journal.state(one), text);
    const bytes = Buffer.from(text, 'utf8');
    const account = source.replace(/\D/g, '').slice(-16);
    const read: Piece['read'] =
      stations.length > 1
        ? { ok: false, why: 'two stations', account: null, refused: true }
        : { ok: true, calls: [call ?? strange(account, text)] };
    const mark = simulated && one !== null ? await this.#markOf(one, source) : null;
    try {
      const fate = await this.ingest.take(
        { bytes, read, answer: () => null },
        { listener: textKind, address: source, port: 0, listenerPort: 0, mark, ...(simulated && mark === null ? { built: true } : {}) },
      );
      return fate === 'kept' || fate === 'unknown' || fate === 'busy' ? fate : 'not understood';
    } catch (error) {
      if (error instanceof NotKept) return 'busy';
      throw error;
    }
  }

  /** The path by texts whose card has the number. */
  async #markOf(station: Stream, source: string): Promise<Mark | null> {
    const state = await this.journal.state(station);
    const path = state.elements.find(({ group, id }) => {
      if (group !== 'path' || wanted(state, settingKey('path', id, 'kind')) !== 'text') return false;
      const sim = state.elements.find(
        (one) => one.group === 'sim' && numberSource(plainText(wanted(state, settingKey('sim', one.id, 'number')) ?? '')) === source,
      );
      return sim !== undefined;
    });
    return path === undefined ? null : { station, path: path.id };
  }
}
