// The worker that judges stations, of the lowest priority: it reads the journal's file, folds, judges, and writes the board's own file. It never writes the journal.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { setPriority } from 'node:os';
import { dirname, join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { deskStream, houseStream, isObject, isStream, peopleStream, profilesStream, type Stream, sure } from '@green-lamp/core/name';
import { pinName, sheetText } from '@green-lamp/core/journal';
import { checkFleet, type Traits } from '@green-lamp/core/check';
import { lampsThatChange } from '@green-lamp/core/lamp';
import { instant } from '@green-lamp/core/quantity';
import { heldSecrets, sheetLines } from '@green-lamp/core/walk';
import type { Previewed } from '@green-lamp/core/api';
import type { Answers, FromJudge, Question, ToJudge } from './asked.ts';
import { BoardWriter, isBroken } from './file.ts';
import { JournalReader } from './journal-reader.ts';
import { type Around, type Facts, judged } from './judging.ts';

const port = parentPort;
const files: unknown = workerData;
if (port === null || !isObject(files) || typeof files['journal'] !== 'string' || typeof files['board'] !== 'string')
  throw new Error('started by the board only');
try {
  setPriority(19);
} catch {
  // a machine that has no priorities judges all the same
}
const say = (message: FromJudge): void => {
  port.postMessage(message);
};

/** A row is judged again because something was heard no more often than this (ms). */
const heardEvery = 2000;
/** Rows that are written together, and how long (ms) is judged before they are. */
const mostRows = 20;
const longest = 40;

/** What the core says may have changed with its code: a row that another code judged is judged again. */
const coreVersion = (): string => {
  const folder = dirname(dirname(require.resolve('@green-lamp/core/journal')));
  const hash = createHash('sha256');
  for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' }).sort())
    if (name.endsWith('.js')) hash.update(name).update(readFileSync(join(folder, name)));
  return hash.digest('hex').slice(0, 16);
};

const reader = new JournalReader(files['journal']);
const board = new BoardWriter(files['board']);
const core = coreVersion();
let here: Around['here'] | null = null;
let ahead = 0;
const now = () => instant(Date.now() + ahead);

/** What waits, the most urgent first: what people changed, what the clock changes, what was heard, and a rebuild. */
const changed = new Set<Stream>();
const due = new Set<Stream>();
const heard = new Map<Stream, number>();
let rebuild: Stream[] = [];
let rebuildOf = 0;
let turn = 0;
let ready = false;
const questions: { id: number; question: Question }[] = [];

const around = (): Around => {
  const [house, profiles] = [reader.at(houseStream), reader.at(profilesStream)];
  const rules = createHash('sha256')
    .update(JSON.stringify([house.seq, profiles.seq, here]))
    .digest('hex')
    .slice(0, 16);
  const { downs } = reader.at(deskStream).state;
  return {
    downs,
    people: reader.at(peopleStream).state.people,
    house: house.state,
    profiles: profiles.state,
    here: here ?? nowhere,
    rules,
    core,
  };
};
const nowhere: Around['here'] = { addresses: [], networks: [], outside: [], hidden: false, testPaths: false };

/** Rows that were judged by something else than what stands now, in the order in which the list shows them; new ones last. */
const startRebuild = (): void => {
  const { rules } = around();
  const rows = board.all('select stream, seq, core, rules, heard from row order by urgent desc, sort, stream') as {
    stream: Stream;
    seq: number;
    core: string;
    rules: string;
    heard: number;
  }[];
  const stands = new Map(reader.positions().map((of) => [of.stream, of]));
  const known = new Set(rows.map(({ stream }) => stream));
  const differs = rows.filter((row) => {
    const at = stands.get(row.stream);
    return row.core !== core || row.rules !== rules || at?.seq !== row.seq || at.heard !== row.heard;
  });
  rebuild = [...differs.map(({ stream }) => stream), ...[...stands.keys()].filter((stream) => !known.has(stream))];
  rebuildOf = rebuild.length;
};

const next = (at: number): Stream | null => {
  for (const set of [changed, due]) {
    const [first] = set;
    if (first === undefined) continue;
    set.delete(first);
    return first;
  }
  for (const [stream, since] of heard)
    if (since <= at) {
      heard.delete(stream);
      return stream;
    }
  return rebuild.shift() ?? null;
};

/** Rows that were judged and could not be written: by a board that is broken, or by what the machine does not let. */
class NotWritten extends Error {
  constructor(
    message: string,
    readonly broken: boolean,
  ) {
    super(message);
  }
}

const judgedAt = new Map<Stream, number>();
const work = (): void => {
  const began = performance.now();
  const rows = [];
  const by = around();
  for (let stream = next(began); stream !== null; stream = next(began)) {
    try {
      const of = judged(reader, stream, now(), by);
      if (of !== null) rows.push(of);
    } catch (error) {
      say({
        is: 'failed',
        id: null,
        why: `${stream} could not be judged: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`,
      });
    }
    judgedAt.set(stream, performance.now());
    if (rows.length >= mostRows || performance.now() - began > longest) break;
  }
  try {
    if (rows.length > 0) board.put(rows);
  } catch (error) {
    for (const { row } of rows) changed.add(sure(isStream, row.stream));
    throw new NotWritten(error instanceof Error ? error.message : String(error), isBroken(error));
  }
  const done = changed.size === 0;
  if (rows.length > 0 || done)
    say({
      is: 'judged',
      streams: rows.map(({ row }) => row.stream),
      waiting: rebuild.length + changed.size,
      of: Math.max(rebuildOf, rebuild.length + changed.size),
      turn: done ? turn : -1,
    });
};

const across = (): Answers['across'] => {
  const rows = board.all('select stream, name, facts from row order by sort') as { stream: Stream; name: string; facts: string }[];
  const stations = rows.map(({ stream, name, facts }) => ({ stream, name, facts: JSON.parse(facts) as Facts })); // written by `judged`
  const traits = new Map<string, Traits>();
  for (const { stream, facts } of stations)
    if (Object.values(facts.settings).some((value) => isObject(value))) for (const of of reader.traits(stream)) traits.set(of.ref, of);
  return {
    findings: checkFleet(
      stations.map(({ stream, name, facts }) => ({ name, id: stream, settings: facts.settings })),
      (ref) => traits.get(ref) ?? null,
    ),
    ends: stations
      .flatMap(({ stream, name, facts }) => facts.ends.map((of) => ({ stream, station: name, ...of })))
      .sort((a, b) => (a.day < b.day ? -1 : 1)),
    claims: stations.flatMap(({ stream, name, facts }) => facts.claims.map((of) => ({ stream, station: name, ...of }))),
    callers: stations.flatMap(({ stream, name, facts }) =>
      facts.caller === null ? [] : [{ stream, station: name, id: stream, name, ...facts.caller }],
    ),
  };
};

const sheets = (): Answers['sheets'] => ({
  sheets: reader.stations().flatMap((stream) => {
    const { state } = reader.at(stream);
    return state.station === null ? [] : [{ stream, station: state.station.name, text: sheetText(state), lines: sheetLines(state) }];
  }),
});

const secrets = (): Answers['secrets'] => ({
  secrets: reader.stations().flatMap((stream) => {
    const { state } = reader.at(stream);
    const { station } = state;
    return station === null
      ? []
      : heldSecrets(state).map(({ key, ref, what, since, knows }) => ({
          stream,
          station: station.name,
          key,
          ref,
          what,
          since,
          knows: [...knows],
        }));
  }),
});

const preview = ({ role, id, version }: Extract<Question, { what: 'preview' }>): Answers['preview'] => {
  const published = around();
  const found = (role === 'house' ? published.house : published.profiles).published[pinName({ id, version })];
  if (found === undefined) return null;
  const pin = { id: found.id, version: found.version, hash: found.hash };
  const stations = reader.stations().flatMap((stream): Previewed[] => {
    const { state } = reader.at(stream);
    if (state.station === null) return [];
    const label = (path: string | null): string | null => state.elements.find((element) => element.id === path)?.label ?? null;
    return [
      {
        stream,
        station: state.station.name,
        adopted: state.adopted[role]?.hash === pin.hash,
        role: state.adopted[role] === undefined ? null : `${state.adopted[role].id} ${state.adopted[role].version}`,
        changes: lampsThatChange(state, role, pin, { published, heard: reader.heard(stream), now: now() }).map(({ was, is }) => ({
          lamp: was.lamp,
          path: label(was.path),
          was: was.is,
          is: is.is,
        })),
      },
    ];
  });
  return { pin, stations: stations.sort((a, b) => b.changes.length - a.changes.length || a.station.localeCompare(b.station)) };
};

const answers = (question: Question): Answers[keyof Answers] => {
  switch (question.what) {
    case 'across':
      return across();
    case 'sheets':
      return sheets();
    case 'secrets':
      return secrets();
    case 'preview':
      return preview(question);
  }
};
const answer = ({ id, question }: { id: number; question: Question }): void => {
  try {
    say({ is: 'answer', id, answer: answers(question) });
  } catch (error) {
    say({ is: 'failed', id, why: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  }
};

const take = (message: ToJudge): void => {
  switch (message.is) {
    case 'now': {
      ahead = message.now - Date.now();
      const moved = JSON.stringify(message.here) !== JSON.stringify(here);
      here = message.here;
      if (moved || !ready) startRebuild();
      ready = true;
      return;
    }
    case 'changed':
      turn = message.turn;
      for (const stream of message.streams) {
        if (stream.startsWith('station:')) changed.add(sure(isStream, stream));
        else if (stream === houseStream || stream === profilesStream || stream === deskStream) startRebuild();
        else renamed();
      }
      return;
    case 'heard':
      for (const station of message.stations) {
        const stream = sure(isStream, station);
        if (!heard.has(stream)) heard.set(stream, (judgedAt.get(stream) ?? Number.NEGATIVE_INFINITY) + heardEvery);
      }
      return;
    case 'ask':
      questions.push({ id: message.id, question: message.question });
      return;
    case 'stop':
      board.close();
      reader.close();
      process.exit(0);
  }
};

let names: Around['people'] = {};
/** A person who is called otherwise now may stand on any row. */
const renamed = (): void => {
  const { people } = reader.at(peopleStream).state;
  const other = Object.entries(names).some(([person, name]) => people[person] !== name);
  names = people;
  if (!other) return;
  rebuild = (board.all('select stream from row order by urgent desc, sort, stream') as { stream: Stream }[]).map(({ stream }) => stream);
  rebuildOf = rebuild.length;
};

const someWait = (): boolean => {
  const at = performance.now();
  return changed.size + due.size + rebuild.length + questions.length > 0 || [...heard.values()].some((since) => since <= at);
};
let going = false;
/** Goes on while something waits, and hears what is said to it between two rounds. */
const go = (): void => {
  if (going) return;
  going = true;
  const round = (): void => {
    try {
      const question = questions.shift();
      if (question !== undefined && changed.size === 0) answer(question);
      else {
        if (question !== undefined) questions.unshift(question);
        if (ready) work();
      }
    } catch (error) {
      if (error instanceof NotWritten) {
        if (error.broken) {
          board.forget();
          throw error;
        }
        say({ is: 'stuck', why: error.message });
        going = false;
        return;
      }
      say({ is: 'failed', id: null, why: error instanceof Error ? (error.stack ?? error.message) : String(error) });
    }
    if (ready && someWait()) setImmediate(round);
    else going = false;
  };
  setImmediate(round);
};

port.on('message', (message: ToJudge) => {
  take(message);
  go();
});
/** Looks once a second at what the clock changes and at what was heard long enough ago. */
setInterval(() => {
  if (!ready) return;
  for (const { stream } of board.all('select stream from row where due <= ? limit 200', [now()]) as { stream: Stream }[]) due.add(stream);
  if (someWait()) go();
}, 1000);
names = reader.at(peopleStream).state.people;
