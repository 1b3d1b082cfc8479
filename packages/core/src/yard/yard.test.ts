import fc from 'fast-check';
import { onePath, twoSims } from '../lamp/testing.ts';
import { instant } from '../quantity/index.ts';
import { wrongCheckDigit } from '../sums/index.ts';
import { ears, readAnswer } from '../wire/index.ts';
import {
  callFrame,
  type Conditions,
  fairWeather,
  hearDesk,
  hearModem,
  isYardEvent,
  levelNow,
  modemFacts,
  underConditions,
  unitAccount,
  type VirtualModem,
  virtualModem,
  virtualPin,
  virtualPuk,
  virtualUnit,
  yardEvents,
  yardPaths,
} from './index.ts';

const at = instant(Date.UTC(2026, 10, 12, 14, 6));
const facts = {
  iccid: '8999901234567890124',
  imsi: '999050123456789',
  imei: '490154203237518',
  apn: 'm2m.fellwave.example',
  address: '100.72.4.9',
  seed: 5,
};
const modem = (conditions: Partial<Conditions> = {}): VirtualModem => virtualModem(facts, { ...fairWeather, ...conditions });
const ask = (of: VirtualModem, ...lines: string[]): string => hearModem(of, lines.map((line) => `${line}\r`).join(''), at).answer;
const values = (text: string): { [what: string]: unknown } =>
  Object.fromEntries(readAnswer(text).found.map(({ what, value }) => [what, value]));
const all = [
  'ATI',
  'AT+CMEE=1',
  'AT+CPIN?',
  'AT+CCID',
  'AT+CIMI',
  'AT+CGSN',
  'AT+COPS?',
  'AT+CREG?',
  'AT+CGREG?',
  'AT+CEREG?',
  'AT+C5GREG?',
  'AT+CSQ',
  'AT+CESQ',
  'AT+CGATT?',
  'AT+CGDCONT?',
  'AT+CGACT?',
  'AT+CGPADDR=1',
  'AT+CGCONTRDP',
  'AT+CFUN?',
  'AT+CEER',
];

test('what it answers to every command is read without a line left over, and is what it was made of', () => {
  const text = ask(modem(), ...all);
  const read = readAnswer(text);
  expect(read.notUnderstood).toEqual([]);
  expect(values(text)).toMatchObject({
    'modem.identity': 'Green Lamp virtual modem, simulated',
    'card.pin': 'ready',
    'card.number': facts.iccid,
    'card.imsi': facts.imsi,
    'modem.imei': facts.imei,
    'network.operator': 'Yard network',
    'context.apn': facts.apn,
    'context.address': facts.address,
    'context.active': 'active',
    'context.dns': '192.0.2.53',
  });
  const level = levelNow(modem(), at);
  const said = read.found.find(({ what }) => what === 'signal.rsrp');
  expect(said?.level?.least ?? 0).toBeLessThanOrEqual(level?.rsrp ?? 1);
  expect(said?.level?.most ?? 0).toBeGreaterThan(level?.rsrp ?? 0);
});
test('several commands in a line, digits for results, no echo', () => {
  const quiet = hearModem(modem(), 'ATE0V0\r', at).modem;
  expect(ask(quiet, 'AT+CPIN?;+CSQ;+CGATT?')).toBe('\r\n+CPIN: READY\r\n\r\n+CSQ: 25,99\r\n\r\n+CGATT: 1\r\n0\r');
  expect(ask(hearModem(quiet, 'ATZ\r', at).modem, 'at+cgatt?')).toBe('at+cgatt?\r\r\n+CGATT: 1\r\n\r\nOK\r\n');
});
test('the card by its own file gives the same number as by the command', () => {
  expect(values(ask(modem(), 'AT+CRSM=176,12258,0,0,10'))['card.number']).toBe(facts.iccid);
  expect(values(ask(modem(), 'AT+CRSM=176,28589,0,0,4'))['card.mncLength']).toBe(2);
  expect(values(ask(modem(), 'AT+CRSM=176,1,0,0,4'))['error.text']).toBe('card status 6A82');
});
test('the same bytes in any pieces give the same answers', () =>
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 20 }), (cuts) => {
      const whole = `${all.join('\r\n')}\r\n`;
      let [of, answer, from] = [modem(), '', 0];
      for (const n of [...cuts, whole.length]) {
        const step = hearModem(of, whole.slice(from, from + n), at);
        [of, answer, from] = [step.modem, answer + step.answer, from + n];
      }
      expect(answer).toBe(hearModem(modem(), whole, at).answer);
    }),
    { seed: 3, numRuns: 100 },
  ));
test('any text at all is answered without a throw, and the next good command still works', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 800 }), (noise) => {
      const { modem: after } = hearModem(modem(), `${noise}\rATZ\r`, at);
      expect(hearModem(after, 'AT+CGATT?\r', at).answer).toContain('+CGATT: ');
    }),
    { seed: 4, numRuns: 200 },
  ));

describe('conditions', () => {
  test('a card that wants its PIN: errors in the form that was asked for, the right PIN opens it, three wrong ones want the PUK', () => {
    const locked = modem({ card: 'PIN wanted' });
    expect(ask(locked, 'AT+CIMI')).toContain('ERROR');
    expect(values(ask(locked, 'AT+CMEE=1', 'AT+CIMI'))).toMatchObject({ 'error.cme': 11, 'card.pin': 'PIN wanted' });
    expect(ask(locked, 'AT+CMEE=2', 'AT+CIMI')).toContain('+CME ERROR: SIM PIN required');
    expect(values(ask(locked, `AT+CPIN="${virtualPin}"`, 'AT+CPIN?', 'AT+CEREG?'))).toMatchObject({
      'card.pin': 'ready',
      'network.registration': 'registered, home',
    });
    const wrong = hearModem(locked, 'AT+CPIN=0000\r'.repeat(3), at).modem;
    expect(values(ask(wrong, 'AT+CPIN?'))['card.pin']).toBe('PUK wanted');
    expect(values(ask(wrong, 'AT+CPIN=1,2', `AT+CPIN=${virtualPuk},1111`, 'AT+CPIN?'))['card.pin']).toBe('ready');
  });
  test('what the PIN was never stays in what may be kept', () =>
    expect(readAnswer(ask(modem({ card: 'PIN wanted' }), `AT+CPIN="${virtualPin}"`)).masked).not.toContain(virtualPin));
  test('no card: nothing of the card is read', () =>
    expect(values(ask(modem({ card: 'no card' }), 'AT+CMEE=1', 'AT+CCID'))).toEqual({ 'error.cme': 10, 'card.pin': 'no card' }));
  test.each([
    ['roaming', 'registered, roaming'],
    ['searching', 'searching'],
    ['denied', 'denied'],
  ] as const)('network %s is said as %s', (network, state) =>
    expect(values(ask(modem({ network }), 'AT+CEREG?'))['network.registration']).toContain(state),
  );
  test('a refusal tells its cause where it was asked to', () =>
    expect(values(ask(modem({ network: 'denied' }), 'AT+CEREG=3', 'AT+CEREG?'))['cause']).toBe(15));
  test('an APN that the network does not know: registered, and no session, with the cause', () => {
    const wrong = modem({ apnKnown: false });
    const read = values(ask(wrong, 'AT+CMEE=1', 'AT+CEREG?', 'AT+CGACT=1,1', 'AT+CEER', 'AT+CGPADDR=1'));
    expect(read).toMatchObject({ 'network.registration': 'registered, home', 'error.cme': 127, cause: 27, 'context.active': 'no address' });
  });
  test('the radio off is not registered and has no level', () =>
    expect(ask(modem(), 'AT+CFUN=4', 'AT+CREG?', 'AT+CSQ')).toMatch(/\+CREG: 0,0[\s\S]*\+CSQ: 99,99/));
  test('figures are renewed by the refresh period and stand in between', () => {
    const slow = modem({ refresh: 5000, air: 'swinging' });
    const seen = Array.from({ length: 30 }, (_, i) => levelNow(slow, instant(at - (at % 5000) + i * 1000))?.rsrp);
    expect(new Set(seen).size).toBe(6);
  });
  test('other conditions keep what it was told', () => {
    const quiet = underConditions(hearModem(modem(), 'ATE0\r', at).modem, { ...fairWeather, network: 'searching' });
    expect([quiet.echo, quiet.active]).toEqual([false, false]);
  });
});

describe('the equipment of a station', () => {
  test('comes from its sheet, and what the sheet leaves open has right check digits', () => {
    const { m, path } = onePath();
    const made = modemFacts(m.state, path);
    expect(made).toMatchObject({ iccid: '8999901234567890124', apn: 'm2m.fellwave.example' });
    expect(made?.imei).toMatch(/^\d{15}$/);
    expect(wrongCheckDigit(made?.imei ?? '')).toBeNull();
    expect(made?.imsi).toMatch(/^99905\d{10}$/);
    expect([unitAccount(m.state, path), yardPaths(m.state)]).toEqual(['0233', [path]]);
  });
  test('each path has its own card, and a path that is not in use has no yard', () => {
    const { m, paths } = twoSims();
    const [a, b] = paths.map((path) => modemFacts(m.state, path));
    expect(a?.iccid).not.toBe(b?.iccid);
    m.none(null, paths[1], 'Not yet fitted.');
    expect(yardPaths(m.state)).toEqual([paths[0]]);
    expect(modemFacts(m.state, paths[0].replace(/^./, 'z') as never)).toBeNull();
  });
});

describe('the virtual unit', () => {
  const heard = (bytes: Uint8Array) => ears.dc09.hear(bytes).pieces.map(({ read }) => (read.ok ? read.call : read.why));
  test.each(yardEvents.map(({ what, label }) => [what, label] as const))('%s (%s) is a frame that the desk understands', (what) => {
    const [call] = heard(callFrame(virtualUnit('0233'), what, at));
    expect(call).toMatchObject({ account: '0233', at, grade: ['test', 'periodic', 'null'].includes(what) ? 6 : 7 });
    expect(isYardEvent(what)).toBe(true);
  });
  test('it counts on after ACK, from 9999 to 1, and keeps its number where it was not answered', () => {
    const unit = virtualUnit('0233');
    expect(hearDesk(unit, '\n1BC10012"ACK"0001L0#0233[]\r', at)).toEqual({ unit: { ...unit, sequence: 2 }, said: 'ACK' });
    expect(hearDesk({ ...unit, sequence: 9999 }, '"ACK"', at).unit.sequence).toBe(1);
    expect(hearDesk(unit, '"ACK"0000L0#0233[]', at)).toEqual({ unit, said: 'ACK' });
    expect(hearDesk(unit, '', at)).toEqual({ unit, said: 'nothing' });
    expect(hearDesk(unit, '"DUH"0001', at)).toEqual({ unit, said: 'DUH' });
  });
  test('a clock that is wrong is refused, and set by the time that comes with the refusal', () => {
    const wrong = virtualUnit('0233', 300_000);
    const { unit, said } = hearDesk(wrong, '\n574F0025"NAK"0000R0L0A0[]_14:06:00,11-12-2026\r', at);
    expect([said, unit.clock]).toEqual(['NAK', 0]);
    expect(hearDesk(wrong, '"NAK"', at).unit.clock).toBe(300_000);
  });
});

test('the network is named in the format that was asked for last: long, short, or its number (TS 27.007 clause 7.3)', () => {
  const of = hearModem(modem(), 'ATE0\r', at).modem;
  const named = (format: number): string => hearModem(of, `AT+COPS=3,${format};+COPS?\r`, at).answer;
  expect([0, 1, 2].map(named)).toEqual([
    expect.stringContaining('+COPS: 0,0,"Yard network",7'),
    expect.stringContaining('+COPS: 0,1,"Yard",7'),
    expect.stringContaining('+COPS: 0,2,"99905",7'),
  ]);
  expect(hearModem(modem({ network: 'searching' }), 'ATE0;+COPS=3,2;+COPS?\r', at).answer).toContain('+COPS: 0\r\n');
});
