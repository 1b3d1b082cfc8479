// Messages at the virtual modem's port, in both modes, by TS 27.005.
import fc from 'fast-check';
import { instant } from '../quantity/index.ts';
import { readPdu, writeSubmit } from '../wire/index.ts';
import { cmsErrors, type Conditions, fairWeather, hearModem, mostTexts, receiveText, virtualModem, type VirtualModem } from './index.ts';

const at = instant(Date.UTC(2026, 10, 12, 14, 6));
const facts = {
  iccid: '8999901234567890124',
  imsi: '999050123456789',
  imei: '490154203237518',
  apn: 'm2m.fellwave.example',
  address: '100.72.4.9',
  seed: 5,
};
const quiet = (conditions: Partial<Conditions> = {}): VirtualModem =>
  hearModem(virtualModem(facts, { ...fairWeather, ...conditions }), 'ATE0;+CMEE=1\r', at).modem;
const say = (modem: VirtualModem, text: string): { modem: VirtualModem; answer: string } => hearModem(modem, text, at);
const from = '+447700900123';
const withTexts = (...texts: string[]): VirtualModem => texts.reduce((modem, text) => receiveText(modem, { from, text, at }), quiet());

describe('sending', () => {
  test('text mode: prompt, body, Ctrl-Z; numbered from 1, and kept until fetched', () => {
    const first = say(quiet(), 'AT+CMGF=1\rAT+CMGS="+441632960001"\r');
    expect(first.answer).toBe('\r\nOK\r\n\r\n> ');
    const sent = say(first.modem, 'gate open\u001a');
    expect(sent.answer).toBe('\r\n+CMGS: 1\r\n\r\nOK\r\n');
    expect(sent.modem.outbox).toEqual([{ to: '+441632960001', text: 'gate open' }]);
    expect(say(sent.modem, 'AT+CMGS="12345"\rx\u001a').answer).toContain('+CMGS: 2');
  });
  test('PDU mode: the length is of the message without its service centre, and has to fit', () => {
    const { pdu, length } = writeSubmit({ to: from, text: 'hellohello' });
    const good = say(quiet(), `AT+CMGS=${length}\r${pdu}\u001a`);
    expect(good.answer).toBe('\r\n> \r\n+CMGS: 1\r\n\r\nOK\r\n');
    expect(good.modem.outbox).toEqual([{ to: from, text: 'hellohello' }]);
    expect(say(quiet(), `AT+CMGS=${length + 1}\r${pdu}\u001a`).answer).toContain('+CMS ERROR: 304');
    expect(say(quiet(), `AT+CMGS=${length}\rrubbish\u001a`).answer).toContain('+CMS ERROR: 304');
  });
  test('Esc drops the body, and what follows is a line again', () => {
    const { modem, answer } = say(quiet(), 'AT+CMGF=1;+CMGS="12345"\rnot this\u001bAT+CMGF?\r');
    expect(answer).toBe('\r\n> \r\nOK\r\n\r\n+CMGF: 1\r\n\r\nOK\r\n');
    expect(modem.outbox).toEqual([]);
  });
  test.each([
    [{ card: 'no card' }, 310],
    [{ card: 'PIN wanted' }, 311],
    [{ card: 'PUK wanted' }, 316],
    [{ network: 'denied' }, 331],
    [{ network: 'searching' }, 331],
  ] as const)('under %j it is refused with %i', (conditions, code) => {
    expect(say(quiet(conditions), 'AT+CMGS=22\r').answer).toBe(`\r\n+CMS ERROR: ${code}\r\n`);
    expect(say(say(quiet(conditions), 'AT+CMEE=2\r').modem, 'AT+CMGS=22\r').answer).toBe(`\r\n+CMS ERROR: ${cmsErrors[code] ?? ''}\r\n`);
    expect(say(say(quiet(conditions), 'AT+CMEE=0\r').modem, 'AT+CMGS=22\r').answer).toBe('\r\nERROR\r\n');
  });
  test('a number that is none, a length that is none', () => {
    expect(say(quiet(), 'AT+CMGF=1;+CMGS="gate"\r').answer).toContain('+CMS ERROR: 305');
    expect(say(quiet(), 'AT+CMGS=many\r').answer).toContain('+CMS ERROR: 304');
    expect(say(quiet(), 'AT+CMGF=2\r').answer).toContain('+CMS ERROR: 302');
  });
});

describe('what has arrived', () => {
  test('text mode: listed with its time, unread once, read afterwards', () => {
    const modem = say(withTexts('start', 'stop'), 'AT+CMGF=1\r').modem;
    const unread = say(modem, 'AT+CMGL="REC UNREAD"\r');
    expect(unread.answer).toBe(
      '\r\n+CMGL: 1,"REC UNREAD","+447700900123",,"26/11/12,14:06:00+00"\r\n\r\nstart\r\n\r\n+CMGL: 2,"REC UNREAD","+447700900123",,"26/11/12,14:06:00+00"\r\n\r\nstop\r\n\r\nOK\r\n',
    );
    expect(say(unread.modem, 'AT+CMGL="REC UNREAD"\r').answer).toBe('\r\nOK\r\n');
    expect(say(unread.modem, 'AT+CMGL="ALL"\r').answer).toContain('"REC READ"');
    expect(say(modem, 'AT+CMGL="SOME"\r').answer).toContain('+CMS ERROR: 305');
  });
  test('PDU mode: what is listed is a DELIVER that reads back', () => {
    const { answer } = say(withTexts('Höhe 4,2 m'), 'AT+CMGL=4\r');
    const [, length, pdu = ''] = /\+CMGL: 1,0,,(\d+)\r\n\r\n([0-9A-F]+)\r\n/.exec(answer) ?? [];
    expect(Number(length)).toBe(pdu.length / 2 - 1);
    expect(readPdu(pdu)).toEqual({ ok: true, value: { kind: 'deliver', from, text: 'Höhe 4,2 m', at, part: null } });
  });
  test('one is read by its index and deleted; an index that is none is 321', () => {
    const modem = withTexts('a', 'b');
    expect(say(modem, 'AT+CMGR=2\r').answer).toMatch(/^\r\n\+CMGR: 0,,\d+\r\n/);
    const left = say(modem, 'AT+CMGD=1\r').modem;
    expect(left.inbox.map(({ text }) => text)).toEqual(['b']);
    expect(say(left, 'AT+CMGR=1\r').answer).toContain('+CMS ERROR: 321');
    expect(say(left, 'AT+CMGD=1\r').answer).toContain('+CMS ERROR: 321');
    expect(say(left, 'AT+CMGD=1,4\r').modem.inbox).toEqual([]);
    expect(receiveText(left, { from, text: 'c', at }).inbox.map(({ index, text }) => [index, text])).toEqual([
      [1, 'c'],
      [2, 'b'],
    ]);
  });
  test('the card is full at its most, and says how full it is; without a network nothing arrives', () => {
    const full = withTexts(...Array.from({ length: mostTexts + 3 }, (_, i) => `n${i}`));
    expect(full.inbox).toHaveLength(mostTexts);
    expect(say(full, 'AT+CPMS?\r').answer).toContain(`"SM",${mostTexts},${mostTexts}`);
    expect(receiveText(quiet({ network: 'denied' }), { from, text: 'x', at }).inbox).toEqual([]);
  });
});

test('the same bytes in any pieces give the same answer and the same modem', () => {
  const { pdu, length } = writeSubmit({ to: from, text: 'in pieces' });
  const whole = `ATE1\rAT+CSQ;+CMGF?\rAT+CMGS=${length}\r${pdu}\u001aAT+CMGF=1\rAT+CMGS="12345"\rtwo\u001bATI\rAT+CMGL="ALL"\rAT+NONE\r`;
  const once = say(virtualModem(facts), whole);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 40 }), (sizes) => {
      let [modem, answer, left] = [virtualModem(facts), '', whole];
      for (const size of [...sizes, whole.length]) {
        const step = say(modem, left.slice(0, size));
        [modem, answer, left] = [step.modem, answer + step.answer, left.slice(size)];
      }
      expect(answer).toBe(once.answer);
      expect(modem).toEqual(once.modem);
    }),
    { seed: 27, numRuns: 120 },
  );
});
test('noise on the line never throws, never hangs, and a good line after it is answered', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (noise) => {
      const { modem } = say(quiet(), noise);
      expect(say(modem, '\u001b\rATE0\rAT\r').answer.endsWith('\r\nOK\r\n')).toBe(true);
    }),
    { seed: 28, numRuns: 150 },
  );
});
