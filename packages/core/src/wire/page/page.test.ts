// Pages, consoles and tables in a dozen manners of writing: every value that stands there is read, and nothing that does not.
import fc from 'fast-check';
import { type AnswerWords, readAnswer } from '../answer/read.ts';

const values = (text: string, words?: AnswerWords): { [what: string]: unknown } =>
  Object.fromEntries(readAnswer(text, words).found.map(({ what, value }) => [what, value]));
const sure = (text: string): [string, unknown][] =>
  readAnswer(text).found.flatMap((of) => (of.sure ? [[of.what, of.value] as [string, unknown]] : []));

/** What a page is made from: name, value as pages write it, and what is to be read. */
type Fact = { readonly name: string; readonly value: string; readonly what: string; readonly is: unknown };
const minusSigns = ['-', '\u2212', '\u2013'];
const dBm = (what: string, names: readonly string[], least: number, most: number, unit: string): fc.Arbitrary<Fact> =>
  fc
    .record({
      name: fc.constantFrom(...names),
      n: fc.integer({ min: least, max: most }),
      minus: fc.constantFrom(...minusSigns),
      behind: fc.constantFrom('', '', ' (fair)', ' good'),
    })
    .map(({ name, n, minus, behind }) => ({ name, value: `${n < 0 ? minus : ''}${Math.abs(n)} ${unit}${behind}`, what, is: n }));
const text = (what: string, names: readonly string[], said: readonly (readonly [string, unknown])[]): fc.Arbitrary<Fact> =>
  fc
    .record({ name: fc.constantFrom(...names), said: fc.constantFrom(...said) })
    .map(({ name, said: [value, is] }) => ({ name, value, what, is }));
const facts: readonly fc.Arbitrary<Fact>[] = [
  dBm('signal.rsrp', ['RSRP', 'LTE RSRP', 'rsrp'], -130, -60, 'dBm'),
  dBm('signal.rsrq', ['RSRQ', 'rsrq'], -19, -4, 'dB'),
  dBm('signal.sinr', ['SINR', 'LTE SINR'], 1, 28, 'dB'),
  dBm('signal.rssi', ['RSSI', 'Modem RSSI'], -105, -55, 'dBm'),
  text(
    'network.operator',
    ['Operator', 'Network name', 'Carrier'],
    [
      ['Fellwave', 'Fellwave'],
      ['Tarnlink M2M', 'Tarnlink M2M'],
      ['99905', '99905'],
    ],
  ),
  text(
    'network.technology',
    ['Technology', 'Network type', 'Access technology'],
    [
      ['LTE', 'LTE'],
      ['4G', '4G'],
      ['LTE-M', 'LTE-M'],
      ['NB-IoT', 'NB-IoT'],
      ['5G NSA', '5G NSA'],
    ],
  ),
  text(
    'network.registration',
    ['Registration', 'Registration status', 'Network status'],
    [
      ['registered, home', 'registered, home'],
      ['Registered (roaming)', 'registered, roaming'],
      ['Roaming', 'registered, roaming'],
      ['Registered to home network', 'registered, home'],
      ['not registered, searching', 'searching'],
      ['Searching...', 'searching'],
      ['Denied', 'denied'],
    ],
  ),
  text(
    'card.pin',
    ['SIM status', 'SIM', 'PIN state'],
    [
      ['READY', 'ready'],
      ['SIM PIN required', 'PIN wanted'],
      ['not inserted', 'no card'],
      ['PUK required', 'PUK wanted'],
    ],
  ),
  text(
    'card.number',
    ['ICCID', 'SIM number', 'SIM card number'],
    [
      ['8999901234567890124', '8999901234567890124'],
      ['8999 9012 3456 7890 124', '8999901234567890124'],
    ],
  ),
  text(
    'modem.imei',
    ['IMEI', 'Modem IMEI'],
    [
      ['490154203237518', '490154203237518'],
      ['49-015420-323751-8', '490154203237518'],
    ],
  ),
  text('card.imsi', ['IMSI'], [['999050123456789', '999050123456789']]),
  text(
    'context.apn',
    ['APN', 'Access point name'],
    [
      ['m2m.fellwave.example', 'm2m.fellwave.example'],
      ['iot', 'iot'],
    ],
  ),
  text(
    'context.address',
    ['WWAN IP address', 'Cellular IP', 'Modem IPv4 address'],
    [
      ['100.72.4.9', '100.72.4.9'],
      ['100.72.4.9/30', '100.72.4.9'],
    ],
  ),
  text(
    'network.band',
    ['Band', 'LTE band'],
    [
      ['B20', 'B20'],
      ['20', '20'],
      ['LTE B20', 'LTE B20'],
    ],
  ),
  text(
    'network.cell',
    ['Cell ID'],
    [
      ['0A1B2C03', '0A1B2C03'],
      ['169552899', '169552899'],
    ],
  ),
  text(
    'signal.bars',
    ['Bars', 'Signal strength'],
    [
      ['3 of 5', 3],
      ['4/5', 4],
    ],
  ),
  text(
    'network.attached',
    ['Attached', 'PS attached'],
    [
      ['yes', 'yes'],
      ['no', 'no'],
    ],
  ),
];
const page = fc.tuple(...facts).chain((all) => fc.shuffledSubarray(all, { minLength: 3, maxLength: 9 }));

const xmlName = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '_');
const manners: { readonly [manner: string]: (facts: readonly Fact[]) => string } = {
  colons: (of) => of.map(({ name, value }) => `${name}: ${value}`).join('\n'),
  'equal signs': (of) => of.map(({ name, value }) => `${xmlName(name)}=${value}`).join('\r\n'),
  'quoted, by names of one word': (of) => of.map(({ name, value }) => `${xmlName(name)} = "${value}"`).join('\n'),
  'columns by blanks': (of) => of.map(({ name, value }) => `${name.padEnd(28)}${value}`).join('\n'),
  'colons and columns': (of) => of.map(({ name, value }) => `  ${name.padEnd(22)}: ${value}`).join('\n'),
  tabs: (of) => of.map(({ name, value }) => `${name}\t${value}`).join('\n'),
  'a table by bars': (of) => `| Item | Value |\n|------|-------|\n${of.map(({ name, value }) => `| ${name} | ${value} |`).join('\n')}`,
  'a table of one row': (of) => `${of.map(({ name }) => name).join('\t')}\n${of.map(({ value }) => value).join('\t')}`,
  'JSON on one line': (of) => JSON.stringify({ modem: Object.fromEntries(of.map(({ name, value }) => [name, value])), uptime: 12 }),
  'JSON over lines': (of) =>
    JSON.stringify({ status: { cellular: Object.fromEntries(of.map(({ name, value }) => [xmlName(name), value])) } }, null, 2),
  tags: (of) =>
    `<status><cellular>${of.map(({ name, value }) => `<${xmlName(name)}>${value}</${xmlName(name)}>`).join('')}</cellular></status>`,
  'tags over lines': (of) =>
    `<modem>\n${of.map(({ name, value }) => `  <${xmlName(name)}>${value}</${xmlName(name)}>`).join('\n')}\n</modem>`,
  'rows of a page’s source': (of) => of.map(({ name, value }) => `<tr><th>${name}</th><td>${value}</td></tr>`).join('\n'),
  'a tree': (of) => `Modem\n${of.map(({ name, value }) => `  |-- ${name}: ${value}`).join('\n')}`,
  'a tree of parts': (of) => of.map(({ name, value }, i) => `  ${i === 0 ? 'Signal   ' : '         '}|   ${name}: ${value}`).join('\n'),
  bullets: (of) => of.map(({ name, value }, i) => `${['-', '*', '\u2022'][i % 3] ?? '-'} ${name}: ${value}`).join('\n'),
  'several in a line': (of) => of.map(({ name, value }) => `${name}: ${value}`).join('; '),
  'name over value': (of) => of.map(({ name, value }) => `${name}\n${value}`).join('\n\n'),
};
/** Without these a value alone could be anybody's; they are listed and not read. */
const notAlone = new Set(['network.operator', 'context.apn']);
/** What is on pages too and is none of the modem's facts. */
const decoys = [
  'Neighbour cells\nPCI  RSRP      RSRQ\n101  -118 dBm  -17 dB\n102  -121 dBm  -18 dB',
  'LAN\nIP address: 192.168.7.1\nStatus: up',
  'Wi-Fi\nRSSI: -48 dBm\nBars: 5/5',
  'My telephone\nRSRP: -97 dBm',
  'Thresholds\nRSRP: -110 dBm\nRSRQ: -15 dB',
  'RSRP threshold: -110 dBm',
  'Example: RSRP: -77 dBm',
  'Good: RSRP -80 dBm',
  'Minimum RSRP: -120 dBm, maximum RSRP: -80 dBm',
  '         Min       Avg       Max\nRSRP     -120 dBm  -99 dBm   -80 dBm',
  'IMEI: 000000000000000',
  'RSRP: n/a\nRSRQ: --\nSINR: 0',
  'roaming not allowed',
  'LAN IP: 192.168.7.1, LAN mask: 255.255.255.0',
  'GNSS\nSNR: 41 dB',
  'the level RSRP should be better than -100 dBm',
];
const found = (of: readonly Fact[], made: string): [number, number] => {
  const read = readAnswer(made).found;
  return [of.filter(({ what, is }) => read.some((one) => one.what === what && one.value === is)).length, of.length];
};

test.each(Object.keys(manners))('%s: at least nine of ten values are read, and no false one is said to be sure', (manner) => {
  let read = 0;
  let all = 0;
  fc.assert(
    fc.property(page, fc.subarray(decoys, { maxLength: 3 }), (of, around) => {
      const made = manners[manner]?.(of) ?? '';
      const here = manner === 'name over value' ? of.filter(({ what }) => !notAlone.has(what)) : of;
      // alone, and behind lines that say nothing of it
      for (const before of ['', ...around.filter((line) => !line.includes('\n'))]) {
        const [n, m] = found(here, `${before}\n${made}`);
        read += n;
        all += m;
      }
      const truth = (what: string, value: unknown): boolean => of.some((one) => one.what === what && one.is === value);
      expect(sure([made, '', ...around].join('\n\n')).filter(([what, value]) => !truth(what, value))).toEqual([]);
      expect(readAnswer([...around, '[Cellular]', made].join('\n')).found.filter((one) => one.sure && !truth(one.what, one.value))).toEqual(
        [],
      );
    }),
    { seed: 45, numRuns: 120 },
  );
  expect(read / all).toBeGreaterThanOrEqual(0.9);
});
test('nothing of what only looks like a fact is offered, sure or not', () => {
  for (const decoy of decoys) expect([decoy, readAnswer(decoy).found.filter(({ what }) => what !== 'context.active')]).toEqual([decoy, []]);
});

test.each([
  'Registration: roaming not allowed',
  'Registration: no roaming',
  'Network status: home network not found',
  'SIM status: no PIN',
  'SIM status: PIN1 verified, PIN2 required',
  'SIM status: failed',
  'Registration: registered?',
  'Network status: connected to Wi-Fi',
  'APN: not set',
  'APN: ims',
  'APN: (none)',
  'Operator: searching',
  'Operator: n/a',
  'Carrier: on',
  'Technology: LTE only',
  'Network mode: auto',
  'Signal: -97',
  'Signal strength: 75 %',
  'Bars: 3',
  'RSSI: 20',
  'RSRP: 50',
  'RSRP: -97 dB',
  'SINR: 12 dBm',
  'RSRP: at least -110 dBm',
  'RSRP: > -100 dBm',
  'RSRP: -97 / -103 dBm',
  'RSRP: -97 dBm (limit -110)',
  'RSRQ: 0 dB',
  'Cell ID: 0',
  'Cell ID: FFFFFFFF',
  'Band: 0',
  'IP address: 0.0.0.0',
  'IP address: pending',
  'LAN IP address: 192.168.7.1',
  'Gateway: 100.72.4.1',
  'Firmware: n/a',
  'APN settings',
  'Operator manual',
  'Example: +CSQ: 18,99',
  'for instance +CREG: 0,1 is home',
  '+CREG: 0,1 (expected)',
  '{"phone":{"rsrp":-97}}',
])('%s says nothing, and is listed', (line) => {
  const read = readAnswer(line);
  expect(read.found).toEqual([]);
  expect(read.notUnderstood.map(({ text: of }) => of)).toEqual([line]);
});

test.each([
  ['Attached: yes', 'network.attached', 'yes'],
  ['ATTACHED: YES', 'network.attached', 'yes'],
  ['Bars: 3 of 5', 'signal.bars', 3],
  ['RSRP: \u221295 dBm (fair)', 'signal.rsrp', -95],
  ['RSRP\u2003\u2003\u201395 dBm', 'signal.rsrp', -95],
  ['RSRP -97 dBm, RSRQ -11 dB, SINR 6 dB', 'signal.sinr', 6],
  ['RSRP: -97 dBm RSRQ: -11 dB', 'signal.rsrq', -11],
  ['LTE: RSRP -97 dBm, RSRQ -11 dB', 'signal.rsrp', -97],
  ['rsrp=-97&rsrq=-11&apn=iot', 'context.apn', 'iot'],
  ['RSRP (dBm)\t-97', 'signal.rsrp', -97],
  ['RSRP  -97  dBm', 'signal.rsrp', -97],
  ['rsrp_dbm: -97', 'signal.rsrp', -97],
  ['RSRP ........ -97 dBm', 'signal.rsrp', -97],
  ['RSRP \u2192 -97 dBm', 'signal.rsrp', -97],
  ['{"name":"rsrp","value":-97,"unit":"dBm"}', 'signal.rsrp', -97],
  ['<param name="rsrp" value="-97"/>', 'signal.rsrp', -97],
  ['<cell type="serving" rsrp="-97"/>', 'signal.rsrp', -97],
  ['{"cells":[{"type":"neighbour","rsrp":-118},{"type":"serving","rsrp":-97}]}', 'signal.rsrp', -97],
  ['wan:\n  ip address: 100.72.4.9\nlan:\n  ip address: 192.168.7.1', 'context.address', '100.72.4.9'],
  ['Netzbetreiber: Fellwave', 'network.operator', 'Fellwave'],
  ['Op\u00e9rateur : Fellwave', 'network.operator', 'Fellwave'],
  ['Direcci\u00f3n IP de red: x\nIMSI: 999050123456789', 'card.imsi', '999050123456789'],
  ['         Now       Min\nRSRP     -97 dBm   -120 dBm', 'signal.rsrp', -97],
  ['Cell      RSRP      RSRQ\nserving   -97 dBm   -11 dB\nother     -118 dBm  -17 dB', 'signal.rsrp', -97],
  ['simStatus: Ready', 'card.pin', 'ready'],
  ['Registered: yes', 'network.registration', 'registered'],
])('%p is read', (line, what, value) =>
  expect(
    readAnswer(line)
      .found.filter((of) => of.what === what)
      .map((of) => of.value),
  ).toEqual([value]),
);

test('a level below a Wi-Fi heading is not the modem’s, one of the cellular side still is', () => {
  expect(values('Wi-Fi\nRSSI: -48 dBm\nSSID: kiln\n\nCellular\nRSSI: -77 dBm\nRSRP: -97 dBm')).toEqual({
    'signal.rssi': -77,
    'signal.rsrp': -97,
  });
});
test('a sentence is no heading: what follows is read all the same', () => {
  for (const line of [
    'roaming not allowed',
    'Registration:    roaming not allowed',
    'the maximum speed was reached',
    'connecting to server, please wait',
  ])
    expect([line, values(`${line}\nRSRP: -97 dBm\nRSSI: -77 dBm`)]).toEqual([line, { 'signal.rsrp': -97, 'signal.rssi': -77 }]);
});
test('what a page does not settle is said to be unsure, with the reason', () => {
  const unsure = (line: string): [boolean | undefined, string | undefined] => {
    const [one] = readAnswer(line).found;
    return [one?.sure, one?.note];
  };
  expect(unsure('IMEI: 490154203237519')).toEqual([false, 'It ends in 9; its check digit should be 8.']);
  expect(unsure('+CCID: 8999901234567890125')).toEqual([false, 'It ends in 5; its check digit should be 4.']);
  expect(unsure('SINR: 12')).toEqual([false, 'No unit stands there: taken as dB.']);
  expect(unsure('SINR: 0 dB')).toEqual([false, 'Some devices write 0 where they know nothing.']);
  expect(unsure('IP address: 192.168.7.1')).toEqual([false, expect.stringContaining('does not say of which interface')]);
  expect(unsure('Bars: 3 of 4')).toEqual([false, '3 of 4 on the device, brought to five.']);
  expect(unsure('SIM 2 ICCID: 8999901234567890124')).toEqual([false, '']);
  expect(readAnswer('APN: iot\nCurrent APN: m2m.fellwave.example').found.map(({ sure: is, note }) => [is, note])).toEqual([
    [false, 'The text says another one too.'],
    [false, 'The text says another one too.'],
  ]);
});
test('a device’s own names and words are the profile’s: a name in another language, a word that says which path carries the traffic', () => {
  const words: AnswerWords = {
    aliases: new Map([
      ['pegel', 'signal.rsrp'],
      ['zugang', 'context.apn'],
    ]),
    statusWords: new Map([['backup', 'not by this path']]),
    secretCommands: ['+XNAME'],
    secretNames: new Set(['kode']),
  };
  expect(values('Pegel: -97 dBm\nZugang = iot\nPath state: Backup\nAT+XNAME="Otter"', words)).toEqual({
    'signal.rsrp': -97,
    'context.apn': 'iot',
    'status.word': 'Backup',
  });
  expect(values('Pegel: -97 dBm\nPath state: Backup')).toEqual({});
  expect(readAnswer('AT+XNAME="Otter"\nKode: Otter', words).masked).not.toContain('Otter');
});
test('text is never lost: of any text each line is read, part of a dialogue, a mask, punctuation, or listed', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.constantFrom(
          'RSRP',
          ': ',
          '-97 dBm',
          '\n',
          '\t',
          '{',
          '}',
          '"',
          '|',
          '  ',
          '<rsrp>',
          '</rsrp>',
          'LAN',
          'APN',
          '=',
          'iot',
          ', ',
          'x',
          '[',
          ']',
          'Min',
          '- ',
        ),
        { maxLength: 40 },
      ),
      (parts) => {
        const read = readAnswer(parts.join(''));
        const told = new Set([...read.found.map(({ line }) => line), ...read.notUnderstood.map(({ line }) => line)]);
        expect(read.masked.split('\n').flatMap((line, i) => (/[A-Za-z0-9]/.test(line) && !told.has(i + 1) ? [line] : []))).toEqual([]);
      },
    ),
    { seed: 46, numRuns: 200 },
  ));
