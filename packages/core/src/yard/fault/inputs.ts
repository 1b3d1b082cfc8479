// Faults of what hangs on the unit: local devices and contacts, serial, CAN and Modbus sides.
import type { LocalDevice, BusSide } from '../unit/index.ts';
import { newBus } from '../unit/index.ts';
import type { Outfit, World } from '../world/world.ts';
import { type Fault, fault, onUnit } from './fault.ts';

const inputs = fault.bind(null, 'inputs');
const first = (change: Partial<LocalDevice>, back: Partial<LocalDevice>) => ({
  ...onUnit(
    (was) => ({ ...was, devices: was.devices.map((one, i) => (i === 0 ? { ...one, ...change } : one)) }),
    (was) => ({ ...was, devices: was.devices.map((one, i) => (i === 0 ? { ...one, ...back } : one)) }),
  ),
  fits: (_: World, outfit: Outfit): boolean => outfit.unit.devices.length > 0,
});
const side = (change: (side: BusSide) => Partial<BusSide>, only: readonly BusSide['kind'][] = ['serial', 'CAN', 'Modbus']) => ({
  ...onUnit(
    (was) => ({ ...was, side: was.side === null ? null : { ...was.side, ...change(was.side) } }),
    (was) => ({ ...was, side: was.side === null ? null : newBus(was.side.kind) }),
  ),
  fits: (_: World, outfit: Outfit): boolean => outfit.unit.side !== null && only.includes(outfit.unit.side.kind),
});

export const inputFaults: readonly Fault[] = [
  inputs(
    'device-far',
    {
      name: 'A local device out of reach',
      is: 'A local device hangs where the unit does not hear it.',
      sign: 'Its range test does not climb to the top of its scale and stay there.',
      effect: { shows: 'input', is: 'silent' },
    },
    first({ margin: -3 }, { margin: 24 }),
  ),
  inputs(
    'device-not-enrolled',
    {
      name: 'A local device not enrolled',
      is: 'A device was hung up and never enrolled.',
      sign: 'It has no number; its range test finds nothing.',
      effect: { shows: 'input', is: 'silent' },
    },
    first({ enrolled: false }, { enrolled: true }),
  ),
  inputs(
    'device-battery',
    {
      name: 'A local device’s battery is empty',
      is: 'The battery of a local device is too low for its radio.',
      sign: 'Its volts; it was heard last week.',
      effect: { shows: 'input', is: 'silent' },
    },
    first({ battery: 2100 }, { battery: 3000 }),
  ),
  inputs(
    'magnet-beside',
    {
      name: 'The magnet is beside its contact',
      is: 'The magnet does not face its contact: it always stands open.',
      sign: 'The contact says open with the door shut.',
      effect: { shows: 'input', is: 'in alarm at rest' },
    },
    first({ magnet: 'beside' }, { magnet: 'aligned' }),
  ),
  inputs(
    'rest-taught-wrong',
    {
      name: 'The rest state was taught wrong',
      is: 'The contact was taught with its door open: shut is now its alarm.',
      sign: 'A function test with the door: alarm and rest are the wrong way round.',
      effect: { shows: 'input', is: 'in alarm at rest' },
    },
    first({ rest: 'open' }, { rest: 'shut' }),
  ),
  inputs(
    'bus-unplugged',
    {
      name: 'The instrument is not plugged in',
      is: 'The cable to the instrument is out.',
      sign: 'Look at it.',
      effect: { shows: 'side', is: 'unplugged' },
    },
    side(() => ({ plugged: false })),
  ),
  inputs(
    'bus-no-power',
    {
      name: 'Nobody powers the bus',
      is: 'The instrument was to be fed by the bus, and the bus feeds nothing.',
      sign: 'The instrument’s indicator is dark; volts at its plug.',
      effect: { shows: 'side', is: 'no power' },
    },
    side(() => ({ powered: false })),
  ),
  inputs(
    'bus-crossed',
    {
      name: 'The two wires are swapped',
      is: 'The two lines of the bus are swapped at one end.',
      sign: 'Nothing is read; swap them and it is.',
      effect: { shows: 'side', is: 'crossed' },
    },
    side(() => ({ crossed: true })),
  ),
  inputs(
    'bus-speed',
    {
      name: 'The instrument’s speed differs',
      is: 'The instrument speaks at another speed.',
      sign: 'Garbage or time-outs on the bus; compare both menus.',
      effect: { shows: 'side', is: 'speed' },
    },
    side(({ speed }) => ({ speed: { ...speed, device: 9600 } })),
  ),
  inputs(
    'bus-frame',
    {
      name: 'The instrument’s framing differs',
      is: 'The instrument uses another parity.',
      sign: 'Garbage on the bus; compare both menus.',
      effect: { shows: 'side', is: 'framing' },
    },
    side(({ frame }) => ({ frame: { ...frame, device: '8E1' } })),
  ),
  inputs(
    'bus-address',
    {
      name: 'The address switches are wrong',
      is: 'The instrument’s address switches stand at another number than the one that is asked.',
      sign: 'No answer from this one, answers from others; read the switches.',
      effect: { shows: 'side', is: 'address' },
    },
    side(({ address }) => ({ address: { ...address, switched: address.polled + 1 } }), ['Modbus']),
  ),
  inputs(
    'bus-termination',
    {
      name: 'A termination is missing',
      is: 'The bus has one termination where it needs two.',
      sign: 'Without power a meter shows 120 Ω between the lines where 60 Ω is right.',
      effect: { shows: 'side', is: 'termination' },
    },
    side(() => ({ terminations: 1 }), ['CAN']),
  ),
  inputs(
    'values-stuck',
    {
      name: 'The value is stuck',
      is: 'The unit tells the instrument’s first value again and again.',
      sign: 'The same figure to the last digit, hour after hour.',
      effect: { shows: 'side', is: 'stuck' },
    },
    side(() => ({ stuck: true })),
  ),
];
