// The standards' own tables: +CSQ, +CESQ, registration, errors, causes.
import * as vectors from '../../../vectors/ts-27-007.ts';
import { readAnswer } from '../answer/read.ts';
import { addressOf, fieldsOf } from './answers.ts';
import { emmCauses, esmCauses } from './causes.ts';
import { cmeErrors } from './errors.ts';
import { cesqLevel, type CesqScale, cesqScales, csqErrors, csqRssi } from './levels.ts';

const found = (line: string, what: string): unknown[] => readAnswer(line).found.flatMap((one) => (one.what === what ? [one.value] : []));
const notes = (line: string, what: string): string[] => readAnswer(line).found.flatMap((one) => (one.what === what ? [one.note] : []));

test.each(vectors.csq)('+CSQ %d is from %p to %p dBm', (n, least, most) =>
  expect(csqRssi(n)).toEqual({ is: 'level', level: { least, most } }),
);
test.each(vectors.csqRefused)('+CSQ %p is no level', (n) => expect(csqRssi(n)).toEqual({ is: 'wrong' }));
test('99 is not known, in level and in errors; the errors are RXQUAL’s percentages', () => {
  expect([csqRssi(99), csqErrors(99)]).toEqual([{ is: 'unknown' }, { is: 'unknown' }]);
  expect(csqErrors(0)).toEqual({ is: 'level', level: { least: 0, most: 0.2 } });
  expect(csqErrors(7)).toEqual({ is: 'level', level: { least: 12.8, most: null } });
  expect(csqErrors(8)).toEqual({ is: 'wrong' });
});
const scales = Object.keys(vectors.cesq) as (keyof typeof vectors.cesq)[];
test.each(scales)(
  '+CESQ’s %s has the standard’s ranges, its own unknown, and nothing beyond',
  (scale: CesqScale & keyof typeof vectors.cesq) => {
    for (const [n, least, most] of vectors.cesq[scale])
      expect([scale, n, cesqLevel(scale, n)]).toEqual([scale, n, { is: 'level', level: { least, most } }]);
    expect(cesqLevel(scale, vectors.cesqUnknown[scale])).toEqual({ is: 'unknown' });
    for (const n of [cesqScales[scale].top + 1, -1, 0.5, Number.NaN]) expect(cesqLevel(scale, n)).toEqual({ is: 'wrong' });
  },
);
test('the ranges of a scale join without a gap', () => {
  for (const scale of scales)
    for (let n = 1; n <= cesqScales[scale].top; n++) {
      const [before, here] = [cesqLevel(scale, n - 1), cesqLevel(scale, n)];
      expect(before.is === 'level' && here.is === 'level' && before.level.most === here.level.least).toBe(true);
    }
});
test('a field outside its range is not a level, and the line is listed', () => {
  const read = readAnswer('+CESQ: 99,99,255,255,20,98');
  expect([read.found, read.notUnderstood]).toEqual([[], [{ line: 1, text: '+CESQ: 99,99,255,255,20,98' }]]);
});
test('+CESQ of LTE gives RSRQ and RSRP and nothing of GSM or UTRA; nine fields give NR', () => {
  expect(readAnswer('+CESQ: 99,99,255,255,20,50').found.map(({ what, value, of }) => [what, value, of])).toEqual([
    ['signal.rsrq', -10, 'LTE'],
    ['signal.rsrp', -91, 'LTE'],
  ]);
  expect(readAnswer('+CESQ: 99,99,255,255,255,255,60,50,66').found.map(({ what, value, of }) => [what, value, of])).toEqual([
    ['signal.rsrq', -13.5, 'NR'],
    ['signal.rsrp', -107, 'NR'],
    ['signal.sinr', 9.5, 'NR'],
  ]);
});
test.each(vectors.registrations)('%s: %s (%s)', (line, state, domain) => {
  const [read] = readAnswer(line).found.filter(({ what }) => what === 'network.registration');
  expect([read?.value, read?.of]).toEqual([state, domain]);
});
test('area, cell with its eNB, technology and reject cause come with it', () => {
  const line = '+CREG: 2,5,"00C3","0A1B2C03",7';
  expect([found(line, 'network.area'), notes(line, 'network.cell'), found(line, 'network.technology')]).toEqual([
    ['00C3'],
    ['eNB 662316, cell 3'],
    ['E-UTRAN'],
  ]);
  expect([found('+CEREG: 3,3,,,,0,15', 'cause'), notes('+CEREG: 3,3,,,,0,15', 'cause')[0]]).toEqual([
    [15],
    expect.stringMatching(/^no suitable cells/),
  ]);
  expect(notes('+CEREG: 3,3,,,,1,9', 'cause')).toEqual(['A number of the modem’s maker: see its manual.']);
});
test.each(vectors.errors)('%s is %s', (line, words) => {
  const [error] = readAnswer(line).found.filter(({ what }) => what.startsWith('error'));
  expect(error?.note).toBe(words);
});
test('for the causes that both tables name, the +CME number is 100 + the cause, and the words are the same but for their form', () => {
  for (const cause of vectors.cmeOfCause.emm)
    expect([cause, cmeErrors[100 + cause] !== undefined, emmCauses[cause] !== undefined]).toEqual([cause, true, true]);
  for (const cause of vectors.cmeOfCause.esm)
    expect([cause, cmeErrors[100 + cause] !== undefined, esmCauses[cause] !== undefined]).toEqual([cause, true, true]);
  for (const [cause, name] of Object.entries(vectors.emm)) expect(emmCauses[Number(cause)]?.name).toBe(name);
  for (const [cause, name] of Object.entries(vectors.esm)) expect(esmCauses[Number(cause)]?.name).toBe(name);
  expect(emmCauses[33]).toBeUndefined();
});
test('+CEER in words gives its cause by its table', () => {
  expect(notes('+CEER: ESM cause 33', 'cause')[0]).toMatch(/not subscribed/);
  expect(notes('+CEER: "EMM cause: 11"', 'cause')[0]).toMatch(/^PLMN not allowed/);
  expect(found('+CEER: No cause information available', 'error.text')).toEqual(['No cause information available']);
});
test.each([
  ['+CPIN: READY', 'ready'],
  ['+CPIN: SIM PIN', 'PIN wanted'],
  ['+CPIN: SIM PUK', 'PUK wanted'],
  ['+CPIN: PH-NET PIN', 'PH-NET PIN'],
  ['+CME ERROR: 10', 'no card'],
])('%s is the PIN state %s', (line, state) => expect(found(line, 'card.pin')).toEqual([state]));
test('operators: a numeric one is parted by its length, a search lists what was seen, none is said', () => {
  expect(found('+COPS: 0,2,"99970",7', 'network.operator')).toEqual(['999-70']);
  expect(found('+COPS: 0,2,"999070",7', 'network.operator')).toEqual(['999-070']);
  expect(found('+COPS: 1,0,"Fellwave",9', 'network.technology')).toEqual(['E-UTRAN, NB-IoT']);
  expect(found('+COPS: 0', 'network.operator')).toEqual(['none']);
  const search = readAnswer('+COPS: (2,"Fellwave","FELL","99970",7),(3,"Moorcell","MOOR","99999",7),,(0-4),(0-2)');
  expect(search.found.map(({ value, note }) => [value, note])).toEqual([
    ['Fellwave 99970', 'current'],
    ['Moorcell 99999', 'forbidden'],
  ]);
});
test('the card’s own files: the number with its nibbles swapped, the MNC’s length, and why the card refuses', () => {
  expect(found('+CRSM: 144,0,"98990921436587092143"', 'card.number')).toEqual(['89999012345678901234']);
  expect(found('+CRSM: 144,0,"00000002"', 'card.mncLength')).toEqual([2]);
  expect(notes('+CRSM: 105,130', 'error.text')).toEqual(['The card asks for its PIN first.']);
  expect(notes('+CRSM: 106,130', 'error.text')).toEqual(['The card has no such file.']);
});
test('contexts: none, empty and 0.0.0.0 are no address; a mask behind it is dropped; IPv6 comes as sixteen numbers', () => {
  for (const line of ['+CGPADDR: 1', '+CGPADDR: 1,""', '+CGPADDR: 1,"0.0.0.0"'])
    expect(found(line, 'context.active')).toEqual(['no address']);
  expect(found('+CGPADDR: 1,"100.72.4.9"', 'context.address')).toEqual(['100.72.4.9']);
  expect(addressOf('32.1.13.184.0.0.0.0.0.0.0.0.0.0.0.1')).toBe('2001:db8::1');
  expect(addressOf('100.72.4.9.255.255.255.255')).toBe('100.72.4.9');
  expect(addressOf('999.1.1.1')).toBeNull();
  expect(found('+CGCONTRDP: 1,5,"m2m.fellwave","100.72.4.9.255.255.255.255",,"203.0.113.53","203.0.113.54"', 'context.dns')).toEqual([
    '203.0.113.53',
    '203.0.113.54',
  ]);
  expect(found('+CGDCONT: 1,"IP","","0.0.0.0",0,0', 'context.apn')).toEqual(['network default']);
});
test('fields part at commas outside of quotes and brackets', () =>
  expect(fieldsOf('1,"a,b",(2,"x"),').map(({ text }) => text)).toEqual(['1', 'a,b', '(2,"x")', '']));
test.each([
  ['+CREG: 3,3,"00C3","0A1B2C03",7,0,11', [['EMM', 11]]],
  ['+CGREG: 3,3,"00C3","0A1B2C03",2,"01",0,7', [['EMM', 7]]],
  ['+CGREG: 2,1,"00C3","0A1B2C03",2,"01"', []],
  ['+CEREG: 5,3,,,,0,15,"11100000","00100001"', [['EMM', 15]]],
  ['+C5GREG: 3,3,"0000C3","00000A1B2C",11,,,0,62', [['5GMM', 62]]],
  ['+C5GREG: 2,1,"0000C3","00000A1B2C",11,5,"01.0000C3"', []],
  ['+C5GREG: 3,"0000C3","00000A1B2C",11,5,"01.0000C3",0,27', [['5GMM', 27]]],
])('the reject cause stands where its command has it: %s', (line, causes) =>
  expect(readAnswer(line).found.flatMap(({ what, value, of }) => (what === 'cause' ? [[of, value]] : []))).toEqual(causes),
);
test('a cause of 5G has the words of TS 24.501', () =>
  expect(notes('+C5GREG: 3,3,,,,,,0,62', 'cause')).toEqual([
    'no network slices available. Ask the carrier which slice the subscription has.',
  ]));
