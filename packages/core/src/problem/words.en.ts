// The English of every problem: what is wrong, where, and what to do.
import type { Problem, ProblemArgs, ProblemCode } from './problem.ts';

type Words = { readonly [C in ProblemCode]: (args: ProblemArgs[C], at: string) => string };

const words: Words = {
  missing: (_, at) => `${at} is not filled in.`,
  unknown: ({ name }, at) => `${at} has a field '${name}' that does not belong there. Take it out.`,
  type: ({ want }, at) => `${at} should be ${want}.`,
  choice: ({ got, of }, at) => `${at} is '${got}'; it should be one of ${of}.`,
  long: ({ most, in: what }, at) => `${at} is too long: at most ${most} ${what}.`,
  range: ({ least, most, got }, at) => `${at} is ${got}; it should lie between ${least} and ${most}.`,
  form: ({ want, got }, at) => `${at} is '${got}'; it should be ${want}.`,
  'check-digit': ({ got, want }, at) => `${at} ends in ${got}; its check digit should be ${want}. Read it off again.`,
  'not-json': (_, at) => `${at} is not readable as JSON.`,
  'not-canonical': (_, at) => `${at} is not in its own canonical form (RFC 8785), so its hash would not be certain.`,
  'other-hash': (_, at) => `${at} is already kept with other contents. It was not taken again.`,
  'signed-out': () => 'Nobody is signed in at this browser, or the sign-in has ended. Sign in; what was written waits here meanwhile.',
  'not-yours': ({ may }) => `Your role does not go so far (${may}). Ask a lead.`,
  'not-you': (_, at) => `${at} was written by another person than the one who delivers it.`,
  'part-only': ({ part }, at) => `${at} may only be written by the ${part}.`,
  'secret-missing': ({ ref }, at) => `${at} names the secret ${ref}, which did not come with it. Type the secret again.`,
  'secret-unreadable': ({ ref }, at) =>
    `${at}: the secret ${ref} was sealed to a key that this server does not have. Reload the page and type it again.`,
  'account-taken': ({ account, station }, at) => `${at}: account ${account} already belongs to ${station}. Ask the desk for another.`,
  'no-version': ({ id, version }, at) => `${at}: version ${version} of ‘${id}’ has not been published here.`,
  'no-person': () => 'Whoever wrote it is not on the list of people here. Choose your name, or add it, and deliver it again.',
  'no-station': ({ stream }, at) => `${at}: the station ${stream} has not been opened here.`,
  newer: ({ what }, at) => `${at}: ${what} comes from a newer version of Green Lamp than this one.`,
  mark: (_, at) => `${at} carries the mark 'simulated', which only the yard may set.`,
  'mark-missing': (_, at) => `${at} comes from a virtual modem and has to carry the mark 'simulated'.`,
  'frame-unknown': ({ frame }) => `This station has no call number ${frame} at the desk.`,
  'frame-differs': ({ frame, what }) =>
    `Call number ${frame} is not as the entry says: its ${what} is another. Look at it again and say it anew.`,
  'frame-impossible': ({ frame }) => `Call number ${frame} can’t have come by that path: nobody’s word makes it so.`,
  'not-in-capture': ({ what }) =>
    `No kept text of this station that the entry refers to says so of ${what}. Paste the answer, and take it from there.`,
  'not-shown': ({ why }) => why,
  'blob-missing': ({ hash }, at) => `${at} names a text (${hash.slice(0, 12)}…) that did not come before it. Read it again.`,
  'secret-stands': ({ at }) =>
    at.length === 0
      ? 'A secret still stands in the text; mask it before it is kept.'
      : `One of this station’s secrets stands in the text, at ${at.length === 1 ? 'one place' : `${at.length} places`}; mask it before it is kept.`,
  refused: ({ why }, at) => `${at} was refused: ${why}`,
  address: ({ got, why }, at) => `${at}: '${got}' is not an address. ${why}`,
  apn: ({ why }, at) => `${at} can't be an APN: ${why}`,
};

/** One sentence for a person. `name` puts a readable name in place of the problem's path. */
export const sentence = (problem: Problem, name = problem.path === '' ? 'The entry' : problem.path): string => {
  const say = words[problem.code] as (args: Problem['args'], at: string) => string; // args and code come from one union member
  return say(problem.args, name);
};
