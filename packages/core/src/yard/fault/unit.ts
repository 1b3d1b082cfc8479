// Faults of the unit: what was typed into it and how far that has got, its clock, its power.
import type { Instant } from '../../quantity/index.ts';
import { kindFacts, restartUnit, typeValue, unitOff, unitOn, type VirtualUnit } from '../unit/index.ts';
import { type Outfit, type World, withOutfit } from '../world/world.ts';
import { type Fault, fault, onUnit } from './fault.ts';

const unit = fault.bind(null, 'unit');
const withValue = (was: VirtualUnit, key: string, change: (value: string) => string): VirtualUnit => {
  const value = change(was.running[key] ?? was.saved[key] ?? '');
  const next = {
    ...was,
    saved: { ...was.saved, [key]: value },
    applied: { ...was.applied, [key]: value },
    running: { ...was.running, [key]: value },
  };
  return key === 'unit.account' ? { ...next, caller: { ...next.caller, account: value } } : next;
};
/** Swaps the last two digits that differ. */
const swapped = (digits: string): string => digits.replace(/(\d)(?!\1)(\d)(\D*)$/, '$2$1$3');
const value = (key: string, change: (value: string) => string, back = change) =>
  onUnit(
    (was) => withValue(was, key, change),
    (was) => withValue(was, key, back),
  );
const has =
  (key: string) =>
  (_: World, outfit: Outfit): boolean =>
    (outfit.unit.running[key] ?? '') !== '';
const swappable =
  (key: string) =>
  (_: World, outfit: Outfit): boolean => {
    const of = outfit.unit.running[key] ?? '';
    return swapped(of) !== of;
  };
const opened = (was: VirtualUnit, at: Instant): VirtualUnit =>
  kindFacts[was.kind].windowed && was.setup === null ? { ...was, setup: { until: (at + 300_000) as Instant, prompt: 0, entry: '' } } : was; // whole plus whole
const needs =
  (stage: 'saved' | 'applied') =>
  (_: World, outfit: Outfit): boolean => {
    const { through } = kindFacts[outfit.unit.kind];
    const last = through.at(-1);
    return stage === 'applied'
      ? through.includes('applied') && through.includes('restarted')
      : through.length > 1 && (last === 'restarted' || last === 'applied');
  };
const edited = 'unit.testEvery';

export const unitFaults: readonly Fault[] = [
  unit(
    'account-swapped',
    {
      name: 'Two digits of the account swapped',
      is: 'The account on the unit has two digits swapped.',
      sign: 'The desk shows an unknown caller with a nearly right account.',
      effect: { shows: 'told', said: 'can’t process' },
    },
    { ...value('unit.account', swapped), fits: (world, outfit) => swappable('unit.account')(world, outfit) && outfit.desk.account !== '' },
  ),
  unit(
    'speaks-its-own',
    {
      name: 'It speaks another protocol',
      is: 'The unit is set to a protocol of its own, which the desk’s listener does not take.',
      sign: 'The connection is there, and closed without an answer.',
      effect: { shows: 'call', why: 'own protocol' },
    },
    {
      ...value(
        'unit.protocol',
        (of) => `own ${of}`,
        (of) => of.slice('own '.length),
      ),
      fits: (world, outfit) =>
        kindFacts[outfit.unit.kind].side === null && !world.portal.devices.some(({ id }) => id === outfit.unit.serial),
    },
  ),
  unit(
    'calls-by-udp',
    {
      name: 'UDP instead of TCP',
      is: 'The unit calls by UDP, and the desk listens by TCP.',
      sign: 'Nothing answers, and nothing is refused either: compare how both are set.',
      effect: { shows: 'call', why: 'other transport' },
    },
    {
      plant: (world, outfit) =>
        withOutfit(world, outfit.id, (was) => ({
          ...was,
          desk: { ...was.desk, transport: 'TCP' },
          unit: withValue(was.unit, 'unit.transport', () => 'UDP'),
        })),
      lift: (world, outfit) =>
        withOutfit(world, outfit.id, (was) => ({ ...was, unit: withValue(was.unit, 'unit.transport', () => 'TCP') })),
    },
  ),
  unit(
    'port-swapped',
    {
      name: 'The wrong port',
      is: 'The unit calls another port than the one that the desk listens on.',
      sign: 'Refused at once; compare the two ports.',
      effect: { shows: 'call', why: 'other port' },
    },
    {
      ...onUnit(
        (was) => withValue(was, 'unit.deskPort', (of) => String(Number(of) + 1)),
        (was) => withValue(was, 'unit.deskPort', (of) => String(Number(of) - 1)),
      ),
      fits: (world, outfit) => has('unit.deskPort')(world, outfit) && outfit.desk.port !== '',
    },
  ),
  unit(
    'host-wrong',
    {
      name: 'The wrong host',
      is: 'The unit calls another host than the desk’s.',
      sign: 'Time-outs, and nothing at the desk; compare the two.',
      effect: { shows: 'call', why: 'other host' },
    },
    {
      ...value(
        'unit.deskHost',
        (of) => `${of}.x`,
        (of) => of.replace(/\.x$/, ''),
      ),
      fits: (world, outfit) => has('unit.deskHost')(world, outfit) && outfit.desk.host !== '',
    },
  ),
  unit(
    'typed-only',
    {
      name: 'Typed and not saved',
      is: 'A value was typed and never saved: the next restart loses it.',
      sign: 'The page says ‘not saved’; read it back after a restart.',
      effect: { shows: 'stage', is: 'typed' },
    },
    onUnit(
      (was, at) => typeValue(opened(was, at), edited, '1234567'),
      (was) => ({ ...was, typed: {} }),
    ),
  ),
  unit(
    'restart-forgotten',
    {
      name: 'Saved and not in force',
      is: 'A value was saved, and the unit still runs by the old one: apply or restart was forgotten.',
      sign: 'Its page shows the new value and it behaves by the old one.',
      effect: { shows: 'stage', is: 'saved' },
    },
    {
      ...onUnit(
        (was) => ({ ...was, saved: { ...was.saved, [edited]: '1234567' } }),
        (was, at) => restartUnit({ ...was, saved: was.running, applied: was.running }, at),
      ),
      fits: needs('saved'),
    },
  ),
  unit(
    'unapplied-edit',
    {
      name: 'Applied and not restarted',
      is: 'A value was applied, and waits for a restart that nobody made.',
      sign: 'Its page marks it; it behaves by the old one.',
      effect: { shows: 'stage', is: 'applied' },
    },
    {
      ...onUnit(
        (was) => ({ ...was, saved: { ...was.saved, [edited]: '1234567' }, applied: { ...was.applied, [edited]: '1234567' } }),
        (was) => ({ ...was, saved: was.running, applied: was.running }),
      ),
      fits: needs('applied'),
    },
  ),
  unit(
    'call-home-off',
    {
      name: 'Call home is off',
      is: 'The unit was told not to report: it keeps its events to itself.',
      sign: 'Events in its store, and not one call.',
      effect: { shows: 'no call' },
    },
    value(
      'unit.callOn',
      () => 'false',
      () => 'true',
    ),
  ),
  unit(
    'test-off',
    {
      name: 'The periodic test is off',
      is: 'The unit sends no periodic test: nobody notices when it dies.',
      sign: 'No call for longer than a day, and no missed-test alarm either.',
      effect: { shows: 'no test' },
    },
    onUnit(
      (was) => ({ ...withValue(was, 'unit.testEvery', () => '0'), test: null }),
      (was, at) =>
        restartUnit(
          withValue(was, 'unit.testEvery', () => '86400000'),
          at,
        ),
    ),
  ),
  unit(
    'clock-wrong',
    {
      name: 'The clock is wrong',
      is: 'The unit’s clock is an hour off: its zone was set by hand.',
      sign: 'The desk refuses its time, or an event’s time is argued over.',
      effect: { shows: 'told', said: 'its clock was refused' },
    },
    onUnit(
      (was, at) => ({ ...was, caller: { ...was.caller, clock: 3_600_000 }, set: at }),
      (was, at) => ({ ...was, caller: { ...was.caller, clock: 0 }, set: at }),
    ),
  ),
  unit(
    'clock-drifts',
    {
      name: 'The clock runs away',
      is: 'The unit’s clock gains minutes each day, and nothing sets it.',
      sign: 'Its time now against a week ago.',
      effect: { shows: 'clock', off: 30_000 },
    },
    onUnit(
      (was, at) => ({ ...was, drift: 1500, set: at }),
      (was, at) => ({ ...was, drift: 0, set: at }),
    ),
  ),
  unit(
    'unit-off',
    {
      name: 'The unit has no power',
      is: 'The unit’s own fuse is out.',
      sign: 'Its display is dark; the modem lives.',
      effect: { shows: 'off', within: 0 },
    },
    onUnit(
      (was) => unitOff(was),
      (was, at) => unitOn(was, at),
    ),
  ),
  unit(
    'cover-open',
    {
      name: 'The cover is open',
      is: 'The cover is not shut: the end check does not end.',
      sign: 'Its display says COVER OPEN.',
      effect: { shows: 'end check' },
    },
    {
      ...onUnit(
        (was) => ({ ...was, coverOpen: true }),
        (was) => ({ ...was, coverOpen: false }),
      ),
      fits: (_, outfit) => kindFacts[outfit.unit.kind].manner === 'menu' && outfit.unit.kind === 'panel',
    },
  ),
];
