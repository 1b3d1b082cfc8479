// Messages at the virtual modem's port, in both modes, by TS 27.005; and on their way through the carriers.
import fc from 'fast-check';
import { instant, minutes, seconds } from '../../quantity/index.ts';
import { cmsErrors, readPdu, writeDeliver, writeSubmit } from '../../wire/index.ts';
import {
  carriers,
  deliverText,
  mostTexts,
  perform,
  practiceSpec,
  practiceWorld,
  runWorld,
  sendText,
  startAct,
  textArrives,
  type World,
} from '../index.ts';
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
      '\r\n+CMGL: 1,"REC UNREAD","+447700900123",,"26/11/12,14:06:00+00"\r\nstart\r\n+CMGL: 2,"REC UNREAD","+447700900123",,"26/11/12,14:06:00+00"\r\nstop\r\n\r\nOK\r\n',
    );
    expect(port.ask('AT+CMGL="REC UNREAD"')).toBe('\r\nOK\r\n');
    expect(port.ask('AT+CMGL="ALL"')).toContain('"REC READ"');
    expect(port.ask('AT+CMGL="SOME"')).toContain('+CMS ERROR: 305');
  });
  test('PDU mode: what is listed is a DELIVER that reads back', () => {
    const answer = withTexts('Höhe 4,2 m').ask('AT+CMGL=4');
    const [, length, pdu = ''] = /\+CMGL: 1,0,,(\d+)\r\n([0-9A-F]+)\r\n/.exec(answer) ?? [];
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

describe('characters and lengths (TS 27.005 clauses 3.1 and 3.5.1, TS 27.007 clause 5.5, TS 23.040 clause 9.2.3.24)', () => {
  const typed = (port: Port, body: string): string =>
    port.type(`AT+CMGS="+441632960001"\r${body}\u001a`).split('> ').slice(-1).join('') + sent(port);
  test('160 characters go out whole; 161, and 200, are refused and not cut', () => {
    const port = quiet();
    port.ask('AT+CMGF=1');
    expect(typed(port, 'x'.repeat(160))).toContain('+CMGS: 1');
    expect(typed(port, 'x'.repeat(161))).toBe('\r\n+CMS ERROR: 305\r\n');
    expect(typed(port, 'x'.repeat(200))).toBe('\r\n+CMS ERROR: 305\r\n');
    expect(port.modem.outbox.map(({ text }) => text.length)).toEqual([160]);
  });
  test('what needs an escape counts twice: eighty brackets fill a message', () => {
    const port = quiet();
    port.ask('AT+CMGF=1');
    expect(typed(port, '['.repeat(80))).toContain('+CMGS');
    expect(typed(port, '['.repeat(81))).toContain('305');
  });
  test.each([
    ['IRA', 'level at 4 m @ 10:00', 'level at 4 m @ 10:00'],
    ['GSM', 'level \u0000 4 m', 'level @ 4 m'],
    ['GSM', '\u0012 is delta’s neighbour', null],
    ['GSM', 'H\u007che', 'Höhe'],
    ['UCS2', '004800F600680065', 'Höhe'],
    ['HEX', '487C6865', 'Höhe'],
    ['UCS2', '0048F', null],
    ['HEX', '4880', null],
    ['IRA', 'H\u00f6he', null],
  ])('in %s %j is sent as %j', (charset, body, text) => {
    const port = quiet();
    port.ask('AT+CMGF=1', `AT+CSCS="${charset}"`);
    const to =
      charset === 'UCS2' || charset === 'HEX'
        ? Array.from('+441632960001', (of) =>
            of
              .charCodeAt(0)
              .toString(16)
              .padStart(charset === 'UCS2' ? 4 : 2, '0'),
          ).join('')
        : '+441632960001';
    const heard = port.type(`AT+CMGS="${to}"\r${body}\u001a`) + sent(port);
    expect(heard).toContain(text === null ? '+CMS ERROR: 305' : '+CMGS: 1');
    expect(port.modem.outbox).toEqual(text === null ? [] : [{ to: '+441632960001', text }]);
  });
  test('by a coding of 16 bits (+CSMP) the body is octets in hexadecimal, at most 140 of them', () => {
    const port = quiet();
    port.ask('AT+CMGF=1;+CSMP=17,167,0,8');
    expect(typed(port, '00480F')).toContain('305');
    expect(typed(port, '0411'.repeat(70))).toContain('+CMGS');
    expect(typed(port, '0411'.repeat(71))).toContain('305');
    expect(port.modem.outbox).toEqual([{ to: '+441632960001', text: 'Б'.repeat(70) }]);
  });
  test.each([
    ['IRA', 'Tür offen', '"+447700900123"', 'Tur offen'],
    ['GSM', 'Tür @', '"+447700900123"', 'T~r \u0000'],
    ['UCS2', 'Tür', '"002B003400340037003700300030003900300030003100320033"', '005400FC0072'],
    ['HEX', 'Tür', '"2B343437373030393030313233"', '547E72'],
    ['IRA', 'Дверь', '"+447700900123"', '04140432043504400' + '44C'],
  ])('in %s %s is told as it is asked for', (charset, text, number, body) => {
    const port = withTexts(text);
    port.ask('AT+CMGF=1', `AT+CSCS="${charset}"`);
    const [head, told] = port.ask('AT+CMGR=1').split('\r\n').slice(1);
    expect([head, told]).toEqual([expect.stringContaining(number), body]);
  });
  test('parts go out as PDUs, each with its place, and lose nothing', () => {
    const port = quiet();
    const halves = ['one half, ', 'and the other'];
    halves.forEach((text, i) => {
      const { pdu, length } = writeSubmit({ to: from, text, part: { reference: 7, of: 2, part: i + 1 } });
      port.type(`AT+CMGS=${length}\r${pdu}\u001a`);
      sent(port);
    });
    expect(port.modem.outbox.map(({ text }) => text)).toEqual(halves);
  });
});

describe('on the card', () => {
  const written = (): Port => {
    const port = withTexts('come in', 'also');
    port.type('AT+CMGF=1;+CMGW="+441632960001"\rready\u001a');
    return port;
  };
  test('written, listed as unsent, sent from there, then listed as sent (TS 27.005 clauses 3.5.2 and 3.5.3)', () => {
    const port = written();
    expect(port.ask('AT+CMGL="STO UNSENT"')).toBe('\r\n+CMGL: 3,"STO UNSENT","+441632960001",,\r\nready\r\n\r\nOK\r\n');
    expect(port.ask('AT+CMSS=3')).toBe('\r\n+CMSS: 1\r\n\r\nOK\r\n');
    expect(port.ask('AT+CMSS=3,"+441632960002"')).toBe('\r\n+CMSS: 2\r\n\r\nOK\r\n');
    expect(port.modem.outbox).toEqual([
      { to: '+441632960001', text: 'ready' },
      { to: '+441632960002', text: 'ready' },
    ]);
    expect(port.ask('AT+CMGL="STO SENT"')).toContain('+CMGL: 3,"STO SENT"');
    expect(port.ask('AT+CMSS=1')).toBe('\r\n+CMS ERROR: 321\r\n');
  });
  test('a suspended card sends nothing from there either, and it stays unsent', () => {
    const port = portAfter([{ act: 'plant', fault: 'suspended' }]);
    port.type('AT+CMGF=1;+CMGW="+441632960001"\rready\u001a');
    expect(port.ask('AT+CMSS=1')).toBe('\r\n+CMS ERROR: 302\r\n');
    expect(port.modem.outbox).toEqual([]);
    expect(port.ask('AT+CMGL="STO UNSENT"')).toContain('ready');
  });
  test('in PDU mode a SUBMIT is to be sent, a DELIVER has come; the other way round is refused', () => {
    const out = writeSubmit({ to: from, text: 'out' });
    const come = writeDeliver({ from, text: 'come', at });
    const length = come.length / 2 - 1;
    const port = quiet();
    expect(port.type(`AT+CMGW=${out.length}\r${out.pdu}\u001a`)).toBe('\r\n> \r\n+CMGW: 1\r\n\r\nOK\r\n');
    expect(port.type(`AT+CMGW=${length},0\r${come}\u001a`)).toContain('+CMGW: 2');
    expect(port.type(`AT+CMGW=${length}\r${come}\u001a`)).toContain('+CMS ERROR: 304');
    expect(port.type(`AT+CMGS=${length}\r${come}\u001a`)).toContain('+CMS ERROR: 304');
    expect(port.ask('AT+CMGL=4')).toMatch(/\+CMGL: 1,2,,\d+\r\n[0-9A-F]+\r\n\+CMGL: 2,1,,\d+\r\n/);
  });
  test.each([
    [1, ['also', 'ready']],
    [2, ['also', 'ready']],
    [3, ['also']],
    [4, []],
  ])('+CMGD with flag %i leaves what it should (TS 27.005 clause 3.5.4)', (flag, left) => {
    const port = written();
    port.ask('AT+CMGR=1');
    expect(port.ask(`AT+CMGD=1,${flag}`)).toBe('\r\nOK\r\n');
    expect(stored(port).map(({ text }) => text)).toEqual(left);
  });
  test('flag 2 takes what was sent, too; there is no flag 5', () => {
    const port = written();
    port.ask('AT+CMSS=3', 'AT+CMGD=1,2');
    expect(stored(port).map(({ text }) => text)).toEqual(['come in', 'also']);
    expect(port.ask('AT+CMGD=1,5')).toBe('\r\n+CMS ERROR: 305\r\n');
    expect(stored(port)).toHaveLength(2);
  });
  test('a full card takes no more (322); the whole head is told by +CSDH=1', () => {
    const full = withTexts(...Array.from({ length: mostTexts }, (_, i) => `n${i}`));
    expect(full.type('AT+CMGF=1;+CMGW="12345"\rx\u001a')).toContain('+CMS ERROR: 322');
    expect(full.ask('AT+CSDH=1', 'AT+CMGR=1')).toContain('"26/11/12,14:06:00+00",145,4,0,0,"+447700900000",145,2\r\nn0');
  });
  test('the service centre lies on the card (+CSCA): kept without power, and it goes with the card', () => {
    const port = quiet();
    port.ask('AT+CSCA="447700900001",145');
    expect(port.ask('AT+CSCA?')).toBe('\r\n+CSCA: "+447700900001",145\r\n\r\nOK\r\n');
    expect(port.modem.slots[0]?.card?.centre).toBe('+447700900001');
  });
  test('by +CNMI=2,2 a message is handed out and kept nowhere; by mode 0 nothing is said', () => {
    const port = quiet();
    port.ask('AT+CMGF=1;+CNMI=2,2');
    const heard = deliverText(port.modem, { from, text: 'now', at });
    expect(heard?.answer).toBe('\r\n+CMT: "+447700900123",,"26/11/12,14:06:00+00"\r\nnow\r\n');
    expect(heard?.modem.slots[0]?.card?.texts).toEqual([]);
    port.ask('AT+CNMI=0,1');
    expect(deliverText(port.modem, { from, text: 'x', at })?.answer).toBe('');
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
  test('a unit with nothing but texts says that it lives by its own text, and only if it has one; it makes no call that nobody carries', () => {
    const spec = practiceSpec({ id: station, seed: 41, kind: 'I/O controller', ways: ['cellular'] });
    const only = (own: string): World => {
      const paths = spec.paths.map((path) => ({ ...path, way: 'text' as const }));
      const values = { ...spec.values, 'unit.testEvery': String(minutes(10)), 'unit.testText': own };
      return act(practiceWorld(start), startAct({ ...spec, paths, values }));
    };
    const out = (world: World) => runWorld(world, instant(world.at + minutes(26))).out;
    expect(out(only('ALL WELL')).map((one) => (one.out === 'text' ? one.text : one.out))).toEqual(['ALL WELL', 'ALL WELL']);
    expect(out(only(''))).toEqual([]);
    expect(run(only(''), minutes(26)).outfits[station]?.unit.store).toEqual([]);
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
