// Standby as it is planned: the gap when the first path dies, the choice of its probes, and what the paths share.
import { type ElementId, type Json, plainText, settingKey } from '../name/index.ts';
import type { State } from '../journal/index.ts';
import { asPlanned, inUse } from '../lamp/index.ts';
import { bindingsOf, type PathUse } from '../sheet/index.ts';
import { type Gap, gapOf, type Probed, type Probing, type Stretch, stretchesOf } from '../sums/index.ts';

export type PlannedGap = {
  readonly from: ElementId;
  readonly to: ElementId;
  readonly probing: Probing | null;
  readonly stretches: readonly Stretch[];
  readonly gap: Gap;
  /** The longest gap that the client allows; null where the sheet does not say. */
  readonly allowed: number | null;
};

const figure = (value: Json | undefined): number | null => (typeof value === 'number' ? value : null);
const byPriority = (a: PathUse, b: PathUse): number => (a.priority ?? 99) - (b.priority ?? 99);

/** Paths in use, in the unit's own order. */
const ordered = (state: State): readonly PathUse[] => [...inUse({ state, bindings: bindingsOf(asPlanned(state)) })].sort(byPriority);

/** The gap from the first path to the one behind it, by the sheet as it is planned; null where there is no second, or nothing says how it is probed. */
export const plannedGap = (state: State): PlannedGap | null => {
  const [first, second] = ordered(state);
  if (first === undefined || second === undefined) return null;
  const { value } = asPlanned(state);
  const at = (path: ElementId, param: string): Json | undefined => value(settingKey('path', path, param));
  const [every, misses, patience] = ['probeEvery', 'probeMisses', 'probePatience'].map((param) => figure(at(first.path, param)));
  const byLink = at(first.path, 'probe') === 'link';
  const probing = every == null || misses == null || patience == null || byLink ? null : { every, misses, patience };
  if (probing === null && !byLink) return null;
  const kind = second.kind === 'ethernet' || second.kind === 'wifi' || second.kind === 'text' ? second.kind : 'cellular';
  const tunnel = plainText(at(second.path, 'tunnel') ?? '') !== '';
  // A standby that has a lease or a context of its own all the time is up; a text needs nothing but the network.
  const up = kind !== 'text' && (kind !== 'cellular' || at(second.path, 'on') === true);
  const stretches = stretchesOf(probing, { kind, up, tunnel, retry: null });
  return { from: first.path, to: second.path, probing, stretches, gap: gapOf(stretches), allowed: figure(at(first.path, 'switchMost')) };
};

/** What is known of the first path for the choice of its probes; what is not stands by common practice: 1 in 100 lost, bursts of 5 s, 120 B a probe. */
export const probedOf = (state: State): Probed | null => {
  const [first] = ordered(state);
  if (first === undefined) return null;
  const { value } = asPlanned(state);
  const at = (param: string): number | null => figure(value(settingKey('path', first.path, param)));
  const percent = at('loss');
  return {
    patience: at('probePatience') ?? 5_000,
    loss: percent === null ? 0.01 : percent / 100,
    burst: 5_000,
    bytes: at('probeBytes') ?? 120,
  };
};

export type Shared = {
  readonly what: 'modem' | 'carrier' | 'duct' | 'feed' | 'receiver';
  readonly name: string;
  readonly paths: readonly ElementId[];
};

/** What two paths and more share, so that one fault takes them together. */
export const sharedBetween = (state: State): Shared[] => {
  const { value, elements } = asPlanned(state);
  const paths = ordered(state);
  const label = (id: ElementId): string => elements.find((element) => element.id === id)?.label ?? id;
  const of = (what: Shared['what'], nameOf: (use: PathUse) => readonly string[]): Shared[] => {
    const by = new Map<string, ElementId[]>();
    for (const use of paths) for (const name of new Set(nameOf(use))) by.set(name, [...(by.get(name) ?? []), use.path]);
    return [...by].flatMap(([name, some]) => (name.trim() === '' || some.length < 2 ? [] : [{ what, name, paths: some }]));
  };
  const text = (key: ReturnType<typeof settingKey>): string => plainText(value(key) ?? '').trim();
  return [
    ...of('modem', ({ modem }) => (modem === null ? [] : [label(modem)])),
    ...of('carrier', ({ sim }) => (sim === null ? [] : [text(settingKey('sim', sim, 'carrier'))])),
    ...of('duct', ({ path }) => [text(settingKey('path', path, 'duct'))]),
    ...of('feed', ({ path }) => [text(settingKey('path', path, 'feed'))]),
    ...of('receiver', ({ receivers }) => receivers.map((receiver) => text(settingKey('receiver', receiver, 'line')) || label(receiver))),
  ];
};
