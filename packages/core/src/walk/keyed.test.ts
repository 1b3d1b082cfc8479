// What is keyed on a device: in its own unit and words, and never a figure that its menu would take for another.
import fc from 'fast-check';
import { isElementId, type Json, sure } from '../name/index.ts';
import { deviceUnits, type DeviceUnit, type Prompt, type Profile, shippedProfiles, type SheetView } from '../sheet/index.ts';
import { keyedAt, menuOf } from './index.ts';

const nothing: SheetView = { elements: [], value: () => undefined };
const [profile] = shippedProfiles;
if (profile === undefined) throw new RangeError('no profile ships');
const keyed = (value: Json, more: Partial<Prompt>, view: SheetView = nothing, by: Profile = profile) =>
  keyedAt(by, { id: 'x', shows: 'X', is: 'type', setting: 'unit.testEvery', ...more }, value, view);

test.each<[number, DeviceUnit, string, string]>([
  [500, '0.1 s', '5', 'tenths of a second'],
  [500, 'ms', '500', 'milliseconds'],
  [86_400_000, 'h', '24', 'hours'],
  [90_000, 's', '90', 'seconds'],
  [150_000_000, 'MB', '150', 'MB'],
  [12_000, 'V', '12', 'volts'],
])('%i of ours in %s is keyed as %s', (value, unit, type, name) => {
  expect(keyed(value, { unit })).toEqual({ type, unit: name, cannot: null });
});
test('hour and minute of a time are two prompts, without a zero in front', () => {
  expect(keyed('04:05', { setting: 'unit.testAt', unit: 'hour of day' }).type).toBe('4');
  expect(keyed('04:05', { setting: 'unit.testAt', unit: 'minute of hour' }).type).toBe('5');
});
test('a value between two of the device’s is not rounded: it says so', () => {
  expect(keyed(450, { unit: '0.1 s' })).toEqual({
    type: '',
    unit: 'tenths of a second',
    cannot: 'It takes whole tenths of a second: 4 or 5, and 4.5 is wanted. Change the sheet.',
  });
});
test('whatever is keyed in a unit is the value again when it is read in it', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 100_000_000 }),
      fc.constantFrom(...deviceUnits.filter((unit) => !unit.includes('of'))),
      (value, unit) => {
        const { type, cannot } = keyed(value, { unit });
        const size = { ms: 1, '0.1 s': 100, s: 1000, min: 60_000, h: 3_600_000, d: 86_400_000, kB: 1000, MB: 1e6, GB: 1e9, V: 1000 }[
          unit as 's'
        ];
        return cannot === null ? Number(type) * size === value : value % size !== 0;
      },
    ),
    { seed: 17, numRuns: 200 },
  ));
test('the unit that the device’s own setting chooses counts; while it is not known nothing is keyed', () => {
  const modem = sure(isElementId, 'aaaaa1');
  const elements = [{ group: 'modem', id: modem, label: 'Modem' }] as const;
  const counting = (by: Json | undefined): SheetView => ({ elements, value: (key) => (key.endsWith('.gatherUnit') ? by : 500) });
  const gather = { setting: 'modem.gather', unitBy: 'modem.gatherUnit' } as const;
  expect(keyed(500, gather, counting('0.1 s')).type).toBe('5');
  expect(keyed(500, gather, counting('ms')).type).toBe('500');
  expect(keyed(500, gather, counting('s')).cannot).toMatch(/0 or 1/);
  expect(keyed(500, gather, counting(undefined)).cannot).toMatch(/unit/);
});
test('a choice is in the device’s own words, a secret never', () => {
  expect(keyed(true, { setting: 'unit.callOn', says: { true: 'YES', false: 'NO' } }).type).toBe('YES');
  expect(keyed(false, { setting: 'unit.callOn', says: { true: 'YES', false: 'NO' } }).type).toBe('NO');
  expect(keyed({ secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' }, { setting: 'sim.pin', says: { '[object Object]': 'X' } }).type).toBe(
    'kept secret',
  );
});
test('a menu with a value that can’t be keyed has it among what is missing', () => {
  const serial = shippedProfiles.find(({ id }) => id === 'serial-modem');
  const modem = sure(isElementId, 'aaaaa1');
  const view: SheetView = {
    elements: [{ group: 'modem', id: modem, label: 'Modem' }],
    value: (key) => (key.endsWith('.connectLimit') ? 1500 : undefined),
  };
  const step = serial === undefined ? undefined : menuOf(serial, view).find(({ prompt }) => prompt.setting === 'modem.connectLimit');
  expect(step).toMatchObject({ is: 'missing', type: '' });
  expect(step?.cannot).toContain('1 or 2');
});
