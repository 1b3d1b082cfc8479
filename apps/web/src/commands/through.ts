// Questions through a tunnel: what a ping at either end printed becomes an entry; the yard asks by itself.
import type { ElementId, Stream, Ulid } from '@green-lamp/core/name';
import { askThrough } from '@green-lamp/core/api';
import type { Crossing, State } from '@green-lamp/core/journal';
import { tunnelFigures } from '@green-lamp/core/walk';
import { readPing } from '@green-lamp/core/wire';
import { ask } from '../store/api.ts';
import { append } from '../store/append.ts';
import { pullSoon } from '../store/pull.ts';

export type CrossingWay = 'there' | 'back';
export const crossingWays: { readonly [W in CrossingWay]: string } = {
  there: 'from the station to the office',
  back: 'from the office to the station',
};
/** A question: which way through which tunnel, whom it asks and from which address. */
export type Through = { readonly tunnel: ElementId; readonly way: CrossingWay; readonly host: string; readonly from: string };

/** The questions of a station's tunnels whose hosts are on the sheet. */
export const questionsThrough = (state: State): Through[] =>
  tunnelFigures(state).flatMap(({ tunnel, hosts: { here, there } }) =>
    here === null || there === null
      ? []
      : [
          { tunnel, way: 'there' as const, host: there, from: here },
          { tunnel, way: 'back' as const, host: here, from: there },
        ],
  );

/** Those that nobody has asked since an instant. */
export const notAskedSince = (state: State, since: number): Through[] =>
  questionsThrough(state).filter(
    ({ tunnel, way }) => !state.crossings.some((one) => one.tunnel === tunnel && one.way === way && one.pos.ord >= since),
  );

/** Takes what a ping printed, kept as `re`; an address that was only typed is a word. */
export const takeCrossing = async (
  stream: Stream,
  { tunnel, way }: Pick<Crossing, 'tunnel' | 'way'>,
  { re, printed, asks, seen, simulated }: { re: Ulid; printed: string; asks: string | null; seen: string | null; simulated: boolean },
): Promise<void> => {
  const ping = readPing(printed);
  if (ping === null) return;
  const by = ping.from === null ? ('word' as const) : ('device' as const);
  const data = { tunnel, way, host: ping.host, from: ping.from ?? asks, seen, replies: ping.replies, by, simulated, words: '' };
  await append(stream, [{ kind: 'tunnel.crossed', data, re: [re] }]);
};

/** The yard's virtual host asks, simulated. */
export const askByYard = async (stream: Stream, { tunnel, way, host, from }: Through): Promise<void> => {
  const said = await ask(askThrough, { body: { stream, host, from } });
  pullSoon();
  await takeCrossing(stream, { tunnel, way }, { re: said.entry, printed: said.text, asks: from, seen: null, simulated: true });
};
