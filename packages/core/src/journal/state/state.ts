// What stands in a stream after its entries: plain JSON in parts. It holds what stands, not history, so its size does not grow with the journal.
import type { ElementId, Group, Json, LampName, Origin, StageOnDevice, Stream, Ulid } from '../../name/index.ts';
import type { SheetElement } from '../../sheet/index.ts';
import type { Who } from '../entry.ts';
import type { Evidence } from '../evidence.ts';
import type { Pos } from '../order.ts';

/** Rises whenever the fold gives another state for the same entries: caches are then made anew. */
export const foldVersion = 1;

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
export type AcceptedFinding = Accepted & { readonly about: string };

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
  readonly acceptedFindings: { readonly [finding: string]: AcceptedFinding };
  /** Frames picked as evidence, by path, receiver, event and mark. */
  readonly picked: { readonly [what: string]: { readonly grade: number; readonly pos: Pos; readonly frame: number } };
  /** The last entry that moved a value on a device, put one in force, placed the station or changed its hardware. */
  readonly changed: Pos | null;
  readonly people: { readonly [person: string]: string };
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
  acceptedFindings: {},
  picked: {},
  changed: null,
  people: {},
  strange: {},
});

export const noneKey = (lamp: LampName | null, path: ElementId | null): string => `${lamp ?? ''}|${path ?? ''}`;
export const present = (state: State): readonly Element[] => state.elements.filter((element) => !element.gone);
export const elementsOf = (state: State, group: Group): readonly Element[] => present(state).filter((element) => element.group === group);
export const personOf = (who: Who): Ulid | null => ('person' in who ? who.person : null);
