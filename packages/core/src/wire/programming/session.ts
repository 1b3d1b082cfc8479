// The desk's side of a programming session: greeted, it reads, writes one value, reads it back, and says goodbye.
//
//   greeting ─HELLO─► reading ─IS─► writing ─DONE─► reading back ─IS─► over
//       │ other account, wrong line: over      └NOT┘ over
import { isJson, type Json } from '../../name/index.ts';
import { type LineProblem, maySay, type ProgrammingLine, readLine } from './lines.ts';

export type Job = { readonly account: string; readonly key: string; readonly value: Json };
export type Fault =
  | { readonly code: 'account'; readonly got: string }
  | { readonly code: 'line'; readonly why: LineProblem | 'not now' }
  | { readonly code: 'not'; readonly why: string }
  | { readonly code: 'other'; readonly got: Json }
  | { readonly code: 'cut' };
export type Session = {
  readonly job: Job;
  readonly at: 'greeting' | 'reading' | 'writing' | 'reading back' | 'over';
  readonly serial: string | null;
  /** What the unit held before; undefined until it was read. */
  readonly before: Json | undefined;
  readonly after: Json | undefined;
  readonly fault: Fault | null;
};
export type SessionStep = { readonly session: Session; readonly say: readonly ProgrammingLine[] };

export const newSession = (job: Job): Session => ({ job, at: 'greeting', serial: null, before: undefined, after: undefined, fault: null });

const bye: ProgrammingLine = { verb: 'BYE', args: [] };
const over = (session: Session, fault: Fault | null): SessionStep => ({ session: { ...session, at: 'over', fault }, say: [bye] });
const said = (text: string): Json | undefined => {
  try {
    const value: unknown = JSON.parse(text);
    return isJson(value) ? value : undefined;
  } catch {
    return undefined;
  }
};
const same = (a: Json, b: Json): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What a line of the unit does to the session, and what the desk says to it. */
export const hearUnit = (session: Session, text: string): SessionStep => {
  if (session.at === 'over') return { session, say: [] };
  const line = readLine(text);
  if (typeof line === 'string') return over(session, { code: 'line', why: line });
  const { verb, args } = line;
  const [first = '', second = ''] = args;
  if (!maySay('unit', verb)) return over(session, { code: 'line', why: 'not now' });
  if (verb === 'BYE') return over(session, { code: 'cut' });
  if (verb === 'NOT') return over(session, { code: 'not', why: second.slice(0, 200) });
  const { job } = session;
  const get: ProgrammingLine = { verb: 'GET', args: [job.key] };
  switch (session.at) {
    case 'greeting':
      if (verb !== 'HELLO') break;
      return first === job.account
        ? { session: { ...session, at: 'reading', serial: second }, say: [get] }
        : over(session, { code: 'account', got: first.slice(0, 40) });
    case 'reading': {
      const before = said(second);
      if (verb !== 'IS' || first !== job.key || before === undefined) break;
      return { session: { ...session, at: 'writing', before }, say: [{ verb: 'PUT', args: [job.key, JSON.stringify(job.value)] }] };
    }
    case 'writing':
      if (verb !== 'DONE' || first !== job.key) break;
      return { session: { ...session, at: 'reading back' }, say: [get] };
    case 'reading back': {
      const after = said(second);
      if (verb !== 'IS' || first !== job.key || after === undefined) break;
      return over({ ...session, after }, same(after, job.value) ? null : { code: 'other', got: after });
    }
  }
  return over(session, { code: 'line', why: 'not now' });
};

/** The socket ended: a session that was not over was cut short, and nothing is known of the value. */
export const endSession = (session: Session): Session =>
  session.at === 'over' ? session : { ...session, at: 'over', fault: { code: 'cut' } };

const lineWords: { readonly [W in LineProblem | 'not now']: string } = {
  'no check': 'a line without its check',
  'wrong check': 'a line whose check is wrong',
  'no such verb': 'a line of another protocol',
  arguments: 'a line with too few or too many parts',
  'too long': 'a line that does not end',
  'not now': 'a line that is not its turn',
};

/** Why a session brought nothing, as a sentence. */
export const faultWords = (fault: Fault): string => {
  switch (fault.code) {
    case 'account':
      return `It was account ${fault.got} that called, not this station’s.`;
    case 'line':
      return `It said ${lineWords[fault.why]}, so the session was ended and nothing was written.`;
    case 'not':
      return `The unit refused: ${fault.why}.`;
    case 'other':
      return 'The unit said that it was written, and read back another value. Read it once more before you believe either.';
    case 'cut':
      return 'The session was cut short. What stands on the unit is not known: read it before anything else.';
  }
};
