// Messages at the virtual modem's port, in both modes, by TS 27.005; and on their way through the carriers.
import fc from 'fast-check';
import { instant, minutes, seconds } from '../../quantity/index.ts';
import { readPdu, writeSubmit } from '../../wire/index.ts';
import { carriers, cmsErrors, deliverText, mostTexts, perform, runWorld, sendText, textArrives, type World } from '../index.ts';
import { act, modemIn, Port, portAfter, run, start, station, worldWith } from '../testing.ts';

const at = start;
const from = '+447700900123';
const quiet = (): Port => new Port().plain();
const withTexts = (...texts: string[]): Port => {
  const port = quiet();
  for (const text of texts) {
    const heard = deliverText(port.modem, { from, text, at });
    if (heard !== null) port.with(heard.modem);
  }
  return port;
};
const stored = (port: Port) => port.modem.slots[0]?.card?.texts ?? [];
const sent = (port: Port): string => port.wait(seconds(2));

describe('sending', () => {
  test('text mode: prompt, body, Ctrl-Z; the answer comes when the service centre has it, numbered from 1', () => {
    const port = quiet();
    expect(port.type('AT+CMGF=1\rAT+CMGS="+441632960001"\r')).toBe('\r\nOK\r\n\r\n> ');
    expect(port.type('gate open\u001a')).toBe('');
    expect(sent(port)).toBe('\r\n+CMGS: 1\r\n\r\nOK\r\n');
    expect(port.modem.outbox).toEqual([{ to: '+441632960001', text: 'gate open' }]);
    port.type('AT+CMGS="12345"\rx\u001a');
    expect(sent(port)).toContain('+CMGS: 2');
  });
  test('PDU mode: the length is of the message without its service centre, and has to fit', () => {
    const { pdu, length } = writeSubmit({ to: from, text: 'hellohello' });
    const port = quiet();
    expect(port.type(`AT+CMGS=${length}\r${pdu}\u001a`)).toBe('\r\n> ');
    expect(sent(port)).toBe('\r\n+CMGS: 1\r\n\r\nOK\r\n');
    expect(port.modem.outbox).toEqual([{ to: from, text: 'hellohello' }]);
    expect(quiet().type(`AT+CMGS=${length + 1}\r${pdu}\u001a`)).toContain('+CMS ERROR: 304');
    expect(quiet().type(`AT+CMGS=${length}\rrubbish\u001a`)).toContain('+CMS ERROR: 304');
  });
  test('Esc drops the body, and what follows is a line again', () => {
    const port = quiet();
    expect(port.type('AT+CMGF=1;+CMGS="12345"\rnot this\u001bAT+CMGF?\r')).toBe('\r\n> \r\nOK\r\n\r\n+CMGF: 1\r\n\r\nOK\r\n');
    expect(port.modem.outbox).toEqual([]);
  });
  const cardOut = [{ act: 'card', modem: 'modem', slot: 0, change: { out: true } }];
  const planted = (fault: string) => [{ act: 'plant', fault }];
  test.each([
    ['no card', cardOut, 310],
    ['a card that was just touched', cardOut, 314],
    ['a PIN', planted('pin-on'), 311],
    ['a PUK', planted('puk-wanted'), 316],
    ['a refused registration', planted('no-data'), 331],
    ['no network', planted('bands-missing'), 331],
  ] as const)('with %s it is refused by its number, in words, or plainly', (of, acts, code) => {
    const wait = of === 'a card that was just touched' ? 0 : minutes(2);
    const port = portAfter(acts, {}, wait);
    expect(port.ask('AT+CMGS=22')).toBe(`\r\n+CMS ERROR: ${code}\r\n`);
    expect(port.ask('AT+CMEE=2', 'AT+CMGS=22')).toBe(`\r\nOK\r\n\r\n+CMS ERROR: ${cmsErrors[code] ?? ''}\r\n`);
    expect(port.ask('AT+CMEE=0', 'AT+CMGS=22')).toBe('\r\nOK\r\n\r\nERROR\r\n');
  });
  test('a suspended card may not send', () => {
    const port = portAfter(planted('suspended'));
    port.type('AT+CMGF=1;+CMGS="12345"\rx\u001a');
    expect(sent(port)).toBe('\r\n+CMS ERROR: 302\r\n');
  });
  test('a number that is none, a length that is none', () => {
    expect(quiet().ask('AT+CMGF=1;+CMGS="gate"')).toContain('+CMS ERROR: 305');
    expect(quiet().ask('AT+CMGS=many')).toContain('+CMS ERROR: 304');
    expect(quiet().ask('AT+CMGF=2')).toContain('+CMS ERROR: 302');
  });
});

describe('what has arrived', () => {
  test('text mode: listed with its time, unread once, read afterwards', () => {
    const port = withTexts('start', 'stop');
    port.ask('AT+CMGF=1');
    expect(port.ask('AT+CMGL="REC UNREAD"')).toBe(
      '\r\n+CMGL: 1,"REC UNREAD","+447700900123",,"26/11/12,14:06:00+00"\r\n\r\nstart\r\n\r\n+CMGL: 2,"REC UNREAD","+447700900123",,"26/11/12,14:06:00+00"\r\n\r\nstop\r\n\r\nOK\r\n',
    );
    expect(port.ask('AT+CMGL="REC UNREAD"')).toBe('\r\nOK\r\n');
    expect(port.ask('AT+CMGL="ALL"')).toContain('"REC READ"');
    expect(port.ask('AT+CMGL="SOME"')).toContain('+CMS ERROR: 305');
  });
  test('PDU mode: what is listed is a DELIVER that reads back', () => {
    const answer = withTexts('Höhe 4,2 m').ask('AT+CMGL=4');
    const [, length, pdu = ''] = /\+CMGL: 1,0,,(\d+)\r\n\r\n([0-9A-F]+)\r\n/.exec(answer) ?? [];
    expect(Number(length)).toBe(pdu.length / 2 - 1);
    expect(readPdu(pdu)).toEqual({ ok: true, value: { kind: 'deliver', from, text: 'Höhe 4,2 m', at, part: null } });
  });
  test('one is read by its index and deleted; an index that is none is 321', () => {
    const port = withTexts('a', 'b');
    expect(port.ask('AT+CMGR=2')).toMatch(/^\r\n\+CMGR: 0,,\d+\r\n/);
    port.ask('AT+CMGD=1');
    expect(stored(port).map(({ text }) => text)).toEqual(['b']);
    expect(port.ask('AT+CMGR=1', 'AT+CMGD=1')).toBe('\r\n+CMS ERROR: 321\r\n\r\n+CMS ERROR: 321\r\n');
    const next = deliverText(port.modem, { from, text: 'c', at });
    expect(next?.modem.slots[0]?.card?.texts.map(({ index, text }) => [index, text])).toEqual([
      [1, 'c'],
      [2, 'b'],
    ]);
    port.ask('AT+CMGD=1,4');
    expect(stored(port)).toEqual([]);
  });
  test('the card is full at its most, and says how full it is; then, and without a network, nothing more arrives', () => {
    const full = withTexts(...Array.from({ length: mostTexts + 3 }, (_, i) => `n${i}`));
    expect(stored(full)).toHaveLength(mostTexts);
    expect(full.ask('AT+CPMS?')).toContain(`"SM",${mostTexts},${mostTexts}`);
    expect(deliverText(full.modem, { from, text: 'x', at })).toBeNull();
    expect(deliverText(portAfter([{ act: 'plant', fault: 'no-data' }], {}, minutes(1)).modem, { from, text: 'x', at })).toBeNull();
  });
  test('it says so by itself where it was asked to (+CNMI)', () => {
    const port = quiet();
    port.ask('AT+CNMI=2,1');
    expect(deliverText(port.modem, { from, text: 'x', at })?.answer).toBe('\r\n+CMTI: "SM",1\r\n');
    expect(port.ask('AT+CNMI?')).toContain('+CNMI: 2,1,0,0,0');
    expect(deliverText(quiet().modem, { from, text: 'x', at })?.answer).toBe('');
  });
  test('messages lie on the card: they go with it', () => {
    const port = withTexts('on the card');
    expect(port.modem.slots[0]?.card?.texts).toHaveLength(1);
  });
});

describe('on their way', () => {
  const number = (world: World): string => world.cards[0]?.number ?? '';
  const text = (by: 'telephone' | 'portal') => ({ from, text: 'WAKE', by });
  const arrived = (world: World): number => modemIn(world).slots[0]?.card?.texts.length ?? 0;
  test('a text takes the carrier some seconds', () => {
    const world = act(worldWith(), { act: 'text', to: number(worldWith()), ...text('telephone') });
    expect([arrived(run(world, 2000)), arrived(run(world, 20_000))]).toEqual([0, 1]);
  });
  test('one carrier takes texts from its portal only', () => {
    const world = worldWith({ carrier: 'Moorcell' });
    expect(sendText(world, { to: number(world), ...text('telephone') }, at).texts).toHaveLength(0);
    expect(sendText(world, { to: number(world), ...text('portal') }, at).texts).toHaveLength(1);
  });
  test('while the modem is off the network keeps it and tries again', () => {
    const off = act(worldWith(), { act: 'modem-power', station, modem: 'modem', on: false });
    const sent_ = run(act(off, { act: 'text', to: number(off), ...text('telephone') }), minutes(2));
    expect([arrived(sent_), sent_.texts.length]).toEqual([0, 1]);
    const on = run(act(sent_, { act: 'modem-power', station, modem: 'modem', on: true }), minutes(3));
    expect([arrived(on), on.texts.length]).toEqual([1, 0]);
  });
  test('of a thousand about one in two hundred is lost and one in fifty is minutes late, by seed', () => {
    const all = Array.from({ length: 1000 }, (_, i) => textArrives(carriers.Fellwave, { at: instant(at + i * 1000), seed: 9 }));
    const lost = all.filter((one) => one === null).length;
    const late = all.filter((one) => one !== null && one > minutes(3)).length;
    expect(lost).toBeGreaterThan(0);
    expect(lost).toBeLessThan(20);
    expect(late).toBeGreaterThan(5);
    expect(late).toBeLessThan(50);
    expect(textArrives({ ...carriers.Fellwave, outage: true }, { at, seed: 9 })).toBeNull();
  });
  test('a unit that texts tells its numbers of an alarm and of its end; without a network, and from another kind of unit, nobody', () => {
    const turned = (world: World, is: 'open' | 'shut'): World => act(world, { act: 'input', station, zone: 1, is });
    const out = (world: World): string[] =>
      runWorld(world, instant(world.at + 5000)).out.flatMap((one) => (one.out === 'text' ? [`${one.to} ${one.text}`] : []));
    const opened = turned(worldWith({ kind: 'I/O controller' }), 'open');
    expect(out(opened)).toEqual(['+447700900118 device 1: alarm (simulated)']);
    expect(out(turned(run(opened, 6000), 'shut'))).toEqual(['+447700900118 device 1: at rest (simulated)']);
    expect(out(turned(worldWith({ kind: 'panel' }), 'open'))).toEqual([]);
    const silent = act(worldWith({ kind: 'I/O controller' }), { act: 'port', station, modem: 'modem', bytes: 'AT+CFUN=4\r' });
    expect(out(turned(silent, 'open'))).toEqual([]);
  });
  test('a unit that is set up by texts answers those of its numbers, and nobody else', () => {
    const world = worldWith({ kind: 'I/O controller' });
    const hears = (sender: string): string[] => {
      const told = act(world, {
        act: 'text',
        to: number(world),
        from: sender,
        text: 'unit.deskPort?\nunit.deskPort=4112\nSAVE',
        by: 'telephone',
      });
      return runWorld(told, instant(told.at + 30_000)).out.flatMap((out) => (out.out === 'text' ? [`${out.to}: ${out.text}`] : []));
    };
    expect(hears('+447700900118')).toEqual(['+447700900118: 4110\nTYPED\nSAVED']);
    expect(hears('+447700900119')).toEqual([]);
  });
  test('what the modem sends to a number outside goes out of the world; to a card inside it comes to that card', () => {
    const out = perform(worldWith(), { act: 'port', station, modem: 'modem', bytes: 'AT+CMGF=1;+CMGS="+441632960001"\rx\u001a' }, at);
    const went = out.ok ? runWorld(out.value.world, instant(at + 5000)).out : [];
    expect(went).toContainEqual({ out: 'text', to: '+441632960001', from: number(worldWith()), text: 'x' });
    const self = act(worldWith(), { act: 'port', station, modem: 'modem', bytes: `AT+CMGF=1;+CMGS="${number(worldWith())}"\rx\u001a` });
    expect(arrived(run(self, minutes(1)))).toBe(1);
  });
});

test('the same bytes in any pieces give the same answer and the same modem', () => {
  const { pdu, length } = writeSubmit({ to: from, text: 'in pieces' });
  const whole = `ATE1\rAT+CSQ;+CMGF?\rAT+CMGF=1\rAT+CMGS="12345"\rtwo\u001bATI\rAT+CMGL="ALL"\rAT+NONE\rAT+CMGF=0\rAT+CMGS=${length}\r${pdu}\u001alost`;
  const once = new Port();
  const answer = once.type(whole);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 40 }), (sizes) => {
      const port = new Port();
      let [said, left] = ['', whole];
      for (const size of [...sizes, whole.length]) {
        said += port.type(left.slice(0, size));
        left = left.slice(size);
      }
      expect(said).toBe(answer);
      expect(port.modem).toEqual(once.modem);
    }),
    { seed: 27, numRuns: 60 },
  );
});
