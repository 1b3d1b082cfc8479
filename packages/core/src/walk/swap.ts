// A dead unit or modem is replaced like for like: what is typed again on the new one, what is another on it, and which proofs fall.
import { type ElementId, isSettingKey, keyParts, type LampName, lampNames, type SettingKey, settingKey } from '../name/index.ts';
import { comparePos, isAfter, type Pos, present, type Speaker, type State, wanted } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { bindingsOf, definitionOf, deviceOf, pathUses } from '../sheet/index.ts';

export type Swap = {
  /** Typed again on the new device, as they are on the sheet. */
  readonly again: readonly SettingKey[];
  /** Another on the new device: read them off its label. */
  readonly other: readonly SettingKey[];
  /** Lamps whose proof falls with the old device: all, of strands only those that use it. */
  readonly falls: readonly LampName[];
};

/** Facts that belong to one piece of hardware. */
const identity: ReadonlySet<string> = new Set([
  'modem.imei',
  'modem.serial',
  'modem.firmware',
  'modem.fileSerial',
  'unit.serial',
  'unit.firmware',
  'unit.id',
  'unit.fileSerial',
  'desk.serial',
  'claim.serial',
  'claim.id',
  'claim.code',
  'portal.idTyped',
  'sim.imeiLock',
]);

/** What a like-for-like replacement of a modem or unit means for the sheet and the line. */
export const swapOf = (state: State, element: ElementId): Swap => {
  const view = asPlanned(state);
  const bindings = bindingsOf(view);
  const here = new Set(present(state).map(({ id }) => id));
  const uses = bindings.paths.filter((use) => pathUses(use, element));
  const keys = Object.keys(state.settings)
    .filter(isSettingKey)
    .filter((key) => {
      const { element: of } = keyParts(key);
      return (of === null || here.has(of)) && (wanted(state, key) ?? null) !== null;
    });
  const group = present(state).find(({ id }) => id === element)?.group;
  const other = keys.filter((key) => {
    const { definition, element: of, holder } = keyParts(key);
    if (!identity.has(definition)) return false;
    if (holder === 'modem' || holder === 'unit') return of === element;
    return holder === 'sim' ? group === 'modem' && uses.some(({ sim }) => sim === of) : group === 'unit';
  });
  const again = keys.filter((key) => {
    const of = definitionOf(key);
    return of !== null && !other.includes(key) && deviceOf(of, key, bindings, view) === element;
  });
  return { again, other, falls: lampNames };
};

/** What is left of a swap: read off the new label, or done by a person on the new one or about the old one. */
export type SwapTask = {
  readonly is: 'label' | 'person';
  readonly sentence: string;
  /** The setting that it is about; null where it is about none. */
  readonly key: SettingKey | null;
  /** The name of the step by which a person says that it is done; null where the sheet shows it. */
  readonly step: string | null;
};
export type SwapUnderWay = { readonly element: ElementId; readonly since: Pos; readonly tasks: readonly SwapTask[] };

/** Facts that belong to one card. */
const ofCard = ['sim.iccid', 'sim.imsi', 'sim.number'] as const;

/** Swaps of which something is left to do, oldest first. */
export const swapsUnderWay = (state: State, speaker: Speaker): SwapUnderWay[] => {
  const here = new Set(present(state).map(({ id }) => id));
  return Object.values(state.hardware)
    .flatMap(({ kind, element, pos }): SwapUnderWay[] => {
      if (element === null || !here.has(element) || (kind !== 'unit.replaced' && kind !== 'card.changed')) return [];
      const tasks = kind === 'card.changed' ? cardTasks(state, element, pos, speaker) : deviceTasks(state, element, pos, speaker);
      return tasks.length === 0 ? [] : [{ element, since: pos, tasks }];
    })
    .sort((a, b) => comparePos(a.since, b.since));
};

const isAnew = (state: State, key: SettingKey, since: Pos): boolean => {
  const leaf = state.settings[key]?.at(-1);
  return leaf !== undefined && isAfter(leaf.pos, since);
};
const labelTasks = (state: State, keys: readonly SettingKey[], since: Pos, speaker: Speaker): SwapTask[] =>
  keys
    .filter((key) => !isAnew(state, key, since))
    .map((key) => ({ is: 'label', sentence: `${speaker.setting(key)} is another now: read it off the label.`, key, step: null }));
/** What only a person sees. */
const personTask = (state: State, element: ElementId, since: Pos, what: string, sentence: string): SwapTask[] => {
  const step = `swap|${element}|${what}`;
  const said = state.steps[step];
  return said?.done === true && isAfter(said.pos, since) ? [] : [{ is: 'person', sentence, key: null, step }];
};

const cardTasks = (state: State, element: ElementId, since: Pos, speaker: Speaker): SwapTask[] => {
  const keys = ofCard
    .map((key) => settingKey('sim', element, key.slice('sim.'.length)))
    .filter((key) => (wanted(state, key) ?? null) !== null);
  return [
    ...labelTasks(state, keys, since, speaker),
    ...personTask(
      state,
      element,
      since,
      'old card cancelled',
      'The old card has to be cancelled at the carrier: it costs on, and opens what the new one opens.',
    ),
  ];
};
const deviceTasks = (state: State, element: ElementId, since: Pos, speaker: Speaker): SwapTask[] => {
  const { again, other } = swapOf(state, element);
  const left = again.filter((key) => {
    const there = state.device[key];
    return there === undefined || !isAfter(there.pos, since);
  });
  const [first] = left;
  const claimed =
    present(state).some(({ group }) => group === 'claim') && present(state).find(({ id }) => id === element)?.group === 'unit';
  return [
    ...labelTasks(state, other, since, speaker),
    ...(first === undefined
      ? []
      : personTask(
          state,
          element,
          since,
          'typed again',
          left.length === 1
            ? `${speaker.setting(first)} has to be typed again on the new one.`
            : `${left.length} settings have to be typed again on the new one, from ${speaker.setting(first)} on.`,
        )),
    ...(claimed
      ? personTask(
          state,
          element,
          since,
          'old claim released',
          'The old device’s claim at the portal has to be released, and the new one claimed.',
        )
      : []),
  ];
};
