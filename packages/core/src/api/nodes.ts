// Nodes of long-range radio: what was heard of each, and a trial of what reads its payload.
import { isInstant } from '../quantity/index.ts';
import { atLeast, dictionary, flag, formed, type Given, known, listOf, oneOf, orNull, text, whole, words } from '../problem/index.ts';
import { mostWhole, reads, tells } from './route.ts';

const at = known(isInstant, 'an instant');
const isText = (value: unknown): value is string => typeof value === 'string';
const count = whole(0, mostWhole);
/** Most nodes of one station, and of nobody's, that are told. */
export const mostNodes = 200;

const nodeShape = atLeast({
  device: text(6),
  label: text(200),
  address: text(8),
  /** Whether both of its session keys stand on the sheet as keys can be. */
  keyed: flag,
  hasDecoder: flag,
  /** The newest that was kept of it; null before the first. */
  last: orNull(
    atLeast({
      at,
      counter: text(20),
      gateway: text(16),
      gateways: text(6),
      rssi: text(20),
      snr: text(20),
      rate: text(20),
      payload: text(1000),
      port: text(6),
      /** What its decoder said against it; empty where it said nothing. */
      decoder: text(400),
      simulated: flag,
    }),
  ),
});
export type NodeHeard = Given<typeof nodeShape>;
export const nodesHeard = reads(
  '/api/stations/:stream/nodes',
  'What was heard of the nodes of a station, and which nodes its gateways hear that are on no sheet.',
  {},
  {
    nodes: listOf(nodeShape, mostNodes),
    strangers: listOf(atLeast({ address: text(8), count, last: at, gateway: text(16) }), mostNodes),
    /** The newest word of a gateway of this station. */
    gateway: orNull(atLeast({ at, eui: text(16), simulated: flag })),
  },
);

export const tryDecoder = tells(
  '/api/decoder',
  'Runs a payload decoder on bytes, as it would run on an uplink, and says what it gives.',
  { code: words(8000), bytes: formed(/^(?:[0-9a-fA-F]{2}){1,242}$/, 'bytes as pairs of hexadecimal digits'), port: whole(1, 223) },
  { is: oneOf(['read', 'failed']), why: text(400), data: dictionary(isText, 'the name of a value', text(400)), took: count },
);
