// A programming session from both sides: lines, turns, faults.
import fc from 'fast-check';
import type { Json } from '../../name/index.ts';
import { greet, hearProgrammer, hearText, type Programmable, wokenWords } from '../../yard/index.ts';
import {
  cutLines,
  endSession,
  faultWords,
  hearUnit,
  type Job,
  longestLine,
  newSession,
  readLine,
  type Session,
  writeLine,
} from '../index.ts';

const unit: Programmable = {
  account: '0233',
  serial: 'RM-77',
  remoteOn: true,
  word: 'heron',
  numbers: ['+441632960077'],
  maintenance: null,
  values: { 'unit:u1.testEvery': 86_400_000, 'unit:u1.serial': 'RM-77' },
  fixed: ['unit:u1.serial'],
};
const job: Job = { account: '0233', key: 'unit:u1.testEvery', value: 43_200_000 };

/** Both sides talking until one is over; what each has said, in order. */
const talk = (of: Programmable, to: Job, spoil: (line: string, n: number) => string = (line) => line) => {
  let [session, held] = [newSession(to), of];
  const log: string[] = [];
  let toDesk = [writeLine(greet(held))];
  for (let n = 0; toDesk.length > 0 && n < 40; n++) {
    const line = spoil(toDesk.shift() ?? '', n);
    log.push(`unit ${line.trim()}`);
    const step = hearUnit(session, line.replace(/\n$/, ''));
    session = step.session;
    for (const said of step.say) {
      log.push(`desk ${writeLine(said).trim()}`);
      const answer = hearProgrammer(held, writeLine(said).replace(/\n$/, ''));
      held = answer.unit;
      toDesk = [...toDesk, ...answer.say.map(writeLine)];
    }
  }
  return { session, held, log };
};

describe('lines', () => {
  test('CRC-16/ARC stands behind each (B75B for BYE: computed bit by bit outside of this project)', () => {
    expect(writeLine({ verb: 'BYE', args: [] })).toBe('BYE *B75B\n');
    expect(readLine('BYE *B75B')).toEqual({ verb: 'BYE', args: [] });
  });
  test.each([
    ['BYE', 'no check'],
    ['BYE *B75C', 'wrong check'],
    [writeLine({ verb: 'BYE', args: ['x'] }).trim(), 'arguments'],
    [writeLine({ verb: 'GET', args: [] }).trim(), 'arguments'],
    [`${'x'.repeat(longestLine)} *0000`, 'too long'],
  ])('%s: %s', (line, problem) => {
    expect(readLine(line)).toBe(problem);
  });
  test('any value comes through as it was, blanks, percent signs and line ends too', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), fc.string({ maxLength: 60 }), (a, b) => {
        const line = writeLine({ verb: 'PUT', args: [a, b] });
        expect(line.indexOf('\n')).toBe(line.length - 1);
        if (line.length <= longestLine) expect(readLine(line.slice(0, -1))).toEqual({ verb: 'PUT', args: [a, b] });
      }),
      { seed: 9, numRuns: 200 },
    );
  });
  test('one changed character is never taken', () => {
    const line = writeLine({ verb: 'PUT', args: ['unit:u1.testEvery', '43200000'] }).trim();
    for (let i = 0; i < line.length; i++) {
      const other = line.slice(0, i) + (line[i] === '7' ? '8' : '7') + line.slice(i + 1);
      expect(typeof readLine(other)).toBe('string');
    }
  });
  test('arrived in any pieces, the lines are the same', () => {
    const whole = [writeLine({ verb: 'GET', args: ['a'] }), writeLine({ verb: 'BYE', args: [] })].join('');
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 12 }), { maxLength: 20 }), (sizes) => {
        let [held, at] = ['', 0];
        const lines: string[] = [];
        for (const size of [...sizes, whole.length]) {
          const cut = cutLines(held, whole.slice(at, at + size));
          at += size;
          held = cut.held;
          lines.push(...cut.lines);
        }
        expect(lines.map(readLine)).toEqual([
          { verb: 'GET', args: ['a'] },
          { verb: 'BYE', args: [] },
        ]);
      }),
      { seed: 9, numRuns: 100 },
    );
  });
  test('random text never throws on either side', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        expect(hearUnit(newSession(job), text).session.at).toBe('over');
        expect(hearProgrammer(unit, text).over).toBe(true);
      }),
      { seed: 3, numRuns: 200 },
    );
  });
});

describe('a session', () => {
  test('reads, writes, reads back, and both part', () => {
    const { session, held, log } = talk(unit, job);
    expect(session).toMatchObject({ at: 'over', serial: 'RM-77', before: 86_400_000, after: 43_200_000, fault: null });
    expect(held.values[job.key]).toBe(43_200_000);
    expect(log.map((line) => line.split(' ').slice(0, 2).join(' '))).toEqual([
      'unit HELLO',
      'desk GET',
      'unit IS',
      'desk PUT',
      'unit DONE',
      'desk GET',
      'unit IS',
      'desk BYE',
    ]);
  });
  test('another account is let go before anything is read', () => {
    const { session, log } = talk({ ...unit, account: '0322' }, job);
    expect(session.fault).toEqual({ code: 'account', got: '0322' });
    expect(log.some((line) => line.startsWith('desk GET'))).toBe(false);
  });
  test('a setting that it does not have, and one that it takes only by cable, are refused in its words', () => {
    expect(talk(unit, { ...job, key: 'unit:u1.trigger' }).session.fault).toEqual({ code: 'not', why: 'it has no such setting' });
    const cable = talk(unit, { ...job, key: 'unit:u1.serial', value: 'RM-78' });
    expect(cable.session).toMatchObject({ before: 'RM-77', fault: { code: 'not', why: 'it takes this only by cable' } });
    expect(cable.held.values['unit:u1.serial']).toBe('RM-77');
  });
  test('a line that was spoiled on the way ends it, and the value stays', () => {
    const { session, held } = talk(unit, job, (line, n) => (n === 1 ? line.replace('8640', '8641') : line));
    expect(session.fault).toEqual({ code: 'line', why: 'wrong check' });
    expect(held.values[job.key]).toBe(86_400_000);
  });
  test('a unit that says written and did not write is found out', () => {
    const liar = (of: Session, lines: readonly string[]): Session => lines.reduce((now, line) => hearUnit(now, line).session, of);
    const is = (value: Json): string => writeLine({ verb: 'IS', args: [job.key, JSON.stringify(value)] }).trim();
    const done = writeLine({ verb: 'DONE', args: [job.key] }).trim();
    const session = liar(newSession(job), [writeLine(greet(unit)).trim(), is(1), done, is(1)]);
    expect(session).toMatchObject({ after: 1, fault: { code: 'other', got: 1 } });
    expect(faultWords({ code: 'other', got: 1 })).toMatch(/read back another value/);
  });
  test('cut short, nothing is known; an end after it is over changes nothing', () => {
    expect(endSession(newSession(job))).toMatchObject({ at: 'over', fault: { code: 'cut' } });
    const { session } = talk(unit, job);
    expect(endSession(session)).toBe(session);
    expect(hearUnit(session, 'anything')).toEqual({ session, say: [] });
  });
  test('out of turn: a value before the greeting, a second greeting', () => {
    expect(hearUnit(newSession(job), writeLine({ verb: 'DONE', args: ['x'] }).trim()).session.fault).toEqual({
      code: 'line',
      why: 'not now',
    });
    expect(hearUnit(newSession(job), writeLine({ verb: 'GET', args: ['x'] }).trim()).session.fault).toEqual({
      code: 'line',
      why: 'not now',
    });
    const greeted = hearUnit(newSession(job), writeLine(greet(unit)).trim()).session;
    expect(hearUnit(greeted, writeLine(greet(unit)).trim()).session.fault).toEqual({ code: 'line', why: 'not now' });
  });
  test('every fault has its sentence', () => {
    for (const fault of [
      { code: 'account', got: '1' },
      { code: 'line', why: 'no check' },
      { code: 'not', why: 'x' },
      { code: 'cut' },
    ] as const)
      expect(faultWords(fault)).toMatch(/^[A-Z].{15,}\.$/);
  });
});

describe('a text to the unit', () => {
  const from = '+441632960077';
  test.each([
    ['heron 192.0.2.10:4112', unit, { calls: true, host: '192.0.2.10', port: 4112 }],
    ['heron [2001:db8::1]:4112', unit, { calls: true, host: '[2001:db8::1]', port: 4112 }],
    ['Heron 192.0.2.10:4112', unit, { calls: false, why: 'word' }],
    ['heron 192.0.2.10', unit, { calls: false, why: 'form' }],
    ['heron', unit, { calls: false, why: 'form' }],
    ['heron', { ...unit, maintenance: { host: '192.0.2.20', port: 4112 } }, { calls: true, host: '192.0.2.20', port: 4112 }],
    ['Heron', { ...unit, maintenance: { host: '192.0.2.20', port: 4112 } }, { calls: false, why: 'word' }],
    [
      'heron 192.0.2.10:4113',
      { ...unit, maintenance: { host: '192.0.2.20', port: 4112 } },
      { calls: true, host: '192.0.2.10', port: 4113 },
    ],
    ['heron 192.0.2.10:70000', unit, { calls: false, why: 'form' }],
    ['heron  192.0.2.10:4112', unit, { calls: false, why: 'form' }],
    ['heron 192.0.2.10:4112', { ...unit, remoteOn: false }, { calls: false, why: 'off' }],
    ['heron 192.0.2.10:4112', { ...unit, numbers: [] }, { calls: false, why: 'sender' }],
    ['heron 192.0.2.10:4112', { ...unit, numbers: null }, { calls: true, host: '192.0.2.10', port: 4112 }],
    [' 192.0.2.10:4112', { ...unit, word: '' }, { calls: false, why: 'form' }],
  ] as const)('%s', (text, of, does) => {
    expect(hearText(of, { from, text })).toEqual(does);
  });
  test('each silence has its reason for the yard’s screen', () => {
    expect(Object.values(wokenWords).every((words) => words.endsWith('.'))).toBe(true);
  });
});
