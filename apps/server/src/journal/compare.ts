// Nothing is believed too easily: what an entry says of a frame, a capture, a log or a file is compared with what the desk keeps of it.
import {
  type ElementId,
  houseStream,
  isElementId,
  type Json,
  lampWords,
  profilesStream,
  type Role,
  type Sha256,
  type Stream,
} from '@green-lamp/core/name';
import { type DataOf, type Drilling, type Entry, type Known, ordOf, readEntry, speakerOf, type State } from '@green-lamp/core/journal';
import { check, type Finding } from '@green-lamp/core/check';
import {
  accountsOf,
  allLamps,
  asPlanned,
  type CameIn,
  drillSeen,
  lamps,
  ownTime,
  rulesOf,
  type Verdict,
  verdictWords,
} from '@green-lamp/core/lamp';
import { type Problem, problem } from '@green-lamp/core/problem';
import { answerWords } from '@green-lamp/core/sheet';
import { drillRow, type Here, isStrength, proves } from '@green-lamp/core/evidence';
import {
  aroundOf,
  completeBlocks,
  fileChanges,
  isOfMade,
  offersOf,
  readDeviceFile,
  readLog,
  watchedBlocks,
  weakLamps,
} from '@green-lamp/core/walk';
import { jpegSize, readAnswer, readPing } from '@green-lamp/core/wire';
import { siteZone } from './site-zone.ts';
import type { NewFrame, Turn } from './turn.ts';

/** How much earlier than its own entry a drill may be said to have begun: clocks differ. Ours. */
const drillSlack = 60_000;

/** A text that an entry names; null where it is not kept here. */
const textOf = (turn: Turn, hash: Sha256): string | null => {
  const bytes = turn.blobOf(hash);
  return bytes === null ? null : Buffer.from(bytes).toString('utf8');
};

type Named = DataOf<'drill.run'>['took'] & object;

const impossibleFor = (row: NewFrame, path: ElementId | null): boolean =>
  row.strength === 'impossible' || (path !== null && (JSON.parse(row.impossible ?? '[]') as string[]).includes(path));

/** What an entry says of a frame, against the frame's own row. */
const frameFaults = (
  turn: Turn,
  stream: Stream,
  said: { frame: number } & { readonly [field: string]: Json },
  fields: { readonly [field: string]: keyof NewFrame },
  at: string,
): { row: NewFrame | null; problems: Problem[] } => {
  const row = turn.frameOf(said.frame);
  if (row?.station !== stream || row.status !== 'matched')
    return { row: null, problems: [problem('frame-unknown', `${at}.frame`, { frame: said.frame })] };
  const problems = Object.entries(fields).flatMap(([field, column]) =>
    (said[field] ?? null) === (row[column] ?? null) ? [] : [problem('frame-differs', `${at}.${field}`, { frame: said.frame, what: field })],
  );
  const source = said['source'];
  const same =
    typeof source === 'object' &&
    source !== null &&
    'address' in source &&
    'port' in source &&
    source.address === row.address &&
    source.port === row.fromPort;
  return {
    row,
    problems: same ? problems : [...problems, problem('frame-differs', `${at}.source`, { frame: said.frame, what: 'source' })],
  };
};

const common = { receiver: 'receiver', event: 'event', grade: 'grade', received: 'at', simulated: 'simulated' } as const;

const attributedFaults = (turn: Turn, { stream, v }: Entry, data: DataOf<'call.attributed'>): Problem[] => {
  // The first version did not say of which zone, turn, part and listener it was.
  const fields = v === 1 ? common : ({ ...common, zone: 'zone', is: 'turn', part: 'part', listener: 'listener', port: 'port' } as const);
  const { row, problems } = frameFaults(turn, stream, { ...data }, fields, 'data');
  return row !== null && impossibleFor(row, data.path)
    ? [...problems, problem('frame-impossible', 'data.path', { frame: data.frame })]
    : problems;
};

const cameIn = (row: NewFrame): CameIn => ({
  at: row.at,
  path: isElementId(row.path) ? row.path : null,
  counts: isStrength(row.strength) && proves(row.strength),
  own: ownTime(row.instant ?? null),
  bytes: row.bytes.byteLength,
});

/** What was marked in the drill and what its entry says of it: when it was put back, when the unit was made to call, what was made meanwhile. */
const markFaults = (drill: Drilling, data: DataOf<'drill.run'>): Problem[] => {
  const made = drill.made.map(({ at, zone, is }) => `${at} ${zone ?? ''} ${is ?? ''}`);
  const said = data.kept.map(({ at, zone, is }) => `${at} ${zone ?? ''} ${is ?? ''}`);
  return [
    ...(data.over === drill.over ? [] : [problem('not-shown', 'data.over', { why: 'It was not put back then: mark it in the drill.' })]),
    ...(data.since === null || drill.asked.includes(data.since)
      ? []
      : [problem('not-shown', 'data.since', { why: 'The unit was not made to call then.' })]),
    ...(made.join() === said.join() ? [] : [problem('not-shown', 'data.kept', { why: 'What was made meanwhile is otherwise.' })]),
  ];
};

const drillFaults = (turn: Turn, entry: Entry, state: State, data: DataOf<'drill.run'>): Problem[] => {
  const { stream, v } = entry;
  const { drill } = state;
  if (drill?.drill !== data.drill || drill.path !== data.path)
    return [problem('not-shown', 'data.drill', { why: 'No such drill was begun: begin it before the path is cut.' })];
  if (data.begun < drill.begun - drillSlack || data.over < data.begun || data.over > ordOf(entry, null) + drillSlack)
    return [problem('not-shown', 'data.begun', { why: 'The drill’s times do not fit: it is begun first, and put back after that.' })];
  const named: [string, Named][] = (
    [
      ['data.took', data.took],
      ['data.back', data.back],
      ['data.lost', data.lost],
      ...data.kept.map(({ frame }, i): [string, Named | null] => [`data.kept.${i}.frame`, frame]),
    ] satisfies [string, Named | null][]
  ).flatMap(([where, frame]): [string, Named][] => (frame === null ? [] : [[where, frame]]));
  const problems: Problem[] = [];
  for (const [where, frame] of named) {
    const fields = { ...common, path: 'path', how: 'how', strength: 'strength', zone: 'zone', is: 'turn' } as const;
    problems.push(...frameFaults(turn, stream, { ...frame }, fields, where).problems);
    if (frame.simulated !== data.simulated) problems.push(problem('mark', `${where}.simulated`, {}));
  }
  for (const [i, { frame, own, zone, is }] of data.kept.entries()) {
    if (frame === null) continue;
    const instant = turn.frameOf(frame.frame)?.instant ?? null;
    if (ownTime(instant) !== own) problems.push(problem('frame-differs', `data.kept.${i}.own`, { frame: frame.frame, what: 'own time' }));
    if ((zone !== null && zone !== frame.zone) || (is !== null && is !== (frame.is ?? 'alarm')))
      problems.push(problem('not-shown', `data.kept.${i}.frame`, { why: 'It is another event than the one that was made.' }));
  }
  const { way } = drillRow(data.drill);
  const to = Math.max(data.over, data.seen?.to ?? 0);
  const came = turn.cameBetween(stream, data.begun, to);
  // A unit that reports each event by both paths would drill itself with no plug pulled: so until the path is put back, not only until the standby calls.
  const meanwhile = came.find(
    (row) => row.at < data.over && cameIn(row).counts && (way === 'kept' || (way === 'over' && row.path === data.path)),
  );
  if (meanwhile !== undefined)
    problems.push(problem('not-shown', 'data.took', { why: `The path was not cut: call number ${meanwhile.id} came by it meanwhile.` }));
  // What came is counted, or a path that goes again would not show. The first version had no counts.
  if (v > 1 && data.back !== null && (data.seen === null || data.seen.to < data.back.received))
    problems.push(problem('not-shown', 'data.seen', { why: 'It does not say what came up to the return.' }));
  if (data.seen !== null) {
    const seen = drillSeen({ ...data, to: data.seen.to }, came.map(cameIn));
    const { seen: said } = data;
    const what = (['byCut', 'byOthers', 'bytes', 'late', 'flaps'] as const).find((name) => seen[name] !== said[name]);
    if (what !== undefined)
      problems.push(problem('not-shown', `data.seen.${what}`, { why: `The desk counts ${seen[what]}, not ${said[what]}.` }));
  }
  return [...problems, ...markFaults(drill, data)];
};

/** Captures of this stream that an entry refers to, with the texts that they name. */
const captures = (turn: Turn, { stream, re }: Entry): { path: ElementId | null; text: string }[] => {
  const found: { path: ElementId | null; text: string }[] = [];
  for (const id of re ?? []) {
    const row = turn.found(id);
    const read = row === null ? null : readEntry(row.text);
    if (read?.ok !== true || read.value.stream !== stream || read.value.kind !== 'capture.kept') continue;
    const { data } = read.value;
    const path = typeof data === 'object' && data !== null && 'path' in data ? data.path : null;
    for (const hash of read.value.blobs ?? []) {
      const text = textOf(turn, hash);
      if (text !== null) found.push({ path: typeof path === 'string' ? (path as ElementId) : null, text }); // judged when it was kept
    }
  }
  return found;
};

/** What a device printed of its question, read again: the host that answered, how often, and from where it was asked. An address that only a person typed could be anybody’s: then it is a word. */
const crossedFaults = (turn: Turn, entry: Entry, { by, host, from, replies }: DataOf<'tunnel.crossed'>): Problem[] => {
  if (by !== 'device') return [];
  const same = captures(turn, entry).some(({ text }) => {
    const read = readPing(text);
    return read !== null && read.host === host && read.replies === replies && read.from !== null && read.from === from;
  });
  return same ? [] : [problem('not-in-capture', 're', { what: 'the answers' })];
};

const readingFaults = (turn: Turn, entry: Entry, state: State, data: DataOf<'reading.taken'>): Problem[] => {
  if (data.by !== 'device') return [];
  const [house, profiles] = [turn.head(houseStream), turn.head(profilesStream)];
  const words = answerWords(rulesOf(state, { house: house.state, profiles: profiles.state }).profiles);
  const says = captures(turn, entry).some(
    ({ text, path }) =>
      (path === null || data.path === null || path === data.path) &&
      offersOf(state, data.path ?? path, readAnswer(text, words)).some(
        ({ reading }) => reading !== null && reading.lamp === data.lamp && reading.what === data.what && reading.value === data.value,
      ),
  );
  return says ? [] : [problem('not-in-capture', 're', { what: data.what })];
};

/** A line of another desk's log: with the account, the zone and a time within two minutes of our own entry that made the event. */
const confirmedFaults = (turn: Turn, { blobs: hashes }: Entry, state: State, data: DataOf<'call.confirmed'>): Problem[] => {
  if (data.how === 'read back') return [];
  const text = hashes?.[0] === undefined ? null : textOf(turn, hashes[0]);
  const line =
    text === null || data.line === null ? undefined : readLog(text, siteZone(state), data.columns).find(({ n }) => n === data.line);
  const why = (words: string): Problem[] => [problem('not-shown', 'data.line', { why: words })];
  if (line === undefined) return why('The log that goes with it has no such line that can be read.');
  if (!accountsOf(state).includes(line.account)) return why('That line is of another account.');
  if (line.zone !== data.zone || line.at !== data.at) return why('That line has another zone or time.');
  const made = state.made.some(
    (one) =>
      one.zone === data.zone &&
      one.is === data.is &&
      (one.path === null || one.path === data.path) &&
      (data.made === null || one.pos.id === data.made) &&
      isOfMade(line, one, accountsOf(state)),
  );
  return made ? [] : why('No event was made within two minutes of that line: note that you make it, then make it.');
};

/** What the checks say of a station's sheet now, as the desk itself finds it. */
const findingsNow = (turn: Turn, state: State, here: Here | null): readonly Finding[] => {
  const rules = rulesOf(state, { house: turn.head(houseStream).state, profiles: turn.head(profilesStream).state });
  const by = { ...rules, heard: turn.heardOf(state.stream), now: turn.now };
  return check(asPlanned(state), aroundOf(state, { ...by, traits: () => null, ...(here === null ? {} : { here }) }));
};
/** A stop is accepted by a lead; what is to be mended or looked at, by whoever works there. */
const acceptedFaults = (
  turn: Turn,
  state: State,
  { finding, lifted }: DataOf<'finding.accepted'>,
  { here, role }: { readonly here: Here | null; readonly role: Role | null },
): Problem[] =>
  lifted || role === 'lead' || !findingsNow(turn, state, here).some(({ id, severity }) => id === finding && severity === 'stop')
    ? []
    : [problem('refused', 'data.finding', { why: 'it is a stop, and only a lead accepts a stop' })];

const greener: readonly Verdict[] = ['failed', 'stale', 'dark', 'marginal', 'proven', 'none'];

/** 'Site complete' and 'watched' are what the desk itself finds, and nobody's word: what stands in the way is said one by one. */
const signedFaults = (turn: Turn, { stream }: Entry, state: State, data: DataOf<'signed.off'>, here: Here | null): Problem[] => {
  if (data.ending !== 'complete' && data.ending !== 'watched') return [];
  const [house, profiles] = [turn.head(houseStream), turn.head(profilesStream)];
  const rules = rulesOf(state, { house: house.state, profiles: profiles.state });
  const heard = turn.heardOf(stream);
  const by = { ...rules, heard, now: turn.now };
  const line = lamps(state, by);
  const findings = findingsNow(turn, state, here);
  const speaker = speakerOf(state, () => null, turn.now, siteZone(state));
  const blocks =
    data.ending === 'watched'
      ? watchedBlocks(state, line, { speaker })
      : completeBlocks(state, line, { heard, now: turn.now, findings, speaker, profiles: rules.profiles });
  const accepted = new Set(data.lamps.filter(({ reason }) => reason.trim() !== '').map(({ lamp, path }) => `${lamp} ${path ?? ''}`));
  const weak = data.ending === 'watched' ? [] : weakLamps(state, line).filter(({ lamp, path }) => !accepted.has(`${lamp} ${path ?? ''}`));
  const named = new Map(data.lamps.map((of) => [`${of.lamp} ${of.path ?? ''}`, of.is]));
  // Greener on the page than here: somebody signed for more than there is. What has got better since is no matter.
  const other = allLamps(line).filter(
    ({ lamp, path, is }) => greener.indexOf(named.get(`${lamp} ${path ?? ''}`) ?? is) > greener.indexOf(is),
  );
  return [
    ...blocks.map(({ sentence }) => problem('not-shown', 'data.ending', { why: sentence })),
    ...weak.map(({ lamp }) => problem('not-shown', 'data.lamps', { why: `${lampWords[lamp]} is weak: say why it is accepted.` })),
    ...other.map(({ lamp, is }) => problem('not-shown', 'data.lamps', { why: `${lampWords[lamp]} is ${verdictWords[is]} at the desk.` })),
  ];
};

/** Files of before and after that differ in one value, as our own reader sees it. */
const shownFaults = (turn: Turn, state: State, data: DataOf<'change.shown'>): Problem[] => {
  const kept = (when: 'before' | 'after', hash: Sha256): boolean =>
    Object.values(state.files).some((file) => file.when === when && file.text === hash);
  const why = (words: string): Problem[] => [problem('not-shown', 'data', { why: words })];
  if (!kept('before', data.before) || !kept('after', data.after))
    return why('Those are not the files before and after that this station keeps.');
  const [before, after] = [textOf(turn, data.before), textOf(turn, data.after)];
  const changes = before === null || after === null ? [] : fileChanges(readDeviceFile(before), readDeviceFile(after));
  return changes.some(({ name, was, is }) => name === data.name && was === data.was && is === data.now)
    ? []
    : why('The files before and after do not differ in that value as the entry says.');
};

/** The picture that an entry names is one, and as large as the entry says. */
const pictureFaults = (turn: Turn, { blobs: hashes }: Entry, data: DataOf<'picture.taken'>): Problem[] => {
  const bytes = hashes?.[0] === undefined ? null : turn.blobOf(hashes[0]);
  if (bytes === null) return []; // told before, as a blob that is missing
  const size = jpegSize(bytes);
  return size?.width === data.width && size.height === data.height && bytes.length === data.bytes
    ? []
    : [problem('not-shown', 'data', { why: 'What it names is no picture, or one of another size.' })];
};

/** All that keeps an entry out because the desk knows better. */
export const compared = (
  turn: Turn,
  entry: Entry,
  known: Known,
  state: State,
  { here, role }: { readonly here: Here | null; readonly role: Role | null },
): readonly Problem[] => {
  switch (known.kind) {
    case 'call.attributed':
      return attributedFaults(turn, entry, known.data);
    case 'drill.run':
      return drillFaults(turn, entry, state, known.data);
    case 'tunnel.crossed':
      return crossedFaults(turn, entry, known.data);
    case 'reading.taken':
      return readingFaults(turn, entry, state, known.data);
    case 'picture.taken':
      return pictureFaults(turn, entry, known.data);
    case 'call.confirmed':
      return confirmedFaults(turn, entry, state, known.data);
    case 'signed.off':
      return signedFaults(turn, entry, state, known.data, here);
    case 'finding.accepted':
      return acceptedFaults(turn, state, known.data, { here, role });
    case 'change.shown':
      return shownFaults(turn, state, known.data);
    default:
      return [];
  }
};
