// What is done to the unit: its inputs and devices, its panel, its settings, its clock.
import { fields, flag, known, number, oneOf, optional, orNull, whole } from '../../../problem/index.ts';
import type { Instant } from '../../../quantity/index.ts';
import {
  apply,
  buttonDown,
  buttonUp,
  deviceSilent,
  hearLine,
  isYardEvent,
  kindFacts,
  type LocalDevice,
  inAlarm,
  pressKey,
  restartUnit,
  save,
  typeValue,
  unitOff,
  unitOn,
  uplinkOf,
  withEvent,
  withTurn,
} from '../../unit/index.ts';
import { instant } from '../../../quantity/index.ts';
import { textFrom } from '../run.ts';
import type { World } from '../world.ts';
import { type Kind, refused, isText, act, station, onUnit } from './kit.ts';

/** Something happens to a local device: where its alarm comes or goes, the unit has an event, and a unit that texts tells its numbers. */
const onDevice = (world: World, of: { station: string; zone: number }, change: Partial<LocalDevice>, at: Instant): World => {
  const unit = world.outfits[of.station]?.unit;
  const was = unit?.devices.find(({ zone }) => zone === of.zone);
  if (unit === undefined || was === undefined) return world;
  const next = { ...was, ...change };
  const changed = onUnit(world, of.station, (now) => ({ ...now, devices: now.devices.map((one) => (one === was ? next : one)) }));
  if (deviceSilent(next) || inAlarm(next) === inAlarm(was) || unit.power.is !== 'on') return changed;
  const rest = !inAlarm(next);
  const uplink =
    unit.kind === 'long-range gateway' ? uplinkOf(next, { seed: world.outfits[of.station]?.seed ?? 0, alarm: !rest, at }) : null;
  const event = { zone: next.zone, rest, code: kindFacts[unit.kind].zones, ...(uplink === null ? {} : { uplink }) };
  const told = onUnit(changed, of.station, (now) =>
    withEvent(
      {
        ...now,
        turns: withTurn(now.turns, { zone: next.zone, on: !rest, at }),
        looked: instant(at - 1),
        uplinks: uplink === null ? now.uplinks : [...now.uplinks, uplink].slice(-20),
      },
      { event, over: null, at },
    ),
  );
  if (kindFacts[unit.kind].manner !== 'texts') return told;
  const usual = `${next.name}: ${rest ? 'at rest' : 'alarm'} (simulated)`;
  // The sheet's words to the sheet's people: without words it tells nothing, without people nobody.
  const text = next.words === null ? usual : rest ? next.words.rest : next.words.alarm;
  return text === '' ? told : textFrom(told, of.station, { text, to: next.words?.tells ?? unit.textsTo }, at);
};
const event = known(isYardEvent, 'an event of the unit');
const keyShape = oneOf(['OK', 'NO', 'BACK'] as const);

export const unitActs = {
  'unit-power': act({ station, on: flag }, 'unit', (world, { station: id, on }, at) =>
    onUnit(world, id, (unit) => (on ? unitOn(unit, at) : unitOff(unit))),
  ),
  event: act({ station, event, over: orNull(isText(60)) }, 'unit', (world, { station: id, event: what, over }, at) => {
    const outfit = world.outfits[id];
    if (outfit?.unit.power.is !== 'on') return refused('The unit is not running: it has no power, or is still starting.');
    return onUnit(world, id, (unit) => withEvent(unit, { event: what, over, at }));
  }),
  input: act({ station, zone: whole(1, 999), is: oneOf(['shut', 'open']) }, 'unit', (world, { is, ...of }, at) =>
    onDevice(world, of, { is }, at),
  ),
  device: act(
    {
      station,
      zone: whole(1, 999),
      change: fields({
        enrolled: optional(flag),
        margin: optional(number(-40, 60)),
        magnet: optional(oneOf(['aligned', 'beside'])),
        battery: optional(whole(0, 4000)),
        tamper: optional(flag),
      }),
    },
    'unit',
    (world, { change, ...of }, at) => onDevice(world, of, change, at),
  ),
  teach: act({ station, zone: whole(1, 999) }, 'unit', (world, { station: id, zone }) =>
    onUnit(world, id, (unit) => ({
      ...unit,
      devices: unit.devices.map((one) => (one.zone === zone ? { ...one, rest: one.magnet === 'beside' ? 'open' : one.is } : one)),
    })),
  ),
  button: act({ station, down: flag }, 'unit', (world, { station: id, down }, at) =>
    onUnit(world, id, (unit) => (down ? buttonDown(unit, at) : buttonUp(unit, at))),
  ),
  key: act({ station, key: optional(keyShape), digits: optional(isText(64)) }, 'unit', (world, { station: id, key, digits }) =>
    onUnit(world, id, (unit) => {
      const typed = Array.from(digits ?? '').reduce((next, digit) => pressKey(next, { digit }), unit);
      return key === undefined ? typed : pressKey(typed, key);
    }),
  ),
  type: act({ station, setting: isText(60), value: isText(200) }, 'unit', (world, { station: id, setting, value }) =>
    onUnit(world, id, (unit) => typeValue(unit, setting, value)),
  ),
  save: act({ station }, 'unit', (world, { station: id }) => onUnit(world, id, save)),
  apply: act({ station }, 'unit', (world, { station: id }) => onUnit(world, id, apply)),
  restart: act({ station }, 'unit', (world, { station: id }, at) => onUnit(world, id, (unit) => restartUnit(unit, at))),
  'unit-line': act({ station, line: isText(300) }, 'unit', (world, { station: id, line }, at) =>
    onUnit(world, id, (unit) => hearLine(unit, line, at).unit),
  ),
  clock: act({ station, off: whole(-86_400_000, 86_400_000), drift: optional(number(-2000, 2000)) }, 'unit', (world, of, at) =>
    onUnit(world, of.station, (unit) => ({ ...unit, caller: { ...unit.caller, clock: of.off }, set: at, drift: of.drift ?? unit.drift })),
  ),
  side: act(
    {
      station,
      change: fields({
        plugged: optional(flag),
        crossed: optional(flag),
        terminations: optional(whole(0, 4)),
        deviceSpeed: optional(whole(300, 1_000_000)),
        switched: optional(whole(0, 255)),
        powered: optional(flag),
        stuck: optional(flag),
      }),
    },
    'unit',
    (world, { station: id, change: { deviceSpeed, switched, ...change } }) =>
      onUnit(world, id, (unit) =>
        unit.side === null
          ? unit
          : {
              ...unit,
              side: {
                ...unit.side,
                ...change,
                speed: { ...unit.side.speed, device: deviceSpeed ?? unit.side.speed.device },
                address: { ...unit.side.address, switched: switched ?? unit.side.address.switched },
              },
            },
      ),
  ),
} as const satisfies { readonly [name: string]: Kind };
