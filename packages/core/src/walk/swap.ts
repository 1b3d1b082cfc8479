// A dead unit or modem is replaced like for like: what is typed again on the new one, what is another on it, and which proofs fall.
import { type ElementId, isSettingKey, keyParts, type LampName, lampNames, type SettingKey } from '../name/index.ts';
import { present, type State, wanted } from '../journal/index.ts';
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
