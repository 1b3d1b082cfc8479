// What waits on each device: settings that are wanted and not entered, and settings that are entered and not known to be in force.
import { isSettingKey, keyParts, type SettingKey } from '../name/index.ts';
import { comparePos, elementsOf, present, type State, stageOf, wanted } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { bindingsOf, definitionOf, type Device, deviceOf, onceDevices, type Profile } from '../sheet/index.ts';

export type DeviceWork = {
  readonly device: Device;
  readonly toEnter: readonly SettingKey[];
  /** Entered ones that the device keeps to itself until they are applied; a restart before that loses them. */
  readonly toApply: readonly SettingKey[];
  readonly toRestart: readonly SettingKey[];
  /** Order key of the newest of the entered ones: the timer runs from there. */
  readonly since: number | null;
  /** Whether one of them moved a known value: evidence waits for it. */
  readonly moved: boolean;
};

/** The work on each device, in the order of the line: modems, units, local devices, desk, then IT, portal and computer. Devices with nothing to do are left out. */
export const deviceWork = (state: State, profiles: readonly Profile[] = []): DeviceWork[] => {
  const view = asPlanned(state);
  const bindings = bindingsOf(view);
  const here = new Set(present(state).map(({ id }) => id));
  const keys = [...new Set([...Object.keys(state.settings), ...Object.keys(state.device)])].filter(isSettingKey);
  const work = new Map<Device, { toEnter: SettingKey[]; toRestart: SettingKey[] }>();
  for (const key of keys) {
    const of = definitionOf(key);
    const { element } = keyParts(key);
    const device = of === null || (element !== null && !here.has(element)) ? null : deviceOf(of, key, bindings, view);
    if (device === null) continue;
    const at = work.get(device) ?? { toEnter: [], toRestart: [] };
    work.set(device, at);
    const stage = stageOf(state, key);
    if (stage === 'wanted' || (stage === null && (state.device[key]?.value ?? null) !== null && wanted(state, key) === null))
      at.toEnter.push(key);
    else if (stage === 'entered' || stage === 'applied') at.toRestart.push(key);
  }
  const holders = (['modem', 'unit', 'device'] as const).flatMap((group) => elementsOf(state, group).map(({ id }) => id));
  const applies = (device: Device): boolean => {
    const group = state.elements.find(({ id }) => id === device)?.group;
    return profiles.some(({ role, stages = [] }) => role === group && stages.includes('applied'));
  };
  const devices: readonly Device[] = [...holders, ...onceDevices];
  return devices.flatMap((device) => {
    const { toEnter, toRestart } = work.get(device) ?? { toEnter: [], toRestart: [] };
    if (toEnter.length + toRestart.length === 0) return [];
    const entered = toRestart.flatMap((key) => state.device[key] ?? []);
    const newest = entered
      .map(({ moved, pos }) => moved?.pos ?? pos)
      .sort(comparePos)
      .at(-1);
    return [
      {
        device,
        toEnter,
        toApply: applies(device) ? toRestart.filter((key) => stageOf(state, key) === 'entered') : [],
        toRestart,
        since: newest?.ord ?? null,
        moved: entered.some(({ moved, force }) => moved !== null && force === null),
      },
    ];
  });
};
