// Every command of the modem by its table: each form, right and wrong arguments, in each error level, with and without echo; what is kept without power, and what is not.
import { basicTable, commandTable, type CommandRow } from './table.ts';
import { allCommands, powerOff, powerOn } from './index.ts';
import { minutes, seconds } from '../../quantity/index.ts';
import { Port, worldWith } from '../testing.ts';

const world = worldWith();

const forms = ({ run, ask, may, sets, refuses }: CommandRow): (readonly [typed: string, answer: string | null])[] => [
  ['', run],
  ['?', ask],
  ['=?', may],
  ...sets.map(([args, answer]) => [`=${args}`, answer] as const),
  ...refuses.map((args) => [`=${args}`, null] as const),
];
/** What takes its time is waited for; a network scan is left to its own test. */
const answered = (port: Port, line: string): string => port.ask(line) + port.wait(seconds(20));
const escaped = (text: string): string => text.replace(/[$()*+.?[\\\]^{|}]/g, '\\$&');
const levels = [0, 1, 2] as const;
const refused = { 0: 'ERROR', 1: '\\+CM[ES] ERROR: \\d+', 2: '\\+CM[ES] ERROR: [A-Za-z].+' } as const;

test('the table has every command that the modem has, once, and no other; +CLAC tells them all', () => {
  expect(commandTable.map(({ command }) => command).toSorted()).toEqual([...allCommands]);
  const told = new Port(world).plain().ask('AT+CLAC');
  for (const { command } of commandTable) expect(told).toContain(`\r\nAT${command}\r\n`);
});

describe.each(commandTable)('$command, $clause', (row) => {
  test.each(levels)('in error level %i, with and without echo', (level) => {
    for (const echo of [0, 1])
      for (const [how, answer] of forms(row)) {
        if (row.command === '+COPS' && how === '=?') continue;
        const port = new Port(world);
        port.ask(`ATE${echo}`, `AT+CMEE=${level}`);
        const typed = `AT${row.command}${how}`;
        const heard = answered(port, typed);
        const said = answer === null ? `\\r\\n${refused[level]}\\r\\n` : `${answer === '' ? '' : `\\r\\n${answer}\\r\\n`}\\r\\nOK\\r\\n`;
        // After the result only what comes by itself may stand.
        expect([typed, heard]).toEqual([
          typed,
          expect.stringMatching(new RegExp(`^${echo === 1 ? `${escaped(typed)}\\r` : ''}${said}(?:\\r\\n\\+[^]*)?$`)),
        ]);
      }
  });
  const [last] = row.sets.filter(([, answer]) => answer === '').slice(-1);
  const asked = row.ask === null || last === undefined ? [] : [last[0]];
  for (const args of asked)
    test(`what is set is kept as the table says: ${row.keptOver}`, () => {
      // What sleeps loses the first line.
      const now = (port: Port): string => port.ask(`AT${row.command}?`);
      const again = (port: Port): string => {
        port.with(powerOn(powerOff(port.modem), port.at));
        port.wait(minutes(2));
        // What sleeps loses the first line.
        port.ask('AT');
        return now(port.plain());
      };
      const first = row.sets[0]?.[0] ?? args;
      const port = new Port(world).plain();
      port.wait(minutes(2));
      const usual = now(port);
      port.ask(`AT${row.command}=${first}`);
      const set = now(port);
      const without = again(port);
      if (row.keptOver === 'power' || row.keptOver === 'card') expect(without).toBe(set);
      if (row.keptOver === 'profile') {
        if (row.command !== '+CMEE') expect(without).toBe(usual);
        port.ask(`AT${row.command}=${first}`);
        const stored = now(port);
        port.ask('AT&W');
        if (row.command !== '+CMEE') expect(again(port)).toBe(stored);
      }
    });
});

describe.each(basicTable)('AT$command, $clause', ({ command, takes, refuses }) => {
  test('takes what it may and refuses what it may not', () => {
    for (const value of takes)
      expect([value, new Port(world).plain().ask(`AT${command}${value}`)]).toEqual([value, expect.stringMatching(/OK\r\n$/)]);
    for (const value of refuses) expect([value, new Port(world).plain().ask(`AT${command}${value}`)]).toEqual([value, '\r\nERROR\r\n']);
  });
});

test('the card in raw commands: a file is selected, then read; after a start its root is selected', () => {
  const port = new Port(world).plain();
  const { iccid } = port.modem.slots[0]?.card ?? { iccid: '' };
  expect(port.ask('AT+CSIM=14,"A0A40000022FE2"')).toContain('+CSIM: 4,"9F0F"');
  expect(port.ask('AT+CSIM=10,"A0B000000A"')).toContain(`+CSIM: 24,"${iccid.padEnd(20, 'F').replace(/(.)(.)/g, '$2$1')}9000"`);
  port.with(powerOn(powerOff(port.modem), port.at));
  port.wait(minutes(2));
  expect(port.plain().ask('AT+CSIM=10,"A0B000000A"')).toContain('+CSIM: 4,"6A82"');
});

describe('the profile (V.250 clauses 6.1.1, 6.1.2; &W and &V common practice)', () => {
  test('&W keeps, Z takes it up again, &F is as it was made and touches no profile', () => {
    const port = new Port(world);
    port.ask('ATE0X1S7=30+CMEE=1;&W');
    port.ask('ATE1X4S7=60');
    expect(port.ask('ATZ')).toBe('ATZ\r\r\nOK\r\n');
    expect(port.ask('ATS7?&V')).toMatch(/^\r\n030\r\n\r\nE0 Q0 V1 X1 &C1 &D2 \+IPR=0\r\nS00:000 .*S07:030.*\r\n\r\nOK\r\n$/);
    port.ask('AT&F');
    expect(port.ask('AT&V')).toContain('E1 Q0 V1 X4');
    port.ask('ATZ');
    expect(port.ask('AT+CMEE?')).toBe('\r\n+CMEE: 1\r\n\r\nOK\r\n');
  });
  test('without power it forgets what is not stored', () => {
    const port = new Port(world);
    port.ask('ATE0');
    port.with(powerOn(powerOff(port.modem), port.at));
    port.wait(minutes(1));
    expect(port.ask('AT')).toBe('AT\r\r\nOK\r\n');
  });
});
