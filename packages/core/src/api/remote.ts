// Programming from afar: how a session stands, and the test of the way in.
import { isSettingKey } from '../name/index.ts';
import { atLeast, flag, type Given, json, known, listOf, oneOf, orNull, text, whole, formed } from '../problem/index.ts';
import { mostWhole, reads, tells } from './route.ts';

const count = whole(0, mostWhole);
const port = whole(0, 65_535);
const sessionShape = atLeast({
  key: known(isSettingKey, 'a setting'),
  is: oneOf(['listening', 'talking', 'over']),
  port,
  since: count,
  /** When the unit opened the session, and when it was over. */
  traffic: orNull(count),
  ended: orNull(count),
  lines: listOf(atLeast({ from: oneOf(['desk', 'unit']), text: text(100_000) }), 100_000),
  before: json,
  after: json,
  good: flag,
  why: orNull(text(4000)),
  /** The text that the yard's unit was sent, its word left out. */
  text: orNull(text(4000)),
  simulated: flag,
});
export type RemoteSession = Given<typeof sessionShape>;
const wayInShape = atLeast({
  port,
  is: oneOf(['open', 'seen', 'nobody', 'taken', 'stopped']),
  since: count,
  until: count,
  /** Who got through, and when. */
  from: orNull(text(100)),
  at: orNull(count),
});
export type WayIn = Given<typeof wayInShape>;

const ofStation = { stream: text(60) } as const;
const session = { session: orNull(sessionShape) } as const;
export const remoteState = reads('/api/remote', 'How a station’s session stands.', ofStation, session);
export const beginSession = tells(
  '/api/remote/session',
  'Opens the programming port for one session that changes one value.',
  {
    ...ofStation,
    path: formed(/^[0-9a-z]{6}$/, 'an element’s six characters'),
    key: text(80),
    words: text(1000),
    /** By the yard's unit, which is sent the text; else a real unit is waited for. */
    virtual: flag,
    /** The telephone from which the text is sent. */
    from: text(20),
  },
  session,
);
export const stopSession = tells('/api/remote/stop', 'Ends a session.', ofStation, session);
export const wayInState = reads('/api/remote/way-in', 'How the test of the way in stands.', {}, { wayIn: orNull(wayInShape) });
export const testWayIn = tells(
  '/api/remote/way-in',
  'Opens a port for a while, to see whether somebody outside gets through to it.',
  { port, seconds: whole(1, 300) },
  { wayIn: wayInShape },
);
export const stopWayIn = tells('/api/remote/way-in/stop', 'Closes it.', {}, { wayIn: orNull(wayInShape) });
