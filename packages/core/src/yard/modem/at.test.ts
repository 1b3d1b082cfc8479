// The virtual modem at its port: commands and answers by ITU-T V.250 and 3GPP TS 27.007 (forms from memory of the standards, checked against the tables of the wire's own reader), and how it comes on the air.
import fc from 'fast-check';
import { minutes, seconds } from '../../quantity/index.ts';
import { readAnswer, technologies } from '../../wire/index.ts';
import { aroundOf, cells, hearModem, virtualPin, virtualPuk, type World } from '../index.ts';
import { act, later, modemIn, outfitIn, Port, portAfter, run, start, station, worldWith } from '../testing.ts';

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

describe('what it says of itself', () => {
  test('everything that is asked at the bench is read without a line left over, and is what it was made of', () => {
    const port = new Port();
    const read = readAnswer(port.ask(...all));
    expect(read.notUnderstood).toEqual([]);
    expect(Object.fromEntries(read.found.map(({ what, value }) => [what, value]))).toMatchObject({
      'modem.identity': 'Green Lamp virtual modem, simulated',
      'card.pin': 'ready',
      'card.number': port.modem.slots[0]?.card?.iccid,
      'card.imsi': port.modem.slots[0]?.card?.imsi,
      'modem.imei': port.modem.imei,
      'network.operator': 'Fellwave',
      'context.apn': 'm2m.fellwave.example',
      'context.active': 'active',
      'context.dns': '192.0.2.53',
    });
  });
  test('the card by its own file gives the same number as by the command; an unknown file says so', () => {
    const port = new Port();
    expect(values(port.ask('AT+CRSM=176,12258,0,0,10'))['card.number']).toBe(port.modem.slots[0]?.card?.iccid);
    expect(values(port.ask('AT+CRSM=176,28589,0,0,4'))['card.mncLength']).toBe(2);
    expect(values(port.ask('AT+CRSM=176,1,0,0,4'))['error.text']).toBe('card status 6A82');
  });
  test('+CGSN by its kinds: 0 the serial number, 1 IMEI, 2 IMEISV, 3 SVN (TS 27.007 clause 5.4)', () => {
    const port = new Port().plain();
    const { imei } = port.modem;
    expect([0, 1, 2, 3].map((kind) => port.ask(`AT+CGSN=${kind}`))).toEqual([
      `\r\n${imei}\r\n\r\nOK\r\n`,
      `\r\n+CGSN: "${imei}"\r\n\r\nOK\r\n`,
      `\r\n+CGSN: "${imei.slice(0, 14)}01"\r\n\r\nOK\r\n`,
      '\r\n+CGSN: "01"\r\n\r\nOK\r\n',
    ]);
  });
  test.each([
    '+CPIN',
    '+CREG',
    '+CEREG',
    '+CGDCONT',
    '+CGACT',
    '+CFUN',
    '+CMEE',
    '+CSQ',
    '+CESQ',
    '+CLCK',
    '+CGATT',
    '+CPSMS',
    '+CMGF',
    '+IPR',
  ])('the test form of %s is answered', (name) => expect(new Port().plain().ask(`AT${name}=?`)).toMatch(/OK\r\n$/));
  test('the network’s clock in UTC with its zone in quarters of an hour', () =>
    expect(new Port().plain().ask('AT+CCLK?')).toContain('+CCLK: "26/11/12,14:06:00+00"'));
});

describe('the line (V.250)', () => {
  test('several commands in a line, digits for results, no echo; Z sets it back', () => {
    const port = new Port();
    port.ask('ATE0V0');
    expect(port.ask('AT+CPIN?;+CFUN?;+CGATT?')).toBe('+CPIN: READY\r\n+CFUN: 1\r\n+CGATT: 1\r\n0\r');
    port.ask('ATZ');
    expect(port.ask('at+cgatt?')).toBe('at+cgatt?\r\r\n+CGATT: 1\r\n\r\nOK\r\n');
  });
  test('basic commands run together, extended ones end at a semicolon, a quoted one keeps its own', () => {
    const port = new Port().plain();
    expect(port.ask('ATE0V1Q0+CMEE?;+CGDCONT=2,"IP","a;b";+CGDCONT?')).toMatch(/\+CMEE: 1[^]*\+CGDCONT: 2,"IP","a;b"/);
    expect(port.ask('AT&C1&D2S7?')).toContain('060');
  });
  test('AT or at, never mixed; what stands before it is let go; an empty line says OK', () => {
    const port = new Port().plain();
    expect([port.ask('At'), port.ask('aT+CFUN?'), port.ask('~~x AT'), port.ask('at')]).toEqual(['', '', '\r\nOK\r\n', '\r\nOK\r\n']);
  });
  test('a backspace takes the last character back, A/ repeats the last line without an end', () => {
    const port = new Port().plain();
    expect(port.type('AT+CFUN?x\b\r')).toContain('+CFUN: 1');
    expect(port.type('A/')).toContain('+CFUN: 1');
  });
  test('Q1 keeps results to itself, and information still comes', () => {
    const port = new Port().plain();
    expect([port.ask('ATQ1'), port.ask('AT+CFUN?'), port.ask('AT+NONE')]).toEqual(['', '\r\n+CFUN: 1\r\n', '']);
  });
  test('an unknown command, a wrong value: ERROR, a number, or words, as was asked (+CMEE)', () => {
    const port = new Port();
    const by = (level: number) => port.ask('ATE0', `AT+CMEE=${level}`, 'AT+CFUN=7').split('\r\n').at(-2);
    expect([by(0), by(1), by(2)]).toEqual(['ERROR', '+CME ERROR: 50', '+CME ERROR: incorrect parameters']);
    expect(port.ask('AT+NONE')).toBe('\r\nERROR\r\n');
    expect(port.ask('ATE7', 'ATV9', 'ATS3=10')).toBe('\r\nERROR\r\n'.repeat(3));
    expect(port.ask('AT+IPR=12345', 'AT+ICF=9')).toBe('\r\n+CME ERROR: incorrect parameters\r\n'.repeat(2));
  });
  test('a line that fails stops there: what came before it is done, what follows is not', () => {
    const port = new Port().plain();
    expect(port.ask('AT+CGDCONT=2,"IP","one";+NONE;+CGDCONT=3,"IP","two"')).toBe('\r\nERROR\r\n');
    expect(port.modem.told.contexts.map(({ cid }) => cid)).toEqual([1, 2]);
  });
  test('rate, flow, framing and registers are told and kept', () => {
    const port = new Port().plain();
    expect(port.ask('AT+IPR=9600;+IPR?')).toContain('+IPR: 9600');
    expect(port.ask('AT+IFC?;+ICF?')).toContain('+IFC: 2,2\r\n\r\n+ICF: 3,3');
    expect(port.ask('ATS0=2S0?')).toContain('002');
    expect(port.ask('AT+GCAP;+CSCS?;+CTZU?;+CTZR=1;+CTZR?')).toContain('+CTZR: 1');
  });
});

describe('data and back', () => {
  const online = (): Port => {
    const port = new Port().plain();
    port.ask('ATD*99***1#');
    expect(port.wait(seconds(2))).toBe('\r\nCONNECT 115200\r\n');
    return port;
  };
  test('the packet service goes on line; commands are not heard there', () => {
    const port = online();
    expect(port.ask('AT+CSQ')).toBe('AT+CSQ\r');
  });
  test('there is no packet data behind it: what is sent comes back byte by byte, so that a client sees its own line (RFC 1662 asks for more)', () => {
    const port = online();
    const request = '~\u00ff}#\u00c0!}!}!} }4}"}&} } } } }%}&}(}"}\'}"~';
    expect(port.type(request)).toBe(request);
    expect(port.modem.held).toBe('');
  });
  test('CONNECT alone by X0, else with the rate of the line (V.250 clause 6.2.7)', () => {
    const port = new Port().plain();
    port.ask('ATX0+IPR=9600;D*99#');
    expect(port.wait(seconds(2))).toBe('\r\nCONNECT\r\n');
    const other = new Port().plain();
    other.ask('ATX1+IPR=9600;D*99#');
    expect(other.wait(seconds(2))).toBe('\r\nCONNECT 9600\r\n');
    const digits = new Port().plain();
    digits.ask('ATV0D*99#');
    expect(digits.wait(seconds(2))).toBe('1\r');
    const data = new Port().plain();
    data.ask('AT+CGDATA="PPP",1');
    expect(data.wait(seconds(2))).toBe('\r\nCONNECT 115200\r\n');
  });
  test('+++ between two silences leads back, and ATO to the data again', () => {
    const port = online();
    port.wait(seconds(2));
    expect(port.type('+++')).toBe('+++');
    expect(port.wait(seconds(1))).toBe('\r\nOK\r\n');
    expect(port.ask('AT+CFUN?')).toContain('+CFUN: 1');
    expect(port.ask('ATO')).toContain('CONNECT');
  });
  test('+++ in the middle of data, or with more after it, is data', () => {
    const port = online();
    port.wait(seconds(2));
    port.type('x+++');
    expect(port.wait(seconds(3))).toBe('');
    port.wait(seconds(2));
    port.type('+++');
    port.wait(400);
    port.type('y');
    expect([port.wait(seconds(2)), port.modem.online]).toEqual(['', true]);
  });
  test('DTR falls: by &D2 the call ends, by &D0 nothing', () => {
    const hung = act(worldAfter('ATD*99#', 'ATE0'), { act: 'port-left', station, modem: 'modem' });
    expect(modemIn(hung).online).toBe(false);
    const stays = act(worldAfter('ATD*99#', 'AT&D0'), { act: 'port-left', station, modem: 'modem' });
    expect(modemIn(stays).online).toBe(true);
  });
  test('a voice number has no carrier here; H hangs up; a lost session ends the data', () => {
    const port = online();
    port.with({ online: false });
    expect(port.ask('ATA')).toBe('\r\nNO CARRIER\r\n');
    expect(port.ask('ATD0123')).toBe('\r\nNO CARRIER\r\n');
    expect(port.ask('ATH')).toBe('\r\nOK\r\n');
  });
});
/** The practice world after the modem was told and has dialled. */
function worldAfter(dial: string, ...lines: string[]): World {
  const told = lines.reduce((world, line) => act(world, { act: 'port', station, modem: 'modem', bytes: `${line}\r` }), worldWith());
  return run(act(told, { act: 'port', station, modem: 'modem', bytes: `${dial}\r` }), 5000);
}

describe('what takes its time', () => {
  test('a search of all networks takes as long as it has bands, and lists them by state, name, number and technology', () => {
    const port = new Port().plain();
    expect(port.ask('AT+COPS=?')).toBe('');
    expect(port.wait(seconds(40))).toBe('');
    const answer = port.wait(seconds(20));
    expect(answer).toMatch(/^\r\n\+COPS: \((?:.*)\),,\(0-4\),\(0-2\)\r\n\r\nOK\r\n$/);
    expect(answer).toContain('(2,"Fellwave","FELL","99970",7)');
    expect(answer).toContain('(1,"Tarnlink","TARN","99905",7)');
  });
  test('any character after an eighth of a second ends the search; one that comes sooner does not', () => {
    const port = new Port().plain();
    port.type('AT+COPS=?\rx');
    expect(port.wait(200)).toBe('');
    expect(port.type('x')).toBe('\r\nOK\r\n');
    expect(port.ask('AT+CFUN?')).toContain('+CFUN: 1');
  });
  test('a command that is sent before one that can’t be ended has ended is lost', () => {
    const port = new Port().plain();
    port.ask('AT+CGACT=0,1');
    expect(port.ask('AT+CGACT=1,1', 'AT+CSQ')).toBe('');
    expect(port.wait(seconds(1))).toBe('\r\nOK\r\n');
  });
  test('commands of the same line go on after the one that took its time', () => {
    const port = new Port().plain();
    port.ask('AT+CGACT=0,1');
    port.ask('AT+CGACT=1,1;+CGACT?');
    expect(port.wait(seconds(1))).toBe('\r\n+CGACT: 1,1\r\n\r\nOK\r\n');
  });
  test('a network by hand, out of them all, and back to automatic', () => {
    const port = new Port().plain();
    port.ask('AT+COPS=1,2,"99905"');
    expect(port.wait(seconds(10))).toBe('\r\nOK\r\n');
    expect(port.ask('AT+CEREG?')).toContain('+CEREG: 0,5');
    port.ask('AT+COPS=2');
    expect([port.wait(seconds(1)), port.ask('AT+CEREG?;+COPS?')]).toEqual(['\r\nOK\r\n', '\r\n+CEREG: 0,0\r\n\r\n+COPS: 2\r\n\r\nOK\r\n']);
    port.ask('AT+COPS=0');
    port.wait(seconds(10));
    expect(port.ask('AT+COPS?')).toContain('+COPS: 0,0,"Fellwave",7');
    expect(port.ask('AT+COPS=1,2,"00000"', 'AT+COPS=9')).toBe('\r\n+CME ERROR: 30\r\n\r\n+CME ERROR: 50\r\n');
  });
  test('the network is named in the format that was asked for last: long, short, or its number (TS 27.007 clause 7.3)', () => {
    const port = new Port().plain();
    const named = (format: number): string => port.ask(`AT+COPS=3,${format};+COPS?`);
    expect([0, 1, 2].map(named)).toEqual([
      expect.stringContaining('+COPS: 0,0,"Fellwave",7'),
      expect.stringContaining('+COPS: 0,1,"FELL",7'),
      expect.stringContaining('+COPS: 0,2,"99970",7'),
    ]);
  });
  test('detached and attached again', () => {
    const port = new Port().plain();
    port.ask('AT+CGATT=0');
    port.wait(seconds(1));
    expect(port.ask('AT+CGATT?')).toContain('+CGATT: 0');
    port.ask('AT+CGATT=1');
    expect(port.wait(seconds(4))).toBe('\r\nOK\r\n');
  });
});

describe('the card', () => {
  const locked = (wait = minutes(2)): Port => portAfter([{ act: 'plant', fault: 'pin-on' }], {}, wait);
  test('a card that wants its PIN: errors by number, the right PIN opens it and it registers', () => {
    const port = locked();
    expect(port.ask('AT+CPIN?', 'AT+CIMI')).toBe('\r\n+CPIN: SIM PIN\r\n\r\nOK\r\n\r\n+CME ERROR: 11\r\n');
    expect(port.ask(`AT+CPIN="${virtualPin}"`)).toBe('\r\nOK\r\n');
    port.wait(seconds(16));
    expect(port.ask('AT+CPIN?;+CEREG?')).toBe('\r\n+CPIN: READY\r\n\r\n+CEREG: 0,1\r\n\r\nOK\r\n');
  });
  test('the tries that are left are told; three wrong PINs want the PUK, ten wrong PUKs end the card', () => {
    const port = locked();
    expect(port.ask('AT+CPINR')).toContain('+CPINR: SIM PIN,3,3');
    expect(port.ask('AT+CPIN=0000', 'AT+CPIN=0000', 'AT+CPIN=0000')).toBe(
      '\r\n+CME ERROR: 16\r\n\r\n+CME ERROR: 16\r\n\r\n+CME ERROR: 12\r\n',
    );
    expect(port.ask('AT+CPIN?;+CPINR')).toContain('+CPIN: SIM PUK\r\n\r\n+CPINR: SIM PIN,0,3');
    const dead = new Port(port.world).with(port.modem);
    expect(dead.ask(...Array.from({ length: 10 }, () => 'AT+CPIN="11111111","1234"'))).toMatch(
      /(?:\+CME ERROR: 16\r\n\r\n){9}\+CME ERROR: 13/,
    );
    expect(dead.ask('AT+CPIN?')).toContain('+CME ERROR: 13');
    expect(port.ask(`AT+CPIN="${virtualPuk}","1357"`, 'AT+CPIN?')).toContain('+CPIN: READY');
    expect(port.modem.slots[0]?.card?.pin).toBe('1357');
  });
  test('the lock is asked, set and taken off with the PIN, and the PIN is changed (+CLCK, +CPWD)', () => {
    const port = new Port().plain();
    expect(port.ask('AT+CLCK="SC",2')).toContain('+CLCK: 0');
    expect(port.ask(`AT+CLCK="SC",1,"${virtualPin}"`, 'AT+CLCK="SC",2')).toContain('+CLCK: 1');
    expect(port.ask(`AT+CPWD="SC","${virtualPin}","8642"`, 'AT+CLCK="SC",0,"0000"')).toContain('+CME ERROR: 16');
    expect(port.ask('AT+CLCK="SC",0,"8642"', 'AT+CLCK="SC",2')).toContain('+CLCK: 0');
    expect(port.ask('AT+CLCK="AO",2', 'AT+CLCK="SC",7,"1"')).toBe('\r\n+CME ERROR: 4\r\n\r\n+CME ERROR: 50\r\n');
  });
  test('what the PIN was never stays in what may be kept', () =>
    expect(readAnswer(new Port().ask(`AT+CPIN="${virtualPin}"`)).masked).not.toContain(virtualPin));
  test('just after the tray was touched it is busy; a card that is turned is none', () => {
    const port = portAfter([{ act: 'card', modem: 'modem', slot: 0, change: { turned: true } }]);
    expect(port.ask('AT+CPIN?')).toBe('\r\n+CME ERROR: 14\r\n');
    port.wait(seconds(2));
    expect(port.ask('AT+CPIN?', 'AT+CCID', 'AT+COPS=?')).toBe('\r\n+CME ERROR: 10\r\n'.repeat(3));
  });
  test('a network that refused for good stands on the card’s own list, and outlives a power cycle (EF_FPLMN)', () => {
    const port = portAfter([{ act: 'plant', fault: 'network-by-hand' }], { carrier: 'Tarnlink' }, minutes(3));
    const file = port.ask('AT+CRSM=176,28539,0,0,12');
    expect(file).toContain('"99F999FFFFFFFFFFFFFFFFFF"');
    const again = run(
      act(act(port.world, { act: 'modem-power', station, modem: 'modem', on: false }), {
        act: 'modem-power',
        station,
        modem: 'modem',
        on: true,
      }),
      minutes(2),
    );
    expect(new Port(again).plain().ask('AT+CRSM=176,28539,0,0,12')).toBe(file);
  });
  test('the other slot has its own card, or none', () => {
    const port = portAfter([{ act: 'slot', modem: 'modem', use: 1 }], {}, seconds(3));
    expect(port.ask('AT+CPIN?')).toBe('\r\n+CME ERROR: 10\r\n');
  });
});

describe('on the air', () => {
  test('power: nothing is heard for a minute, then the card, then the network, then a session', () => {
    const world = act(act(worldWith(), { act: 'modem-power', station, modem: 'modem', on: false }), {
      act: 'modem-power',
      station,
      modem: 'modem',
      on: true,
    });
    const port = new Port(world);
    expect(port.ask('AT')).toBe('');
    port.wait(seconds(59));
    expect(port.ask('AT')).toBe('');
    port.wait(seconds(1));
    expect(port.ask('ATE0', 'AT+CPIN?')).toContain('ERROR');
    port.wait(seconds(2));
    expect(port.ask('AT+CPIN?;+CEREG?')).toContain('+CPIN: READY\r\n\r\n+CEREG: 0,2');
    port.wait(seconds(16));
    expect(port.ask('AT+CEREG?;+CGPADDR=1')).toMatch(/\+CEREG: 0,1\r\n\r\n\+CGPADDR: 1,"100\.72\.4\.\d+"/);
  });
  test('it says by itself where it stands, if it was asked to: first the state, with 2 also place and technology', () => {
    const port = new Port().plain();
    port.ask('AT+CEREG=2');
    port.ask('AT+CFUN=4');
    port.ask('AT+CFUN=1');
    expect(port.wait(seconds(16))).toMatch(/^\r\n\+CEREG: 1,"7001","[0-9A-F]{8}",7\r\n$/);
    expect(port.ask('AT+CEREG?')).toMatch(/\+CEREG: 2,1,"7001","[0-9A-F]{8}",7/);
    expect(port.ask('AT+CREG=1;+CREG?', 'AT+CREG=5')).toContain('+CREG: 1,1\r\n\r\nOK\r\n\r\n+CME ERROR: 50');
  });
  test('a refusal is denied with its cause where that was asked (27.007 clause 10.1.20: 3,3,,,,0,15 in form)', () => {
    const port = portAfter([{ act: 'plant', fault: 'no-data' }], {}, seconds(30));
    expect(port.ask('AT+CEREG=3;+CEREG?;+CEER')).toContain('+CEREG: 3,3,,,,0,7\r\n\r\n+CEER: EMM cause 7');
    expect(values(port.ask('AT+CEREG?'))['network.registration']).toContain('denied');
  });
  test('congestion is tried again after ten seconds, five times, and then not for twelve minutes (T3411, T3402)', () => {
    const port = portAfter([{ act: 'plant', fault: 'congestion' }], {}, minutes(1) + seconds(2));
    const tries: number[] = [];
    for (let waited = 0; waited < minutes(4); waited += 1000) {
      const { registration } = port.modem;
      if (registration.is === 'denied' && registration.tries !== tries.at(-1)) tries.push(registration.tries);
      port.wait(1000);
    }
    expect(tries).toEqual([1, 2, 3, 4, 5]);
    const { registration } = port.modem;
    expect(registration.is === 'denied' && registration.until !== null ? registration.until - port.at : 0).toBeGreaterThan(minutes(8));
  });
  test('an APN that the network does not know: registered, no session, the cause, and the number of the error', () => {
    const port = portAfter([{ act: 'plant', fault: 'apn-wrong' }], {}, minutes(2));
    port.ask('AT+CGACT=1,1');
    expect(port.wait(seconds(1))).toBe('\r\n+CME ERROR: 127\r\n');
    expect(values(port.ask('AT+CEREG?', 'AT+CEER', 'AT+CGPADDR=1'))).toMatchObject({
      'network.registration': 'registered, home',
      cause: 27,
      'context.active': 'no address',
    });
  });
  test.each([
    ['suspended', 177],
    ['apn-not-on-plan', 133],
    ['apn-password', 129],
    ['ip-type', 192],
  ] as const)('a session that is refused for %s is error %i', (fault, code) => {
    const port = portAfter([{ act: 'plant', fault }], {}, minutes(2));
    port.ask('AT+CGACT=1,1');
    expect(port.wait(seconds(1))).toBe(`\r\n+CME ERROR: ${code}\r\n`);
  });
  test('an IPv6 session tells its address as sixteen numbers (TS 27.007 clause 10.1.41)', () => {
    const port = new Port(worldWith({ point: 2 })).plain();
    expect(port.ask('AT+CGPADDR=1')).toMatch(/\+CGPADDR: 1,"32\.1\.13\.184\.0\.112\.0\.0\.0\.0\.0\.0\.0\.0\.0\.\d+"/);
    expect(port.ask('AT+CGCONTRDP=1').split('"')[3]?.split('.')).toHaveLength(32);
  });
  test('user and password are told to the context and never said again; 0 takes them off', () => {
    const port = new Port().plain();
    port.ask('AT+CGAUTH=1,2,"dale","larch"');
    expect(port.ask('AT+CGAUTH?')).toBe('\r\n+CGAUTH: 1,2,"dale"\r\n\r\nOK\r\n');
    port.ask('AT+CGAUTH=1,0');
    expect(port.ask('AT+CGAUTH?')).toBe('\r\nOK\r\n');
    expect(port.ask('AT+CGAUTH=3,1,"a","b"', 'AT+CGDCONT=7,"IP","x"', 'AT+CGDCONT=1,"SLIP","x"')).toBe('\r\n+CME ERROR: 50\r\n'.repeat(3));
  });
  test('the radio off is not registered and has no level; a reset starts it again', () => {
    const port = new Port().plain();
    expect(port.ask('AT+CFUN=4', 'AT+CREG?', 'AT+CSQ')).toMatch(/\+CREG: 0,0[\s\S]*\+CSQ: 99,99/);
    expect(port.ask('AT+CFUN=1,1')).toBe('\r\nOK\r\n');
    expect(port.ask('AT')).toBe('');
    port.wait(minutes(2));
    expect(port.ask('ATE0;+CEREG?')).toContain('+CEREG: 0,1');
  });
  test('asleep after half a minute of silence it loses the first line, and hears the second', () => {
    const port = new Port().plain();
    port.ask('AT+CPSMS=1');
    port.wait(seconds(31));
    expect(port.modem.asleep).toBe(true);
    expect([port.ask('AT+CPSMS?'), port.ask('AT+CPSMS?')]).toEqual(['', '\r\n+CPSMS: 1,,,"00000110","00100001"\r\n\r\nOK\r\n']);
  });
  test('figures are renewed by the refresh period and stand in between', () => {
    const world = worldWith();
    const slow = new Port(world).with({ refresh: 5000 });
    const loose = {
      ...world,
      outfits: {
        [station]: {
          ...outfitIn(world),
          aerials: { modem: { main: 'right', diversity: 'right', cable: 2, interference: 0, swing: 9 } as const },
        },
      },
    };
    const seen = Array.from(
      { length: 30 },
      (_, i) =>
        hearModem(slow.modem, 'AT+CESQ\r', later(5000 - (start % 5000) + i * 1000), aroundOf(loose, outfitIn(loose), 'modem')).answer,
    );
    expect(new Set(seen).size).toBeGreaterThan(3);
    expect(new Set(seen).size).toBeLessThanOrEqual(6);
  });
  test('every technology that a cell can have is one of the table of TS 27.007 clause 7.3', () => {
    const told = new Set(cells.map(({ radio }) => radio));
    expect([...told].sort()).toEqual(['2G', '3G', '5G', 'LTE', 'LTE-M', 'NB-IoT']);
    expect(technologies[9]?.of).toBe('NB-IoT');
  });
});

describe('what is told without being asked', () => {
  const quiet = (...lines: string[]): Port => {
    const port = new Port().plain();
    port.ask(...lines);
    return port;
  };
  test('the radio off and a detach by command take the network away, and it says so after OK (TS 27.007 clauses 7.2, 8.2, 10.1.9, 10.1.22)', () => {
    expect(quiet('AT+CREG=1;+CEREG=1').ask('AT+CFUN=4')).toBe('\r\nOK\r\n\r\n+CREG: 0\r\n\r\n+CEREG: 0\r\n');
    const port = quiet('AT+CEREG=1;+CGEREP=1');
    port.ask('AT+CGATT=0');
    expect(port.wait(seconds(1))).toBe('\r\nOK\r\n\r\n+CEREG: 0\r\n\r\n+CGEV: ME PDN DEACT 1\r\n\r\n+CGEV: ME DETACH\r\n');
    port.ask('AT+CGATT=1');
    expect(port.wait(seconds(5))).toBe('\r\nOK\r\n\r\n+CEREG: 1\r\n\r\n+CGEV: ME PDN ACT 1\r\n');
    expect(quiet().ask('AT+CFUN=4')).toBe('\r\nOK\r\n');
  });
  test('a restart by +CFUN=1,1 comes back with codes only if they are stored (&W)', () => {
    const port = quiet('AT+CEREG=2', 'AT+CFUN=1,1');
    expect(port.wait(minutes(2))).toBe('');
    const stored = quiet('AT+CEREG=2;&W', 'AT+CFUN=1,1');
    expect(stored.wait(minutes(2))).toMatch(/^\r\n\+CEREG: 2\r\n\r\n\+CEREG: 1,"[0-9A-F]{4}","[0-9A-F]{8}",7\r\n$/);
  });
  test('+CEREG=4 and 5 tell the timers of sleep, where it sleeps (TS 27.007 clause 10.1.22)', () => {
    const port = quiet('AT+CEREG=4');
    expect(port.ask('AT+CEREG?')).toMatch(/^\r\n\+CEREG: 4,1,"[0-9A-F]{4}","[0-9A-F]{8}",7\r\n/);
    port.ask('AT+CPSMS=1,,,"00111000","00000001"');
    expect(port.ask('AT+CEREG?')).toMatch(/\+CEREG: 4,1,"[0-9A-F]{4}","[0-9A-F]{8}",7,,,"00000001","00111000"\r\n/);
    const denied = portAfter([{ act: 'plant', fault: 'no-data' }], {}, minutes(2));
    expect(denied.ask('AT+CEREG=5', 'AT+CEREG?')).toMatch(/\+CEREG: 5,3,,,,0,\d+\r\n/);
  });
});

describe('contexts', () => {
  test('its number alone takes a definition off (TS 27.007 clause 10.1.1); one that is open can’t be', () => {
    const port = new Port().plain();
    port.ask('AT+CGDCONT=3,"IP","three.example"');
    expect(port.ask('AT+CGDCONT=3', 'AT+CGDCONT?')).not.toContain('three.example');
    expect(port.ask('AT+CGDCONT=1')).toBe('\r\n+CME ERROR: 3\r\n');
  });
  test('+CGACT=0 closes all, +CGACT=1 opens all that are defined (TS 27.007 clause 10.1.10)', () => {
    const port = new Port().plain();
    port.ask('AT+CGDCONT=2,"IP","m2m.fellwave.example"');
    port.ask('AT+CGACT=1');
    port.wait(seconds(2));
    expect(port.ask('AT+CGACT?')).toBe('\r\n+CGACT: 1,1\r\n+CGACT: 2,1\r\n\r\nOK\r\n');
    expect(port.ask('AT+CGACT=0', 'AT+CGACT?')).toBe('\r\nOK\r\n\r\n+CGACT: 1,0\r\n+CGACT: 2,0\r\n\r\nOK\r\n');
  });
});

test('the card’s list of networks that refused it is taken off by +CRSM, as it is on site (EF_FPLMN, TS 51.011 clause 10.3.16)', () => {
  const port = new Port().plain();
  const slots = port.modem.slots.map((slot) => (slot.card === null ? slot : { ...slot, card: { ...slot.card, forbidden: ['99905'] } }));
  port.with({ slots });
  expect(port.ask('AT+CRSM=176,28539,0,0,12')).toContain('+CRSM: 144,0,"99F950FFFFFFFFFFFFFFFFFF"');
  port.ask('AT+CRSM=214,28539,0,0,12,"FFFFFFFFFFFFFFFFFFFFFFFF"');
  expect(port.modem.slots[0]?.card?.forbidden).toEqual([]);
});
test('the IMSI by its file is the one by its command (EF_IMSI, TS 51.011 clause 10.3.2)', () => {
  const port = new Port().plain();
  const imsi = port.modem.slots[0]?.card?.imsi ?? '';
  const [, told = ''] = /144,0,"08([0-9A-F]{16})"/.exec(port.ask('AT+CRSM=176,28423,0,0,9')) ?? [];
  expect(told.replace(/(.)(.)/g, '$2$1').slice(1)).toBe(imsi);
});
test('its clock is set, counts on, and is the network’s again after a start (TS 27.007 clause 8.15)', () => {
  const port = new Port().plain();
  port.ask('AT+CCLK="26/06/30,10:00:00+04"');
  port.wait(seconds(5));
  expect(port.ask('AT+CCLK?')).toContain('"26/06/30,09:00:05+00"');
  port.ask('AT+CFUN=1,1');
  port.wait(minutes(2));
  expect(port.ask('AT+CCLK?')).toContain('"26/11/12,14:08:05+00"');
});
test('a line’s S registers have V.250’s limits and usual values', () => {
  expect(new Port().plain().ask('ATS0?S3?S4?S5?S6?S7?S8?S10?')).toBe(
    `${['000', '013', '010', '008', '002', '060', '002', '014'].map((of) => `\r\n${of}\r\n`).join('')}\r\nOK\r\n`,
  );
});

test('the same bytes in any pieces give the same answers and the same modem', () =>
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 20 }), (cuts) => {
      const whole = `${all.join('\r\n')}\r\nAT+COPS=?\rlost\r`;
      const [once, pieces] = [new Port(), new Port()];
      const answer = once.type(whole);
      let [said, from] = ['', 0];
      for (const n of [...cuts, whole.length]) {
        said += pieces.type(whole.slice(from, from + n));
        from += n;
      }
      expect(said).toBe(answer);
      expect(pieces.modem).toEqual(once.modem);
    }),
    { seed: 3, numRuns: 60 },
  ));
test('any text at all is answered without a throw, and after a while the next good command still works', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 400 }), (noise) => {
      const port = new Port();
      port.type(`${noise}\r`);
      port.wait(minutes(3));
      port.with({ online: false });
      expect(port.type('\u001b\r\rATZ\rAT+CGATT?\r')).toContain('+CGATT: ');
    }),
    { seed: 4, numRuns: 100 },
  ));
test('however its time is cut, it comes to the same', () =>
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 90_000 }), { maxLength: 12 }), (steps) => {
      const from = act(worldWith(), { act: 'plant', station, fault: 'congestion' });
      const [once, often] = [new Port(from), new Port(from)];
      once.wait(steps.reduce((sum, step) => sum + step, 0));
      for (const step of steps) often.wait(step);
      expect(often.modem).toEqual(once.modem);
    }),
    { seed: 5, numRuns: 60 },
  ));
