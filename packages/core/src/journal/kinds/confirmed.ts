// What somebody else's desk has: an event that was made, what they read back of it or what their log says; a change that a maker's files show; check-ins that came by themselves.
import { isElementId, isSha256, isUlid } from '../../name/index.ts';
import { kinds, strengths, turns } from '../../evidence/index.ts';
import { fields, flag, known, listOf, oneOf, orNull, text, whole, words } from '../../problem/index.ts';
import { isInstant } from '../../quantity/index.ts';
import { kind, upgrade } from '../kind.ts';
import { attended } from '../state/attended.ts';
import { withEvidence } from '../state/evidence.ts';

const path = orNull(known(isElementId, 'a path'));
const zone = orNull(words(16));
const is = orNull(oneOf(turns));

/** Somebody made the unit send an event: what is then read back or found in a log is held against it. */
export const eventMade = kind(
  'event.made',
  1,
  fields({ path, zone, is, event: words(32), words: text(300) }),
  (state, data, { pos, entry }) => ({
    ...attended(state, pos),
    made: [...state.made, { ...data, said: null, pos, who: entry.who }].slice(-mostMade),
  }),
);
/** Events that were made and may still be confirmed. */
const mostMade = 256;

/** What another desk makes of an event that was made: it has it, has another one, or has nothing. */
export const saids = ['right', 'wrong', 'missing'] as const;

const confirmed = {
  how: oneOf(['read back', 'log']),
  person: words(80),
  path,
  zone,
  is,
  event: words(32),
  /** When it was, by their clock. */
  at: known(isInstant, 'an instant'),
  /** The line of their log, kept by its hash in `blobs`, counted from 1. */
  line: orNull(whole(1, 300_000)),
  words: text(500),
} as const;

/** In which of its columns another desk's log has what, counted from 0; and how it writes a date. */
const columns = fields({
  head: flag,
  at: orNull(whole(0, 99)),
  day: orNull(whole(0, 99)),
  time: orNull(whole(0, 99)),
  account: whole(0, 99),
  zone: orNull(whole(0, 99)),
  event: orNull(whole(0, 99)),
  turn: orNull(whole(0, 99)),
  dates: oneOf(['year first', 'day first', 'month first']),
});

/** A read-back is a person's word; a line of their own log that matches is theirs. `made` is our own entry of the event; null in what the first version wrote. */
export const callConfirmed = kind(
  'call.confirmed',
  2,
  fields({
    ...confirmed,
    made: orNull(known(isUlid, 'an event that was made')),
    said: oneOf(saids),
    /** Null where their log has a head that says it. */
    columns: orNull(columns),
  }),
  (state, data, { entry, pos }) => ({
    ...withEvidence(state, {
      entry: entry.id,
      what: kinds.confirmation.what,
      grade: kinds.confirmation.grade,
      bears: [{ lamp: 'Call' as const, path: data.path }, ...(data.zone === null ? [] : [{ lamp: 'Inputs' as const, path: null }])],
      ord: pos.ord,
      from: Math.min(data.at, pos.ord),
      to: Math.min(data.at, pos.ord),
      outcome: data.said === 'right' ? 'good' : 'bad',
      by: data.how === 'log' ? 'device' : 'word',
      simulated: false,
      facts: {
        how: data.how,
        person: data.person,
        zone: data.zone,
        is: data.is,
        event: data.event,
        words: data.said === 'right' ? data.words : deniedWords(data),
        who: { ...entry.who },
      },
      kindOf: `confirmed ${data.how}`,
      receiver: null,
      item: `${data.zone ?? ''} ${data.is ?? ''}`,
    }),
    logColumns: data.columns ?? state.logColumns,
    made: state.made.map((one) => (one.pos.id === data.made ? { ...one, said: { how: data.how, is: data.said, pos } } : one)),
  }),
  [upgrade(fields(confirmed), (data) => ({ ...data, made: null, said: 'right', columns: null }))],
);

/** Another desk's machine has sent a part of its log, kept by its hash in `blobs`. It proves nothing by itself: its lines are held against what was made. */
export const logCame = kind('log.came', 1, fields({ by: words(60), lines: whole(1, 300_000) }), (state, { by, lines }, { entry, pos }) => {
  const [hash] = entry.blobs ?? [];
  return isSha256(hash) ? { ...state, logs: [...state.logs, { hash, by, lines, pos }].slice(-mostLogs) } : state;
});
const mostLogs = 8;

/** What a person at the other desk said of an event that they do not have, for the lamp's sentence. */
const deniedWords = ({
  person,
  event,
  zone: of,
  said,
  words: more,
}: {
  person: string;
  event: string;
  zone: string | null;
  said: (typeof saids)[number];
  words: string;
}): string =>
  `${person} ${said === 'missing' ? 'has nothing of' : 'has another signal than'} ‘${event}’${of === null ? '' : `, zone ${of}`}${more === '' ? '.' : `: ${more}`}`;

/** The call to another desk is over: anything else today, and how they have left the account. */
export const deskRung = kind(
  'desk.rung',
  1,
  fields({ person: words(80), else: text(500), offTest: flag, armed: flag }),
  (state, { person, offTest, armed }, { entry, pos }) => ({ ...state, rung: { person, offTest, armed, pos, who: entry.who } }),
);

/** After days: whether the tests that were due came to another desk, at what times by their clock, and how the account stands. One call for the last two. */
export const watchAsked = kind(
  'watch.asked',
  1,
  fields({ person: words(80), path, tests: listOf(known(isInstant, 'an instant'), 8), armed: flag, offTest: flag, words: text(500) }),
  (state, data, { entry, pos }) =>
    withEvidence(
      { ...state, rung: { person: data.person, offTest: data.offTest, armed: data.armed, pos, who: entry.who } },
      {
        entry: entry.id,
        what: kinds.confirmation.what,
        grade: null,
        bears: [{ lamp: 'Watch', path: null }],
        ord: pos.ord,
        from: Math.min(data.tests[0] ?? pos.ord, pos.ord),
        to: pos.ord,
        outcome: data.tests.length > 0 ? 'good' : 'bad',
        by: 'word',
        simulated: false,
        facts: {
          person: data.person,
          tests: [...data.tests],
          path: data.path,
          armed: data.armed,
          offTest: data.offTest,
          words: data.tests.length > 0 ? data.words : `${data.person}: no test came. ${data.words}`.trim(),
          who: { ...entry.who },
        },
        kindOf: 'watch asked',
        receiver: null,
        item: `${data.tests[0] ?? ''}`,
      },
    ),
);

/** A value that differs between the files before and after, changed from afar by the maker's own program. */
export const changeShown = kind(
  'change.shown',
  1,
  fields({
    /** The value's name as the device's file has it. */
    name: words(160),
    was: words(200),
    now: words(200),
    before: known(isSha256, 'a SHA-256'),
    after: known(isSha256, 'a SHA-256'),
  }),
  (state, data, { entry, pos }) =>
    withEvidence(attended(state, pos), {
      entry: entry.id,
      what: kinds.test.what,
      grade: kinds.test.grade,
      bears: [{ lamp: 'Reach', path: null }],
      ord: pos.ord,
      from: pos.ord,
      to: pos.ord,
      outcome: 'good',
      by: 'device',
      simulated: false,
      facts: { what: 'reach.files', name: data.name, was: data.was, now: data.now },
      kindOf: 'files',
      receiver: null,
    }),
);

/** The desk writes it when as many scheduled check-ins as house rules ask have come while nobody was there. */
export const checkIn = kind(
  'checkins.seen',
  1,
  fields({
    path,
    instants: listOf(known(isInstant, 'an instant'), 32),
    asked: whole(1, 99),
    strength: oneOf(strengths),
    simulated: flag,
  }),
  (state, data, { entry, pos }) =>
    withEvidence(state, {
      entry: entry.id,
      what: kinds['check-in'].what,
      grade: kinds['check-in'].grade,
      bears: [{ lamp: 'Watch', path: null }],
      ord: pos.ord,
      from: data.instants[0] ?? pos.ord,
      to: pos.ord,
      outcome: 'good',
      by: 'frame',
      simulated: data.simulated,
      facts: { count: data.instants.length, asked: data.asked, path: data.path, strength: data.strength },
      kindOf: 'check-in',
      receiver: null,
      strength: data.strength,
    }),
);
