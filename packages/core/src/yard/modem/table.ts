// Every command of the modem: by which clause, what each of its forms answers, what is kept without power. ITU-T V.250, 3GPP TS 27.005 and TS 27.007; clauses from memory.

/** How long a setting is kept: for good; on the card; in the stored profile only (&W); not at all; or it sets nothing. */
export type KeptOver = 'power' | 'card' | 'profile' | 'no' | 'sets nothing';
export type CommandRow = {
  readonly command: string;
  readonly clause: string;
  readonly keptOver: KeptOver;
  /** What a form answers before OK, as a pattern of its lines; empty for OK alone, null where the form is refused. */
  readonly run: string | null;
  readonly ask: string | null;
  readonly may: string | null;
  /** Arguments that are taken, with what they answer. */
  readonly sets: readonly (readonly [args: string, answer: string])[];
  readonly refuses: readonly string[];
};

type Forms = Partial<Pick<CommandRow, 'run' | 'ask' | 'may' | 'sets' | 'refuses'>>;
const row = (command: string, clause: string, keptOver: KeptOver, forms: Forms): CommandRow => ({
  command,
  clause,
  keptOver,
  run: null,
  ask: null,
  may: '',
  sets: [],
  refuses: [],
  ...forms,
});
const from27007 = (clause: string): string => `TS 27.007 ${clause}`;
const from27005 = (clause: string): string => `TS 27.005 ${clause}`;
const identity = { run: 'Green Lamp virtual modem, simulated', refuses: ['1'] };
/** A number among a few that is told and asked for. */
const oneOf = (name: string, most: number, now: string, sets: readonly number[] = [0, most]): Forms => ({
  ask: `\\+${name}: ${now}`,
  may: `\\+${name}: \\(.+\\)`,
  sets: sets.map((n) => [String(n), '']),
  refuses: ['x', String(most + 1)],
});
const registration = (name: string, most: number, state: number): Forms => ({
  ...oneOf(name, most, `0,${state}`),
  run: `\\+${name}: 0,${state}`,
});

const line: readonly CommandRow[] = [
  row('+CMEE', from27007('9.1'), 'profile', { ...oneOf('CMEE', 2, '\\d'), run: '' }),
  row('+CSCS', from27007('5.5'), 'profile', {
    ask: '\\+CSCS: "IRA"',
    may: '\\+CSCS: \\("IRA","GSM","UCS2","HEX"\\)',
    sets: ['IRA', 'GSM', 'UCS2', 'HEX'].map((one) => [`"${one}"`, '']),
    refuses: ['"8859-1"', ''],
  }),
  row('+CSTA', from27007('6.1'), 'profile', oneOf('CSTA', 145, '145', [129, 145])),
  row('+IPR', 'V.250 6.2.10', 'profile', { ...oneOf('IPR', 115200, '0', [0, 9600, 115200]), refuses: ['9601', 'x'] }),
  row('+IFC', 'V.250 6.2.12', 'sets nothing', { ask: '\\+IFC: 2,2', sets: [['2,2', '']], refuses: ['7'] }),
  row('+ICF', 'V.250 6.2.11', 'sets nothing', { ask: '\\+ICF: 3,3', sets: [['3', '']], refuses: ['9'] }),
  row('+GCAP', 'V.250 6.1.9', 'sets nothing', { run: '\\+GCAP: \\+CGSM' }),
  row('+GMI', 'V.250 6.1.4', 'sets nothing', identity),
  row('+GMM', 'V.250 6.1.5', 'sets nothing', identity),
  row('+GMR', 'V.250 6.1.6', 'sets nothing', identity),
  row('+GSN', 'V.250 6.1.7', 'sets nothing', { run: '\\d{15}', may: '.*', refuses: ['9'] }),
  row('+CGMI', from27007('5.1'), 'sets nothing', identity),
  row('+CGMM', from27007('5.2'), 'sets nothing', identity),
  row('+CGMR', from27007('5.3'), 'sets nothing', identity),
  row('+CGSN', from27007('5.4'), 'sets nothing', {
    run: '\\d{15}',
    may: '\\+CGSN: \\(0-3\\)',
    sets: [
      ['0', '\\d{15}'],
      ['1', '\\+CGSN: "\\d{15}"'],
      ['2', '\\+CGSN: "\\d{16}"'],
      ['3', '\\+CGSN: "\\d\\d"'],
    ],
    refuses: ['4'],
  }),
  row('+CLAC', from27007('8.37'), 'sets nothing', { run: '(?:AT\\+[A-Z0-9]+\\r\\n)*AT\\+[A-Z0-9]+' }),
];
const state: readonly CommandRow[] = [
  row('+CPAS', from27007('8.1'), 'sets nothing', { run: '\\+CPAS: 0', may: '\\+CPAS: \\(0\\)' }),
  row('+CFUN', from27007('8.2'), 'no', { ask: '\\+CFUN: 1', may: '\\+CFUN: .+', sets: [['1', '']], refuses: ['7', 'x'] }),
  row('+CBC', from27007('8.4'), 'sets nothing', { run: '\\+CBC: 2,0', may: '\\+CBC: .+' }),
  row('+CSQ', from27007('8.5'), 'sets nothing', { run: '\\+CSQ: \\d+,99', may: '\\+CSQ: .+' }),
  row('+CESQ', from27007('8.69'), 'sets nothing', { run: '\\+CESQ: (?:\\d+,){5}\\d+', may: '\\+CESQ: .+' }),
  row('+CIND', from27007('8.9'), 'sets nothing', { ask: '\\+CIND: 5(?:,\\d){6}', may: '\\+CIND: \\("battchg".+', refuses: ['1'] }),
  row('+CCLK', from27007('8.15'), 'no', {
    ask: '\\+CCLK: "\\d\\d/\\d\\d/\\d\\d,\\d\\d:\\d\\d:\\d\\d[+-]\\d\\d"',
    sets: [['"26/06/30,10:00:00+04"', '']],
    refuses: ['"26/13/40,10:00:00"', '1'],
  }),
  row('+CTZU', from27007('8.40'), 'profile', oneOf('CTZU', 1, '1')),
  row('+CTZR', from27007('8.41'), 'profile', oneOf('CTZR', 2, '0')),
  row('+CEER', from27007('6.10'), 'sets nothing', { run: '\\+CEER: .+' }),
  row('+CLCC', from27007('7.18'), 'sets nothing', { run: '' }),
  row('+CHUP', from27007('6.5'), 'sets nothing', { run: '' }),
];
const card: readonly CommandRow[] = [
  row('+CPIN', from27007('8.3'), 'sets nothing', { ask: '\\+CPIN: READY', refuses: ['"1111"'] }),
  row('+CPINR', from27007('8.65'), 'sets nothing', { run: '\\+CPINR: SIM PIN,3,3\\r\\n\\+CPINR: SIM PUK,10,10' }),
  row('+CLCK', from27007('7.4'), 'card', {
    may: '\\+CLCK: \\("SC"\\)',
    sets: [['"SC",2', '\\+CLCK: 0']],
    refuses: ['"XX",2', '"SC",7', '"SC",1,"0000"'],
  }),
  row('+CPWD', from27007('7.5'), 'card', { may: '\\+CPWD: \\("SC",8\\)', refuses: ['"SC","1","2"', '"SC","2468","1357"'] }),
  row('+CCID', 'common practice', 'sets nothing', { run: '\\+CCID: \\d{18,20}' }),
  row('+ICCID', 'common practice', 'sets nothing', { run: '\\+CCID: \\d{18,20}' }),
  row('+CIMI', from27007('5.6'), 'sets nothing', { run: '\\d{15}' }),
  row('+CNUM', from27007('7.1'), 'sets nothing', { run: '\\+CNUM: "","\\+\\d+",145' }),
  row('+CRSM', from27007('8.18'), 'card', {
    sets: [
      ['176,12258,0,0,10', '\\+CRSM: 144,0,"[0-9A-F]{20}"'],
      ['176,28423,0,0,9', '\\+CRSM: 144,0,"08[0-9A-F]{16}"'],
      ['176,28539,0,0,12', '\\+CRSM: 144,0,"F{24}"'],
      ['176,28464,0,0,0', '\\+CRSM: 144,0,"F{24}"'],
      ['176,28514,0,0,5', '\\+CRSM: 144,0,"[0-9A-F]{6}4080"'],
      ['192,28423,0,0,15', '\\+CRSM: 144,0,"[0-9A-F]{30}"'],
      ['176,28423,0,0,40', '\\+CRSM: 108,9'],
      ['176,1,0,0,1', '\\+CRSM: 106,130'],
      ['214,28539,0,0,12,"FFFFFFFFFFFFFFFFFFFFFFFF"', '\\+CRSM: 144,0'],
      ['214,12258,0,0,1,"00"', '\\+CRSM: 105,130'],
    ],
    refuses: ['1,2', 'x'],
  }),
  row('+CSIM', from27007('8.17'), 'sets nothing', {
    sets: [
      ['14,"A0A40000022FE2"', '\\+CSIM: 4,"9F0F"'],
      ['14,"A0A40000021234"', '\\+CSIM: 4,"6A82"'],
      ['10,"A0FF000000"', '\\+CSIM: 4,"6D00"'],
    ],
    refuses: ['12,"A0B000000A"', '10,"no octets"'],
  }),
];
const network: readonly CommandRow[] = [
  // The network that was chosen is kept over power, the form of its name in the profile.
  row('+COPS', from27007('7.3'), 'profile', {
    ask: '\\+COPS: 0,0,".+",\\d+',
    may: '\\+COPS: .+',
    sets: [['3,2', '']],
    refuses: ['9', '1,2,"00101"'],
  }),
  row('+COPN', from27007('7.21'), 'sets nothing', { run: '(?:\\+COPN: "\\d{5}",".+"\\r\\n)+\\+COPN: "\\d{5}",".+"' }),
  row('+CREG', from27007('7.2'), 'profile', registration('CREG', 3, 1)),
  row('+CGREG', from27007('10.1.20'), 'profile', registration('CGREG', 5, 0)),
  row('+CEREG', from27007('10.1.22'), 'profile', registration('CEREG', 5, 1)),
  row('+C5GREG', from27007('10.1.47'), 'profile', registration('C5GREG', 3, 0)),
  row('+CGATT', from27007('10.1.9'), 'no', { ask: '\\+CGATT: 1', may: '\\+CGATT: \\(0,1\\)', refuses: ['2', 'x'] }),
  row('+CPSMS', from27007('7.38'), 'power', {
    ask: '\\+CPSMS: 0,,,"[01]{8}","[01]{8}"',
    may: '\\+CPSMS: \\(0-2\\).+',
    sets: [
      ['1,,,"00111000","00000001"', ''],
      ['2', ''],
    ],
    refuses: ['3', '1,,,"0011"'],
  }),
  row('+CEDRXS', from27007('7.40'), 'power', {
    ask: '',
    may: '\\+CEDRXS: .+',
    sets: [
      ['2,4,"0101"', ''],
      ['3', ''],
    ],
    refuses: ['4', '1,9', '1,4,"01"'],
  }),
  row('+CEDRXRDP', from27007('7.41'), 'sets nothing', { run: '\\+CEDRXRDP: 0' }),
];
const contexts: readonly CommandRow[] = [
  row('+CGDCONT', from27007('10.1.1'), 'power', {
    ask: '\\+CGDCONT: 1,"IP",".+","",0,0',
    may: '(?:\\+CGDCONT: \\(1-4\\).+\\r\\n){2}\\+CGDCONT: \\(1-4\\).+',
    sets: [
      ['2,"IP","other.example"', ''],
      ['2', ''],
    ],
    refuses: ['9,"IP"', '2,"IPX"', '1'],
  }),
  row('+CGAUTH', from27007('10.1.31'), 'power', {
    ask: '',
    may: '\\+CGAUTH: .+',
    sets: [
      ['1,2,"user","word"', ''],
      ['1', ''],
    ],
    refuses: ['1,7', '4,1'],
  }),
  row('+CGACT', from27007('10.1.10'), 'no', {
    ask: '\\+CGACT: 1,1',
    may: '\\+CGACT: \\(0,1\\)',
    sets: [['1,1', '']],
    refuses: ['2', '1,4', 'x,1'],
  }),
  row('+CGPADDR', from27007('10.1.14'), 'sets nothing', {
    run: '\\+CGPADDR: 1,".+"',
    may: '\\+CGPADDR: \\(1\\)',
    sets: [['1', '\\+CGPADDR: 1,".+"']],
  }),
  row('+CGPIAF', from27007('10.1.41'), 'sets nothing', { ask: '\\+CGPIAF: 0,0,0,0', run: '', sets: [['0', '']], refuses: ['1'] }),
  row('+CGCONTRDP', from27007('10.1.23'), 'sets nothing', {
    run: '\\+CGCONTRDP: 1,5,.+',
    may: '\\+CGCONTRDP: \\(1\\)',
    sets: [['1', '\\+CGCONTRDP: 1,5,.+']],
  }),
  row('+CGEREP', from27007('10.1.19'), 'profile', {
    run: '',
    ask: '\\+CGEREP: 0,0',
    may: '\\+CGEREP: \\(0-2\\),\\(0,1\\)',
    sets: [
      ['1', ''],
      ['2,1', ''],
      ['0,0', ''],
    ],
    refuses: ['3', '1,2'],
  }),
  row('+CGDATA', from27007('10.1.12'), 'sets nothing', { may: '\\+CGDATA: \\("PPP"\\)', refuses: ['"XXX",1', '"PPP",9'] }),
];
const messages: readonly CommandRow[] = [
  row('+CSMS', from27005('3.2.1'), 'sets nothing', {
    ask: '\\+CSMS: 0,1,1,0',
    may: '\\+CSMS: \\(0\\)',
    sets: [['0', '\\+CSMS: 1,1,0']],
    refuses: ['7'],
  }),
  row('+CPMS', from27005('3.2.2'), 'sets nothing', {
    ask: '\\+CPMS: (?:"SM",\\d+,20,?){3}',
    may: '\\+CPMS: .+',
    sets: [['"SM"', '\\+CPMS: \\d+,20,\\d+,20,\\d+,20']],
    refuses: ['"XX"'],
  }),
  row('+CMGF', from27005('3.2.3'), 'profile', oneOf('CMGF', 1, '0')),
  row('+CSCA', from27005('3.3.1'), 'card', {
    ask: '\\+CSCA: "\\+\\d+",145',
    sets: [['"+447700900001",145', '']],
    refuses: ['"x"', '"+447700900001",7'],
  }),
  row('+CSMP', from27005('3.3.2'), 'profile', {
    ask: '\\+CSMP: 17,167,0,0',
    sets: [
      ['17,255,0,8', ''],
      ['17,167,0,0', ''],
    ],
    refuses: ['17,256', 'x', '1,2,3,4,5'],
  }),
  row('+CSDH', from27005('3.3.3'), 'profile', oneOf('CSDH', 1, '0')),
  row('+CNMI', from27005('3.4.1'), 'profile', {
    ask: '\\+CNMI: 0,0,0,0,0',
    may: '\\+CNMI: .+',
    sets: [
      ['2,1', ''],
      ['0,0,0,0,0', ''],
    ],
    refuses: ['9', '2,3', '2,1,9'],
  }),
  row('+CMGL', from27005('3.4.2'), 'sets nothing', { run: '', may: '\\+CMGL: \\(0-4\\)', sets: [['4', '']], refuses: ['5', 'x'] }),
  row('+CMGR', from27005('3.4.3'), 'sets nothing', { refuses: ['19', 'x'] }),
  row('+CMGS', from27005('3.5.1'), 'sets nothing', { refuses: ['x', '3', '165'] }),
  row('+CMSS', from27005('3.5.2'), 'sets nothing', { refuses: ['19', 'x'] }),
  row('+CMGW', from27005('3.5.3'), 'card', { refuses: ['x', '10,7'] }),
  row('+CMGD', from27005('3.5.4'), 'card', { may: '\\+CMGD: \\(.*\\),\\(0-4\\)', sets: [['1,4', '']], refuses: ['19', '1,5', 'x'] }),
];

/** The extended commands; each of the modem's is in it. */
export const commandTable: readonly CommandRow[] = [...line, ...state, ...card, ...network, ...contexts, ...messages];

/** The basic commands of V.250 with what each takes and refuses, and whether its setting is in the profile. */
export const basicTable: readonly {
  readonly command: string;
  readonly clause: string;
  readonly takes: readonly string[];
  readonly refuses: readonly string[];
}[] = [
  { command: 'A', clause: 'V.250 6.3.5', takes: [], refuses: ['1'] },
  { command: 'E', clause: 'V.250 6.2.4', takes: ['', '0', '1'], refuses: ['2'] },
  { command: 'H', clause: 'V.250 6.3.6', takes: ['', '0'], refuses: ['1'] },
  { command: 'I', clause: 'V.250 6.1.3', takes: ['', '9'], refuses: ['10'] },
  { command: 'L', clause: 'V.250 6.3.13', takes: ['', '0', '1', '2', '3'], refuses: ['4'] },
  { command: 'M', clause: 'V.250 6.3.14', takes: ['', '0', '1', '2'], refuses: ['3'] },
  { command: 'P', clause: 'V.250 6.3.3', takes: [''], refuses: ['1'] },
  { command: 'Q', clause: 'V.250 6.2.5', takes: ['0'], refuses: ['2'] },
  { command: 'T', clause: 'V.250 6.3.2', takes: [''], refuses: ['1'] },
  { command: 'V', clause: 'V.250 6.2.6', takes: ['1'], refuses: ['2'] },
  { command: 'X', clause: 'V.250 6.2.7', takes: ['', '0', '1', '2', '3', '4'], refuses: ['5'] },
  { command: 'Z', clause: 'V.250 6.1.1', takes: ['', '0'], refuses: ['1'] },
  { command: '&C', clause: 'V.250 6.2.8', takes: ['', '0', '1'], refuses: ['2'] },
  { command: '&D', clause: 'V.250 6.2.9', takes: ['', '0', '1', '2'], refuses: ['3'] },
  { command: '&F', clause: 'V.250 6.1.2', takes: ['', '0'], refuses: ['1'] },
  { command: '&V', clause: 'common practice', takes: ['', '0'], refuses: ['1'] },
  { command: '&W', clause: 'common practice', takes: ['', '0'], refuses: ['1'] },
  { command: 'S0=', clause: 'V.250 6.3.8', takes: ['0', '255'], refuses: ['256', ''] },
  { command: 'S3=', clause: 'V.250 6.2.1', takes: ['13'], refuses: ['10'] },
  { command: 'S4=', clause: 'V.250 6.2.2', takes: ['10'], refuses: ['13'] },
  { command: 'S5=', clause: 'V.250 6.2.3', takes: ['8'], refuses: ['7'] },
  { command: 'S6=', clause: 'V.250 6.3.9', takes: ['2', '10'], refuses: ['1', '11'] },
  { command: 'S7=', clause: 'V.250 6.3.10', takes: ['1', '255'], refuses: ['0', '256'] },
  { command: 'S8=', clause: 'V.250 6.3.11', takes: ['0', '255'], refuses: ['256'] },
  { command: 'S10=', clause: 'V.250 6.3.12', takes: ['1', '254'], refuses: ['0', '255'] },
];
