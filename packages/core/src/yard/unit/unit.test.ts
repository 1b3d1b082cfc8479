// Units at themselves: what is typed, saved, applied and in force; buttons, windows, prompts; local devices; the frames they send; remote programming.
import { onePath, twoSims } from '../../lamp/testing.ts';
import { instant, minutes, seconds } from '../../quantity/index.ts';
import { wrongCheckDigit } from '../../sums/index.ts';
import { listeners } from '../../wire/index.ts';
import {
  buttonDown,
  buttonUp,
  busFault,
  busOhms,
  callFrame,
  clockOff,
  contactOf,
  display,
  hearDesk,
  hearLine,
  inAlarm,
  isOpen,
  isYardEvent,
  kindFacts,
  newBus,
  newCaller,
  newDevice,
  newUnit,
  profileOf,
  promptNow,
  promptsOf,
  rangeScore,
  save,
  apply,
  specOf,
  stageOf,
  typeValue,
  unitAccount,
  type UnitKind,
  unitKinds,
  unitOff,
  unitOn,
  unitStarted,
  type VirtualUnit,
  worldHash,
  yardEvents,
  yardPaths,
} from '../index.ts';
import { act, later, outfitIn, run, start, station, worldWith } from '../testing.ts';

const unit = (kind: UnitKind): VirtualUnit =>
  unitStarted(
    newUnit({ kind, account: '0417', serial: 'gl1', values: { 'unit.deskPort': '4110', 'unit.account': '0417' }, textsTo: [] }),
    start,
  );
const held = (of: VirtualUnit, by: number): VirtualUnit => buttonUp(buttonDown(of, start), later(by));
const port = (of: VirtualUnit): string => of.running['unit.deskPort'] ?? '';

describe('what a value goes through', () => {
  test.each([
    ['reporting module', ['typed', 'saved', 'in force']],
    ['long-range gateway', ['typed', 'saved', 'in force']],
    ['bus bridge', ['typed', 'saved', 'applied', 'in force']],
    ['I/O controller', ['typed', 'in force']],
  ] as const)('on a %s: %j', (kind, stages) => {
    const { through, windowed } = kindFacts[kind];
    let of = windowed ? held(unit(kind), profileOf(kind).holds?.[0]?.for ?? 0) : unit(kind);
    const seen = [stageOf((of = typeValue(of, 'unit.deskPort', '4999')), 'unit.deskPort'), stageOf((of = save(of)), 'unit.deskPort')];
    if (through.includes('applied')) seen.push(stageOf((of = apply(of)), 'unit.deskPort'));
    if (through.includes('restarted')) seen.push(stageOf((of = unitStarted(unitOn(unitOff(of), start), start)), 'unit.deskPort'));
    expect(seen).toEqual(stages);
    expect(port(of)).toBe('4999');
  });
  test('what was only typed is gone with the power; what was saved is there', () => {
    const typed = typeValue(unit('logger'), 'unit.deskPort', '4999');
    expect(unitStarted(unitOn(unitOff(typed), start), start).saved['unit.deskPort']).toBe('4110');
    expect(unitStarted(unitOn(unitOff(save(typed)), start), start).running['unit.deskPort']).toBe('4999');
  });
  test('an unknown value is not there; a set-up that is shut takes none', () => {
    expect(stageOf(unit('logger'), 'unit.zone')).toBe('not there');
    const shut = typeValue(unit('panel'), 'unit.deskPort', '4999');
    expect([shut.typed, shut.sign, save(shut).sign, apply(shut).sign]).toEqual([
      {},
      'its set-up is not open',
      'its set-up is not open',
      'its set-up is not open',
    ]);
  });
  test('the account that is in force is the one it calls with', () => {
    const next = save(typeValue(unit('I/O controller'), 'unit.account', '0471'));
    expect(next.caller.account).toBe('0471');
  });
});

describe('lines at its port', () => {
  const say = (of: VirtualUnit, ...lines: string[]) =>
    lines.reduce<{ unit: VirtualUnit; said: string[] }>(
      (was, line) => {
        const heard = hearLine(was.unit, line, start);
        return { unit: heard.unit, said: [...was.said, heard.answer] };
      },
      { unit: of, said: [] },
    );
  test('a value is asked, typed, saved; a key in another case is the same key', () => {
    const { unit: next, said } = say(unit('logger'), 'UNIT.DESKPORT?', 'unit.deskport=4999', 'SAVE', 'unit.deskPort?', 'RESTART');
    expect(said).toEqual(['4110', 'TYPED', 'SAVED; RESTART IT', '4999', 'RESTARTING']);
    expect(next.power.is).toBe('booting');
  });
  test('apply, status, an unknown value, rubbish, an empty line', () =>
    expect(say(unit('bus bridge'), 'STATUS', 'unit.none?', 'hello', '').said).toEqual([
      '0 WAIT, 0 LOST, 0 TOLD',
      'NO SUCH VALUE',
      'NOT UNDERSTOOD',
      '',
    ]));
  test('no word or code is ever said', () => {
    const secret = newUnit({ kind: 'logger', account: '1', serial: 's', values: { 'unit.startWord': 'gorse' }, textsTo: [] });
    expect(hearLine(unitStarted(secret, start), 'unit.startWord?', start).answer).toBe('NO SUCH VALUE');
  });
});

describe('the button', () => {
  test('too short does nothing, long enough opens the set-up with a beep, far too long resets: by the panel’s profile', () => {
    const panel = unit('panel');
    expect(held(panel, seconds(3))).toMatchObject({ setup: null, sign: 'It does nothing.' });
    const open = held(panel, seconds(12));
    expect([open.sign, isOpen(open), display(open)[0]]).toEqual(['a long beep', true, 'LANGUAGE?']);
    const reset = held(panel, seconds(21));
    expect([reset.saved, reset.caller.account, reset.power.is, reset.devices.every(({ enrolled }) => !enrolled)]).toEqual([
      {},
      '',
      'booting',
      true,
    ]);
  });
  test('of a gateway: five seconds open its network, twenty reset it', () => {
    const gateway = unit('long-range gateway');
    expect(held(gateway, seconds(6)).setup).not.toBeNull();
    expect(held(gateway, seconds(20)).saved).toEqual({});
  });
  test('a unit without a button says so; one without power hears none', () => {
    expect(held(unit('logger'), seconds(5)).sign).toBe('it has no such button');
    expect(buttonDown(unitOff(unit('panel')), start).button).toBeNull();
    expect(buttonUp(unit('panel'), start).button).toBeNull();
  });
  test('the window shuts by itself, and what was typed and not saved is gone', () => {
    const world = worldWith({ kind: 'panel' });
    const down = act(world, { act: 'button', station, down: true });
    const open = act(down, { act: 'button', station, down: false }, start + seconds(12));
    const typed = act(open, { act: 'type', station, setting: 'unit.deskPort', value: '4999' });
    expect(outfitIn(typed).unit.typed).toEqual({ 'unit.deskPort': '4999' });
    const late = run(typed, minutes(6));
    expect(outfitIn(late).unit).toMatchObject({ typed: {}, setup: null, sign: 'the set-up window is over: what was typed is gone' });
  });
});

describe('the prompts of a panel', () => {
  const open = (): VirtualUnit => held(unit('panel'), seconds(12));
  const at = (of: VirtualUnit): string => promptNow(of)?.shows ?? 'out';
  test('OK goes on, BACK goes back, and a value is kept only with the end', () => {
    const world = worldWith({ kind: 'panel' });
    const down = act(world, { act: 'button', station, down: true });
    let now = act(down, { act: 'button', station, down: false }, start + seconds(12));
    const shows = (): string => display(outfitIn(now).unit)[0];
    const press = (key: string, digits?: string): void => {
      now = act(now, { act: 'key', station, key, ...(digits === undefined ? {} : { digits }) });
    };
    press('OK');
    expect(shows()).toBe('KEYPAD ENROL');
    press('BACK');
    expect(shows()).toBe('LANGUAGE?');
    for (let i = 0; i < promptsOf(outfitIn(now).unit).length && shows() !== 'ACCOUNT'; i += 1) press('OK');
    press('OK', '0471');
    expect(outfitIn(now).unit.typed['unit.account']).toBe('0471');
    expect(outfitIn(now).unit.running['unit.account']).toBe('0417');
    const onlyOk = (): void => {
      for (let i = 0; i < 90 && outfitIn(now).unit.sign !== 'INSTALLED'; i += 1) press('OK');
    };
    onlyOk();
    // Without a code of its own it goes back to that prompt, and nothing is kept.
    expect(outfitIn(now).unit.sign).toMatch(/^NO INSTALLER/);
    expect(outfitIn(now).unit.saved['unit.account']).toBe('0417');
    for (let i = 0; i < promptsOf(outfitIn(now).unit).length && promptNow(outfitIn(now).unit)?.setting !== 'unit.installerCode'; i += 1)
      press('OK');
    press('OK', '4711');
    onlyOk();
    expect(outfitIn(now).unit).toMatchObject({ sign: 'INSTALLED', saved: { 'unit.account': '0471' } });
  });
  test('OK alone, from the first prompt to the last, installs nothing', () => {
    let now = act(worldWith({ kind: 'panel', values: { 'unit.account': '' } }), { act: 'button', station, down: true });
    now = act(now, { act: 'button', station, down: false }, start + seconds(12));
    for (let i = 0; i < 300; i += 1) now = act(now, { act: 'key', station, key: 'OK' });
    expect(outfitIn(now).unit.sign).not.toBe('INSTALLED');
    expect(outfitIn(now).unit.saved['unit.account']).toBe('');
  });
  test('NO at ‘report to a desk’ hides what follows; BACK there leaves the menu and keeps nothing', () => {
    const asks = promptsOf(open()).findIndex(({ shows }) => shows === 'REPORT TO A DESK?');
    const there: VirtualUnit = { ...open(), setup: { until: later(minutes(5)), prompt: asks, entry: '' }, typed: { 'unit.account': '1' } };
    const world = (of: VirtualUnit) => ({
      ...worldWith({ kind: 'panel' }),
      outfits: { [station]: { ...outfitIn(worldWith({ kind: 'panel' })), unit: of } },
    });
    expect(at(outfitIn(act(world(there), { act: 'key', station, key: 'NO' })).unit)).toBe('AREA 1 NAME');
    expect(outfitIn(act(world(there), { act: 'key', station, key: 'BACK' })).unit).toMatchObject({ setup: null, typed: {} });
  });
  test('codes show as stars', () => {
    const code = promptsOf(open()).findIndex(({ shows }) => shows === 'INSTALLER CODE');
    expect(display({ ...open(), setup: { until: later(1000), prompt: code, entry: '4711' } })[1]).toBe('****');
  });
  test('without power the display is dark, and while it starts it says so', () => {
    expect(display(unitOff(open()))).toEqual(['', '']);
    expect(display(unitOn(unitOff(open()), start))).toEqual(['', 'STARTING']);
  });
});

describe('what hangs on it', () => {
  const device = newDevice(1, 'door');
  test('range climbs by three decibels a step of nine; out of reach, struck off or flat it is silent', () => {
    expect(rangeScore({ ...device, margin: 40 }, start)).toBe(9);
    expect(rangeScore({ ...device, margin: -1 }, start)).toBe(0);
    expect(rangeScore({ ...device, enrolled: false }, start)).toBe(0);
    expect(rangeScore({ ...device, battery: 2300 }, start)).toBe(0);
    expect(rangeScore({ ...device, margin: 9 }, start)).toBeGreaterThanOrEqual(3);
  });
  test('the function test teaches the rest state: with the magnet beside it, open is taught', () => {
    const taught = (world = worldWith({ kind: 'panel' })) => outfitIn(act(world, { act: 'teach', station, zone: 1 })).unit.devices[0];
    expect(taught()?.rest).toBe('shut');
    const beside = act(worldWith({ kind: 'panel' }), { act: 'device', station, zone: 1, change: { magnet: 'beside' } });
    const wrong = taught(beside);
    expect(wrong?.rest).toBe('open');
    expect(wrong === undefined ? null : [contactOf(wrong), inAlarm(wrong)]).toEqual(['open', false]);
  });
  test('two terminations side by side are 60 Ω, one is 120 Ω, none is open (Ohm’s law)', () =>
    expect([2, 1, 3, 0].map((terminations) => busOhms({ ...newBus('CAN'), terminations }))).toEqual([60, 120, 40, null]));
  test('a CAN bus needs both ends, a Modbus line its address, a serial line neither', () => {
    expect(busFault({ ...newBus('CAN'), terminations: 1 })).toBe('termination');
    expect(busFault({ ...newBus('Modbus'), address: { polled: 4, switched: 5 } })).toBe('address');
    expect(busFault({ ...newBus('serial'), terminations: 0, address: { polled: 4, switched: 5 } })).toBeNull();
  });
});

describe('the frames that it sends', () => {
  const heard = (bytes: Uint8Array) => listeners.dc09.ear.hear(bytes).pieces.map(({ read }) => (read.ok ? read.calls[0] : read.why));
  test.each(yardEvents.map(({ what, label }) => [what, label] as const))('%s (%s) is a frame that the desk understands', (what) => {
    const [call] = heard(callFrame(newCaller('0233'), what, start));
    expect(call).toMatchObject({ account: '0233', at: start, grade: ['test', 'periodic', 'null'].includes(what) ? 6 : 7 });
    expect(isYardEvent(what)).toBe(true);
  });
  test('an input is told with its zone, alarm and rest', () => {
    const text = (rest: boolean): string => Buffer.from(callFrame(newCaller('0233'), { zone: 7, rest }, start)).toString('latin1');
    expect([text(false), text(true)]).toEqual([expect.stringContaining('1130 01 007'), expect.stringContaining('3130 01 007')]);
    expect(heard(callFrame(newCaller('0233'), { zone: 7, rest: false }, start))[0]).toMatchObject({ account: '0233', grade: 7 });
  });
  test('it counts on after ACK, from 9999 to 1, and keeps its number where it was not answered', () => {
    const of = newCaller('0233');
    expect(hearDesk(of, '\n1BC10012"ACK"0001L0#0233[]\r', start)).toEqual({ unit: { ...of, sequence: 2 }, said: 'ACK' });
    expect(hearDesk({ ...of, sequence: 9999 }, '"ACK"', start).unit.sequence).toBe(1);
    expect(hearDesk(of, '"ACK"0000L0#0233[]', start)).toEqual({ unit: of, said: 'ACK' });
    expect(hearDesk(of, '', start)).toEqual({ unit: of, said: 'nothing' });
    expect(hearDesk(of, '"DUH"0001', start)).toEqual({ unit: of, said: 'DUH' });
  });
  test('a clock that is wrong is refused, and set by the time that comes with the refusal', () => {
    const wrong = newCaller('0233', 300_000);
    const { unit: set, said } = hearDesk(wrong, '\n574F0025"NAK"0000R0L0A0[]_14:06:00,11-12-2026\r', start);
    expect([said, set.clock]).toEqual(['NAK', 0]);
    expect(hearDesk(wrong, '"NAK"', start).unit.clock).toBe(300_000);
  });
  test('its clock runs away by its drift since it was set', () =>
    expect(clockOff({ ...unit('logger'), drift: 100, set: start }, instant(start + 86_400_000))).toBe(8640));
});

describe('the equipment of a station', () => {
  const spec = (state: Parameters<typeof specOf>[0]) =>
    specOf(state, { id: 'station:1', name: 'Mast', parts: ['modem', 'unit', 'site'], address: () => '127.0.7.1' });
  test('comes from its sheet, and what the sheet leaves open has right check digits', () => {
    const { m, path } = onePath();
    const made = spec(m.state);
    const [modem] = made.modems;
    expect(modem).toMatchObject({ apn: 'm2m.fellwave.example', cards: [{ iccid: '8999901234567890124', carrier: 'Fellwave' }] });
    expect(wrongCheckDigit(modem?.imei ?? '')).toBeNull();
    expect(modem?.cards[0]?.imsi).toMatch(/^99970\d{10}$/);
    expect(made).toMatchObject({ deskAccount: '0233', paths: [{ id: path, way: 'cellular', address: '127.0.7.1' }] });
    expect([unitAccount(m.state, path), yardPaths(m.state)]).toEqual(['0233', [path]]);
  });
  test('each path has its own card, and a path that is not in use has no yard', () => {
    const { m, paths } = twoSims();
    const made = spec(m.state);
    expect(new Set(made.modems.flatMap(({ cards }) => cards.map(({ iccid }) => iccid))).size).toBe(2);
    m.none(null, paths[1], 'Not yet fitted.');
    expect(spec(m.state).paths.map(({ id }) => id)).toEqual([paths[0]]);
  });
  test('another APN on the modem than the carrier sold gives no session; what the sheet alone knows is taken as sold', () => {
    const { m, sim } = onePath();
    const of = spec(m.state);
    expect(of.modems[0]?.cards[0]?.points[0]?.apn).toBe('m2m.fellwave.example');
    m.enter('sim.apn', sim, 'm2n.fellwave.example');
    expect(spec(m.state).modems[0]).toMatchObject({ apn: 'm2n.fellwave.example' });
  });
  test.each(unitKinds)('a %s starts, calls, and comes to the same end twice', (kind) => {
    const made = () => run(act(worldWith({ kind }), { act: 'event', station, event: 'test', over: null }), minutes(1));
    expect(made().arrived).toHaveLength(1);
    expect(worldHash(made())).toBe(worldHash(made()));
  });
});
