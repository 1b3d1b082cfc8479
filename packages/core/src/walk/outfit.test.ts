// A new station of each of the trade's twelve kinds: what is known at once, and what has to be asked before its first call.
import { isElementId, type Json, type SettingKey, settingKey, sure } from '../name/index.ts';
import { check } from '../check/index.ts';
import { parseValue, limitFault, type PathKind, type Profile, shippedProfiles, type SheetView, definitionOf } from '../sheet/index.ts';
import { firstCall } from './first-call.ts';
import { type Goal, type Made, outfit, type Surroundings, usually } from './outfit.ts';

const profile = (id: string): Profile => {
  const found = shippedProfiles.find((one) => one.id === id);
  if (found === undefined) throw new Error(id);
  return found;
};
const ids = new Map<string, string>();
const id: Surroundings['id'] = (place) => {
  const had = ids.get(place) ?? `e${String(ids.size).padStart(5, '0')}`;
  ids.set(place, had);
  return sure(isElementId, had);
};
const around: Surroundings = {
  listeners: [
    { kind: 'line', port: 4100 },
    { kind: 'dc09', port: 4101 },
  ],
  outside: '203.0.113.9',
  zone: 'Europe/Vienna',
  id,
};
const made = (of: { unit?: string; modem?: string; ways?: readonly PathKind[]; goal?: Goal }): Made => {
  const [unit, modem] = [of.unit === undefined ? null : profile(of.unit), of.modem === undefined ? null : profile(of.modem)];
  const usual = usually[modem?.kind ?? unit?.kind ?? 'router'];
  return { unit, modem, ways: of.ways ?? usual.ways, goal: of.goal ?? usual.goal ?? 'line' };
};
const viewOf = ({ elements, known }: ReturnType<typeof outfit>, more: ReadonlyMap<SettingKey, Json> = new Map()): SheetView => ({
  elements,
  value: (key) => more.get(key) ?? known.find((one) => one.key === key)?.value,
});
const profilesOf = ({ unit, modem }: Made): Profile[] => [unit, modem].flatMap((one) => one ?? []);

/** The kinds of equipment as the trade meets them, and what of each is asked before its first call: at most fourteen values beside its name. */
const twelve: readonly (readonly [string, Made, readonly string[]])[] = [
  [
    'reporting module wired to a host panel',
    made({ unit: 'reporting-module' }),
    ['sim.iccid', 'sim.state', 'sim.apn', 'sim.loginAsked', 'sim.pinOn', 'sim.roaming', 'receiver.account'],
  ],
  ['panel with its own keypad', made({ unit: 'keypad-panel' }), ['receiver.account', 'unit.host', 'unit.installerCode']],
  [
    'industrial router',
    made({ modem: 'router-with-modem' }),
    ['sim.iccid', 'sim.state', 'sim.apn', 'sim.loginAsked', 'sim.pinOn', 'sim.roaming', 'receiver.account', 'modem.password'],
  ],
  [
    'second router behind the first',
    made({ modem: 'helper-router' }),
    ['sim.iccid', 'sim.state', 'sim.apn', 'sim.loginAsked', 'sim.pinOn', 'sim.roaming', 'receiver.account', 'modem.password'],
  ],
  [
    'small board router',
    made({ modem: 'board-router' }),
    ['sim.iccid', 'sim.state', 'sim.apn', 'sim.loginAsked', 'sim.pinOn', 'sim.roaming', 'receiver.account', 'modem.password'],
  ],
  [
    'logger and serial modem',
    made({ unit: 'logger-with-modem', modem: 'serial-modem' }),
    ['sim.iccid', 'sim.state', 'sim.apn', 'sim.loginAsked', 'sim.pinOn', 'sim.roaming', 'receiver.account', 'link.unitSpeed'],
  ],
  ['modem cradle behind a fixed line', made({ modem: 'line-cradle' }), ['receiver.account']],
  [
    'I/O controller that texts',
    made({ unit: 'io-controller' }),
    [
      'sim.iccid',
      'sim.state',
      'sim.pinOn',
      'sim.roaming',
      'sim.texts',
      'sim.number',
      'number.number',
      'input.name',
      'input.text',
      'receiver.account',
    ],
  ],
  [
    'bridge between a bus and a portal',
    made({ unit: 'bus-bridge' }),
    ['wifi.name', 'wifi.key', 'receiver.account', 'claim.account', 'claim.code', 'bus.family', 'claim.serial'],
  ],
  [
    'long-range radio gateway',
    made({ unit: 'long-range-gateway' }),
    ['receiver.account', 'claim.account', 'claim.code', 'unit.id', 'portal.server', 'unit.frequencyPlan', 'unit.region'],
  ],
  [
    'handheld terminal',
    made({ unit: 'handheld' }),
    ['sim.iccid', 'sim.state', 'sim.apn', 'sim.loginAsked', 'sim.pinOn', 'sim.roaming', 'receiver.account'],
  ],
  [
    'small-branch gateway',
    made({ modem: 'branch-gateway' }),
    ['receiver.account', 'modem.password', 'tunnel.hub', 'tunnel.here', 'tunnel.there', 'tunnel.key'],
  ],
];

test('there are twelve kinds', () => {
  expect(twelve).toHaveLength(12);
});

describe('it is not ready', () => {
  const of = made({ unit: 'keypad-panel' });
  const fitted = outfit(of, around);
  const receiver = fitted.elements.find(({ group }) => group === 'receiver')?.id ?? null;
  const openWith = (value: Json): string[] =>
    firstCall(viewOf(fitted, new Map([[settingKey('receiver', receiver, 'account'), value]])), profilesOf(of)).open.map(
      (row) => row.of.key,
    );
  test.each<Json>(['', '  ', null])('by a value that is %j', (value) => {
    expect(openWith(value)).toContain('receiver.account');
  });
  test('by its account alone on one side: the other follows, and is not asked for', () => {
    const { open, follows } = firstCall(viewOf(fitted, new Map([[settingKey('receiver', receiver, 'account'), '0417']])), profilesOf(of));
    expect(open.map((row) => row.of.key)).not.toContain('unit.account');
    expect(follows.map(({ key, value }) => [definitionOf(key)?.key, value])).toEqual([['unit.account', '0417']]);
  });
  test('by a path that nobody has said anything of', () => {
    const view = { elements: fitted.elements, value: () => undefined };
    expect(firstCall(view, []).open.map((row) => row.of.key)).toContain('path.kind');
  });
});

describe.each(twelve)('%s', (_, of, asked) => {
  const fitted = outfit(of, around);
  const first = firstCall(viewOf(fitted), profilesOf(of));

  test('asks for these values and no others, each once, and for at most fifteen with its name', () => {
    expect(first.open.map((row) => row.of.key)).toEqual(asked);
    expect(first.open.length + 1).toBeLessThanOrEqual(15);
    expect(first.follows).toEqual([]);
  });
  test('what is known is of its form, within its limits, at an element that is there, and contradicts nothing', () => {
    const here = new Set(fitted.elements.map((one) => one.id));
    for (const { key, value } of fitted.known) {
      expect([key, parseValue(definitionOf(key), value, 'value').ok, limitFault(definitionOf(key), value, 'value')]).toEqual([
        key,
        true,
        null,
      ]);
      const element = key.split('|')[1] ?? key.split(':')[1];
      if (element !== undefined && isElementId(element)) expect(here.has(element)).toBe(true);
    }
    const stops = check(viewOf(fitted), {
      traits: () => null,
      demo: true,
      now: Date.UTC(2027, 2, 1),
      school: () => null,
      idleIgnoresKeepalive: false,
    });
    expect(stops.filter(({ severity }) => severity === 'stop').map((one) => one.id)).toEqual([]);
  });
  test('each ask has somebody who has it; once all are said, with what follows from them, nothing is open', () => {
    let more = new Map<SettingKey, Json>();
    for (let round = 0; round < 4; round++) {
      const { open, follows } = firstCall(viewOf(fitted, more), profilesOf(of));
      more = new Map([
        ...more,
        ...follows.map(({ key, value }): [SettingKey, Json] => [key, value]),
        ...open.map((row): [SettingKey, Json] => [
          row.key,
          row.of.form.is === 'yesno' ? false : row.of.form.is === 'count' ? row.of.form.least + 1 : 'x',
        ]),
      ]);
    }
    expect(firstCall(viewOf(fitted, more), profilesOf(of))).toMatchObject({ open: [], follows: [] });
  });
});
