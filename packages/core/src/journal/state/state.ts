// What stands in a stream after its entries: plain JSON in parts. It holds what stands, not history, so its size does not grow with the journal.
import type { ElementId, Group, Json, LampName, Origin, Sha256, StageOnDevice, Stream, Ulid, Role } from '../../name/index.ts';
import type { ProfileRole, SheetElement } from '../../sheet/index.ts';
import type { Who } from '../entry.ts';
import type { DrillKind, Evidence, Strength, Turn } from '../../evidence/index.ts';
import type { Pos } from '../order.ts';
import type { ReachSaid, ToldSaid } from './people.ts';

/** Rises whenever the fold gives another state for the same entries: caches are then made anew. */
export const foldVersion = 14;

export type Leaf = {
  readonly pos: Pos;
  readonly value: Json;
  readonly typed: string | null;
  readonly origin: Origin;
  readonly simulated: boolean;
  readonly who: Who;
};
export type Move = { readonly pos: Pos; readonly who: Who; readonly was: Json; readonly read: boolean };
export type OnDevice = {
  readonly value: Json;
  readonly stage: StageOnDevice;
  readonly pos: Pos;
  readonly who: Who;
  readonly moved: Move | null;
  /** Order key from which the value is known to be in force; null while it is not known. */
  readonly force: number | null;
};
export const hardwareKinds = ['card.changed', 'antenna.changed', 'cable.changed', 'unit.replaced', 'door.shut'] as const;
export type HardwareKind = (typeof hardwareKinds)[number];
export type HardwareChange = { readonly kind: HardwareKind; readonly element: ElementId | null; readonly pos: Pos; readonly who: Who };
export type Placement = { readonly place: 'bench' | 'site'; readonly where: string; readonly pos: Pos; readonly who: Who };
export type Element = SheetElement & { readonly gone: boolean };
export type Accepted = { readonly reason: string; readonly pos: Pos; readonly who: Who };
/** One place of the proof matrix, or several: what is null may be any. */
export type CellNamed = {
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly path: ElementId | null;
  readonly receiver: ElementId | null;
};
export const cellName = ({ zone, is, path, receiver }: CellNamed): string => [zone ?? '', is ?? '', path ?? '', receiver ?? ''].join('|');
export type AcceptedFinding = Accepted & { readonly about: string };

export type Said = { readonly done: boolean; readonly words: string; readonly pos: Pos; readonly who: Who };
/** Where a guided sequence stands: the prompt in hand, since when, and the window that was opened last. */
export type Walking = {
  readonly at: string | null;
  readonly how: WalkMove;
  readonly pos: Pos;
  readonly who: Who;
  readonly window: { readonly name: string; readonly pos: Pos } | null;
};
export const walkMoves = ['begun', 'sign', 'wrong', 'back', 'lost', 'window', 'over'] as const;
export type WalkMove = (typeof walkMoves)[number];
export type Asked = {
  readonly asked: string;
  readonly ticket: string;
  readonly askedOn: string | null;
  readonly chaseOn: string | null;
  readonly pos: Pos;
  readonly who: Who;
};

export type KeptFile = {
  readonly when: 'as found' | 'before' | 'after';
  readonly element: ElementId | null;
  readonly name: string;
  readonly bytes: number;
  readonly sha256: Sha256;
  readonly serial: string;
  /** Hash of its masked text; null where it was no text. */
  readonly text: Sha256 | null;
  readonly pos: Pos;
  readonly who: Who;
};

export type Made = {
  readonly path: ElementId | null;
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly event: string;
  readonly words: string;
  /** What the other desk said of it last. */
  readonly said: { readonly how: 'read back' | 'log'; readonly is: 'right' | 'wrong' | 'missing'; readonly pos: Pos } | null;
  readonly pos: Pos;
  readonly who: Who;
};

/** A frame that is evidence: until something else changes, its like is not. */
export type Picked = {
  readonly grade: number;
  readonly strength: Strength;
  readonly zone: string | null;
  readonly pos: Pos;
  readonly frame: number;
};

/** One version of house rules or of a profile, by its contents. */
export type Pin = { readonly id: string; readonly version: number; readonly hash: Sha256 };
export const pinName = ({ id, version }: { id: string; version: number }): string => `${id} ${version}`;

export type Temporary = { readonly ends: Json; readonly words: string; readonly pos: Pos; readonly who: Who };

export type Picture = {
  readonly hash: Sha256;
  readonly taken: number;
  readonly step: string;
  readonly lamp: LampName | null;
  readonly path: ElementId | null;
  /** The entry that it goes with, such as what another desk said; null where it goes with none. */
  readonly of: Ulid | null;
  readonly pos: Pos;
  readonly who: Who;
};

/** A while in which alarms send nobody, and who was told at a desk that is not ours. */
export type TestWindow = {
  readonly from: number;
  readonly until: number;
  readonly elsewhere: boolean;
  readonly told: string;
  /** When it was ended before its time, or by whoever begins the next. */
  readonly ended: number | null;
  readonly pos: Pos;
  readonly who: Who;
};

/** A silence that was noticed. */
export type Lapse = {
  readonly id: Ulid;
  readonly is: 'first' | 'silence';
  readonly path: ElementId | null;
  readonly since: number;
  readonly due: number;
  readonly called: string;
  readonly taken: { readonly words: string; readonly pos: Pos; readonly who: Who } | null;
  /** When a call came again. */
  readonly closed: number | null;
  readonly pos: Pos;
};

/** Something that was undone for the work: isolated, bypassed, lowered. */
export type UndoneWork = {
  readonly id: Ulid;
  readonly what: 'isolation' | 'bypass' | 'threshold' | 'interval' | 'computer' | 'cable' | 'other';
  readonly words: string;
  readonly back: { readonly words: string; readonly pos: Pos; readonly who: Who } | null;
  readonly pos: Pos;
  readonly who: Who;
};
/** How work ended last. */
export type Signed = {
  readonly id: Ulid;
  readonly ending: 'complete' | 'watched' | 'unfinished' | 'taken down';
  readonly name: string;
  readonly words: string;
  readonly returns: { readonly who: string; readonly by: number } | null;
  readonly untrue: string;
  readonly lamps: readonly { readonly lamp: LampName; readonly path: ElementId | null; readonly is: string }[];
  readonly pos: Pos;
  readonly who: Who;
};

/** An exercise that was judged. */
export type Practised = {
  readonly exercise: string;
  readonly fault: string;
  readonly answers: readonly string[];
  readonly right: boolean;
  readonly minutes: number;
  readonly best: number;
  readonly pos: Pos;
};

/** An event that was asked for, and what answered it. */
export type Challenge = {
  readonly id: Ulid;
  readonly path: ElementId | null;
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly what: string;
  /** By the desk's clock, ms. */
  readonly until: number;
  readonly pressed: number | null;
  readonly dropped: string | null;
  readonly answered: {
    readonly entry: Ulid;
    readonly at: number;
    readonly path: ElementId | null;
    readonly strength: Strength;
    readonly simulated: boolean;
  } | null;
  readonly pos: Pos;
  readonly who: Who;
};

/** A log as another desk's machine sent it: its text by its hash, and who sent it. */
export type LogCame = { readonly hash: Sha256; readonly by: string; readonly lines: number; readonly pos: Pos };
export type LogColumnsSaid = {
  readonly head: boolean;
  readonly at: number | null;
  readonly day: number | null;
  readonly time: number | null;
  readonly account: number;
  readonly zone: number | null;
  readonly event: number | null;
  readonly turn: number | null;
  readonly dates: 'year first' | 'day first' | 'month first';
};

/** How many crossings of tunnels are looked at. */
export const mostCrossings = 60;
/** Something that went through a tunnel, or did not. */
export type Crossing = {
  readonly tunnel: ElementId;
  readonly way: 'up' | 'there' | 'back';
  readonly host: string | null;
  readonly from: string | null;
  readonly seen: string | null;
  readonly replies: number;
  readonly by: 'device' | 'word';
  readonly simulated: boolean;
  /** When the drill began in which it was asked; null outside of one. */
  readonly inDrill: number | null;
  readonly entry: Ulid;
  readonly pos: Pos;
};
export type Drilling = {
  readonly drill: DrillKind;
  /** The path that is cut; the first one where all are, or none. */
  readonly path: ElementId;
  readonly by: 'hand' | 'yard';
  readonly words: string;
  /** When it was cut, and when it was put back. */
  readonly begun: number;
  readonly over: number | null;
  readonly pos: Pos;
  readonly who: Who;
  /** Events that were made meanwhile, and when the unit was made to call. */
  readonly made: readonly { readonly at: number; readonly zone: string | null; readonly is: Turn | null; readonly words: string }[];
  readonly asked: readonly number[];
};

export type State = {
  readonly stream: Stream;
  readonly count: number;
  readonly last: Pos | null;
  readonly station: { readonly name: string; readonly demo: boolean; readonly opened: Pos } | null;
  readonly elements: readonly Element[];
  readonly settings: { readonly [key: string]: readonly Leaf[] };
  readonly device: { readonly [key: string]: OnDevice };
  readonly placed: Placement | null;
  readonly everAtSite: boolean;
  readonly hardware: { readonly [kindAndElement: string]: HardwareChange };
  readonly evidence: { readonly [slot: string]: Evidence };
  /** By `lamp|path`; a whole path by `|path`. */
  readonly none: { readonly [what: string]: Accepted };
  /** Places of the proof matrix that nobody can fill, by `cellName`. */
  readonly cells: { readonly [cell: string]: Accepted & CellNamed };
  readonly acceptedFindings: { readonly [finding: string]: AcceptedFinding };
  /** Frames picked as evidence, by path, receiver, event, zone, turn and mark. */
  readonly picked: { readonly [what: string]: Picked };
  /** The last entry that moved a value on a device, put one in force, placed the station or changed its hardware. */
  readonly changed: Pos | null;
  /** The last entry by which somebody was at the station, or in it from afar. */
  readonly attended: Pos | null;
  /** The drill that runs. */
  readonly drill: Drilling | null;
  /** The sketch map that was drawn last. */
  readonly sketch: { readonly strokes: string; readonly words: string; readonly pos: Pos; readonly who: Who } | null;
  /** What went through tunnels, oldest first. */
  readonly crossings: readonly Crossing[];
  /** Events that somebody made and that another desk may confirm, oldest first. */
  readonly made: readonly Made[];
  /** Who at another desk said last how they have left the account. */
  readonly rung: {
    readonly person: string;
    readonly offTest: boolean;
    readonly armed: boolean;
    readonly pos: Pos;
    readonly who: Who;
  } | null;
  /** Logs that another desk sent by itself, oldest first. */
  readonly logs: readonly LogCame[];
  /** In which columns another desk's log has what, as a person said last; null where its head says it. */
  readonly logColumns: LogColumnsSaid | null;
  /** What the people on the unit's list last said that came to them, by person and event; and who was let in by which channel. */
  readonly told: { readonly [numberAndEvent: string]: ToldSaid };
  readonly reached: { readonly [userAndChannel: string]: ReachSaid };
  readonly people: { readonly [person: string]: string };
  /** In the people's stream: what each may do. */
  readonly roles: { readonly [person: string]: Role };
  /** Who has had a secret shown, by its reference, and when last. */
  readonly seen: { readonly [ref: string]: { readonly [person: string]: number } };
  /** Steps of a menu, things packed, tasks of a visit: by name, as last said. */
  readonly steps: { readonly [what: string]: Said };
  /** Guided sequences, by profile. */
  readonly walks: { readonly [walk: string]: Walking };
  /** The newest file of each moment and device. */
  readonly files: { readonly [whenAndElement: string]: KeptFile };
  /** What was asked of whom, by setting. */
  readonly asks: { readonly [key: string]: Asked };
  /** Events that were asked for, oldest first: open, answered and dropped. */
  readonly challenges: readonly Challenge[];
  /** Pictures, oldest first. */
  readonly pictures: readonly Picture[];
  /** In the stream of a person's practice alone. */
  readonly practised: readonly Practised[];
  readonly onTest: readonly TestWindow[];
  /** A receiver that gives this account no answer for a while, so that the unit tries its spare. */
  readonly withheld: { readonly receiver: ElementId; readonly until: number; readonly pos: Pos; readonly who: Who } | null;
  readonly undone: readonly UndoneWork[];
  readonly signed: Signed | null;
  /** When the site was completed last, until it is left unfinished or taken down. */
  readonly completed: Pos | null;
  /** Silences that were noticed, oldest first. */
  readonly lapses: readonly Lapse[];
  /** Until when nobody is sent for a silence, and why. */
  readonly muted: { readonly until: number; readonly reason: string; readonly pos: Pos; readonly who: Who } | null;
  /** In the desk's stream: when it was away itself. */
  readonly downs: readonly { readonly from: number; readonly to: number }[];
  /** Settings that are otherwise for the time being, and what they have to end with: as last said, also when they have. */
  readonly temporary: { readonly [key: string]: Temporary };
  /** What a station is judged by; the shipped default where nothing was adopted. */
  readonly adopted: { readonly [R in 'house' | ProfileRole]?: Pin };
  /** In the streams of house rules and profiles: every version, by `id version`. */
  readonly published: { readonly [name: string]: Pin & { readonly body: Json } };
  /** Kinds from a newer version: kept and counted, not folded. */
  readonly strange: { readonly [kindAndVersion: string]: number };
};

export const emptyState = (stream: Stream): State => ({
  stream,
  count: 0,
  last: null,
  station: null,
  elements: [],
  settings: {},
  device: {},
  placed: null,
  everAtSite: false,
  hardware: {},
  evidence: {},
  none: {},
  cells: {},
  acceptedFindings: {},
  picked: {},
  changed: null,
  attended: null,
  drill: null,
  sketch: null,
  crossings: [],
  made: [],
  rung: null,
  logs: [],
  logColumns: null,
  told: {},
  reached: {},
  people: {},
  roles: {},
  seen: {},
  steps: {},
  walks: {},
  files: {},
  asks: {},
  challenges: [],
  pictures: [],
  practised: [],
  onTest: [],
  withheld: null,
  undone: [],
  signed: null,
  completed: null,
  lapses: [],
  muted: null,
  downs: [],
  temporary: {},
  adopted: {},
  published: {},
  strange: {},
});

export const noneKey = (lamp: LampName | null, path: ElementId | null): string => `${lamp ?? ''}|${path ?? ''}`;
export const present = (state: State): readonly Element[] => state.elements.filter((element) => !element.gone);
export const elementsOf = (state: State, group: Group): readonly Element[] => present(state).filter((element) => element.group === group);
export const personOf = (who: Who): Ulid | null => ('person' in who ? who.person : null);
