// The yard as a page asks it: what runs there, what is done to it, what it says. All of it is simulated.
import { isUlid } from '../name/index.ts';
import {
  atLeast,
  dictionary,
  type Fielded,
  flag,
  formed,
  type Given,
  json,
  known,
  listOf,
  ofCore,
  oneOf,
  optional,
  orNull,
  text,
  whole,
} from '../problem/index.ts';
import {
  carrierNames,
  crowdProtocols,
  type Dale,
  deskSayings,
  mostCrowd,
  parts,
  scenarioShape,
  specShape,
  type YardStation,
  yardEvents,
} from '../yard/index.ts';
import { element } from './entries.ts';
import { mostWhole, reads, tells } from './route.ts';

const isText = (value: unknown): value is string => typeof value === 'string';
const simulated = known((value): value is true => value === true, 'yes');
const day = 86_400_000;
/** A path's virtual equipment. */
const placeShape = atLeast({
  path: element,
  address: text(100),
  account: text(100),
  sequence: whole(0, mostWhole),
  /** How far its clock is off, ms. */
  clock: whole(-day, day),
  /** Whether a virtual modem belongs to the path. */
  modem: flag,
});
export type YardPlace = Given<typeof placeShape>;
const triedShape = atLeast({ sent: text(100_000), answer: text(100_000), said: oneOf(deskSayings) });
export type Tried = Given<typeof triedShape>;
const seenShape = atLeast({
  station: ofCore<YardStation>('a station as it can be seen'),
  faults: listOf(atLeast({ id: text(100), area: text(200), name: text(400) }), 10_000),
  /** What each modem's port has said lately. */
  heard: dictionary(isText, 'a modem', text(1_000_000)),
});
export type StationSeen = Given<typeof seenShape>;

const ofStation = { stream: text(60) } as const;
const ofPath = { ...ofStation, path: formed(/^[0-9a-z]{6}$/, 'an element’s six characters') } as const;
const places = { places: orNull(listOf(placeShape, 1000)) } as const;

export const yardTexts = reads(
  '/api/yard/sent',
  'Text messages that virtual modems have sent, oldest first.',
  {},
  { simulated, sent: listOf(atLeast({ to: text(1000), text: text(100_000) }), 1000) },
);
export const yardDale = reads(
  '/api/yard/dale',
  'Masts, carriers, office, portal, and the stations whose equipment runs.',
  {},
  { simulated, dale: ofCore<Dale>('the dale') },
);
export const yardScenario = reads(
  '/api/yard/scenario',
  'Everything that was done in the yard since the desk started, as a scenario file.',
  {},
  { scenario: scenarioShape },
);
export const yardPlaces = reads('/api/yard', 'A station’s virtual equipment by its paths.', ofStation, places);
export const yardStation = reads(
  '/api/yard/station',
  'One station as it can be seen, and the faults that could be planted there; null where it stands still.',
  ofStation,
  { simulated, seen: orNull(seenShape) },
);
export const yardSpec = reads('/api/yard/spec', 'What a station’s equipment would be made from.', ofStation, { spec: specShape });
export const startYard = tells(
  '/api/yard/start',
  'Makes a station’s equipment from its sheet, or some parts of it, and starts it.',
  { ...ofStation, parts: optional(listOf(oneOf(parts), parts.length)) },
  places,
);
export const stopYard = tells('/api/yard/stop', 'Takes it away.', ofStation, places);
export const actInYard = tells(
  '/api/yard/act',
  'Does something to the yard; answers why it did not come about, or null.',
  { act: dictionary(isText, 'a part of the act', json) },
  { refused: orNull(text(4000)) },
);
export const setUnitClock = tells('/api/yard/clock', 'Puts a unit’s clock off, ms.', { ...ofPath, clock: whole(-day, day) }, places);
export const askModem = tells(
  '/api/yard/ask',
  'Types into a virtual modem’s port.',
  { ...ofPath, typed: text(2000) },
  { answer: text(1_000_000) },
);
export const keepDialogue = tells('/api/yard/keep', 'Keeps what a modem has said since the last time, as the yard’s own entry.', ofPath, {
  entry: known(isUlid, 'a ULID'),
  text: text(1_000_000),
});
export const askThrough = tells(
  '/api/yard/through',
  'Lets a host at one end of the virtual tunnel ask one at the other, and keeps what it printed as the yard’s own entry.',
  { ...ofStation, host: formed(/^[0-9a-fA-F.:]{2,60}$/, 'an address'), from: formed(/^[0-9a-fA-F.:]{2,60}$/, 'an address') },
  { entry: known(isUlid, 'a ULID'), text: text(1_000_000) },
);
export const callByUnit = tells(
  '/api/yard/call',
  'Lets a unit call for an event.',
  { ...ofPath, event: oneOf(yardEvents.map(({ what }) => what)) },
  { tried: listOf(triedShape, 1000) },
);

const many = whole(0, mostWhole);
const crowd = {
  running: flag,
  /** How many are wanted, and how many there are already. */
  count: many,
  made: many,
  protocol: oneOf(crowdProtocols),
  /** Each calls by itself so often, ms. */
  every: many,
  /** Whether each is a station of this desk. */
  stations: flag,
  /** Carriers that have failed. */
  outages: listOf(oneOf(carrierNames), carrierNames.length),
  calls: many,
  acknowledged: many,
  refused: many,
  unanswered: many,
  /** Calls that were not carried, since too many were under way. */
  heldBack: many,
  /** How late the newest of them moved, ms. */
  latest: many,
} as const;
export type CrowdState = Fielded<typeof crowd>;
export const crowdState = reads('/api/yard/crowd', 'The crowd of simulated stations, and how its calls went.', {}, crowd);
export const startCrowd = tells(
  '/api/yard/crowd/start',
  'Starts a crowd of simulated stations that call the desk’s real listeners; one that runs is ended.',
  { count: whole(1, mostCrowd), every: whole(1000, day), protocol: oneOf(crowdProtocols), stations: flag },
  crowd,
);
export const stopCrowd = tells('/api/yard/crowd/stop', 'Ends it.', {}, crowd);
export const crowdOutage = tells(
  '/api/yard/crowd/outage',
  'A carrier of the crowd fails, or comes back.',
  { carrier: oneOf(carrierNames), on: flag },
  crowd,
);
