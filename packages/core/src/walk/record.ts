// The record of a station as a document: parts of sentences and tables, without a word of how they are set. Secrets are in none of them.
import {
  type ElementId,
  groups,
  isObject,
  type Json,
  type LampName,
  lampWords,
  plainText,
  type SettingKey,
  settingKey,
  type Sha256,
} from '../name/index.ts';
import { isDrillKind } from '../evidence/index.ts';
import { acceptedAs, type Finding, openFindings, sayFinding } from '../check/index.ts';
import {
  comparePos,
  elementsOf,
  evidencePos,
  type PlacedEntry,
  readData,
  sayEntry,
  type Speaker,
  stageOf,
  type State,
  undoneWords,
  wanted,
} from '../journal/index.ts';
import { allLamps, factOf, type Line, type Rules, sayReason, verdictWords, whomToCall } from '../lamp/index.ts';
import { type Instant, inWords, wallTime } from '../quantity/index.ts';
import { groupLabels, isSecret, type Parameter, parametersOf, showValue } from '../sheet/index.ts';
import { gapLies, gapSpeaksOf } from './drill.ts';
import { dueList } from './due.ts';
import { endedOf, endingWords } from './ending.ts';
import { plannedGap } from './standby.ts';
import { reachCells, reachWords, toldCells } from './people.ts';

export type RecordTable = { readonly heads: readonly string[]; readonly rows: readonly (readonly string[])[] };
export type RecordPart = { readonly head: string; readonly lines: readonly string[]; readonly tables: readonly RecordTable[] };
export type RecordDoc = {
  readonly title: string;
  readonly asOf: string;
  /** Said on every page where work was left unfinished. */
  readonly unfinished: boolean;
  /** Said at the top of a record that proves nothing of real equipment. */
  readonly marks: readonly string[];
  readonly parts: readonly RecordPart[];
  /** How one comes there, as it was drawn, and what was photographed, oldest first. */
  readonly sketch: { readonly strokes: string; readonly says: string } | null;
  readonly pictures: readonly { readonly hash: Sha256; readonly says: string }[];
  /** Who signed, what they signed, and the strokes of their signature. */
  readonly signed: { readonly says: string; readonly strokes: string | null } | null;
  readonly head: string | null;
};
export type RecordOf = {
  readonly state: State;
  readonly entries: readonly PlacedEntry[];
  readonly line: Line;
  readonly rules: Rules;
  readonly findings: readonly Finding[];
  readonly speaker: Speaker;
  readonly zone: string;
  readonly now: Instant;
  readonly head: Sha256 | null;
  readonly ring: Instant | null;
};

const part = (head: string, lines: readonly string[], ...tables: readonly RecordTable[]): RecordPart => ({
  head,
  lines,
  tables: tables.filter(({ rows }) => rows.length > 0),
});

const where = ({ state }: RecordOf): RecordPart => {
  const of = (param: string): string => plainText(wanted(state, settingKey('site', null, param)) ?? '').trim();
  return part(
    'What is there, and where',
    [
      state.placed?.place === 'site' ? `Fitted at ${state.placed.where || 'its site'}.` : 'On the bench.',
      of('place') === '' ? '' : `${of('place')}${of('position') === '' ? '' : `, ${of('position')}`}.`,
      of('access') === '' ? '' : `Way in: ${of('access')}.`,
    ].filter((line) => line !== ''),
    { heads: ['Equipment', 'Called'], rows: state.elements.map(({ group, label }) => [groupLabels[group], label]) },
  );
};

const proved = ({ line, speaker }: RecordOf): RecordPart =>
  part('What is proved', [`The station is ${line.station}.`], {
    heads: ['Lamp', 'It is', 'Because'],
    rows: allLamps(line).map(({ lamp, path, is, grade, rehearsal, simulated, because }) => [
      `${lampWords[lamp]}${path === null ? '' : `, ${speaker.element(path)}`}`,
      [verdictWords[is], grade === null ? null : `grade ${grade}`, rehearsal ? 'bench' : null, simulated ? 'simulated' : null]
        .filter((word) => word !== null)
        .join(', '),
      because.map((reason) => sayReason(reason, speaker)).join(' '),
    ]),
  });

const stageWords = {
  wanted: 'not entered yet',
  entered: 'entered',
  applied: 'applied',
  inForce: 'in force',
  readBack: 'read back',
} as const;
/** Settings of one holder: as planned, as found when it first was read, and as left. */
const settings = ({ state, entries }: RecordOf, title: string, of: readonly Parameter[], element: ElementId | null): RecordTable => {
  const shown = (one: Parameter, value: Json | undefined): string =>
    value === undefined || value === null
      ? ''
      : isSecret(value)
        ? 'kept secret, not in this record'
        : showValue(one, value, (id) => state.elements.find((each) => each.id === id)?.label ?? id);
  const found = foundFirst(entries);
  return {
    heads: [title, 'Planned', 'As found', 'As left', 'Stage'],
    rows: of.flatMap((one) => {
      const key = settingKey(one.holder, element, one.key.slice(one.holder.length + 1));
      const plan = wanted(state, key);
      const left = state.device[key]?.value;
      if ((plan === undefined || plan === null) && left === undefined) return [];
      const stage = stageOf(state, key);
      const on = one.enteredOn !== null;
      return [
        [
          one.label,
          shown(one, plan),
          on ? shown(one, found.get(key)) : '',
          on ? shown(one, left) : '',
          !on ? 'on paper' : stage === null ? '' : stageWords[stage],
        ],
      ];
    }),
  };
};
/** What a device was found with: the first value that was read back from it. */
const foundFirst = (entries: readonly PlacedEntry[]): Map<SettingKey, Json> => {
  const found = new Map<SettingKey, Json>();
  for (const { entry } of entries) {
    const read = readData(entry);
    if (!read.ok || read.value?.kind !== 'setting.staged' || read.value.data.stage !== 'readBack') continue;
    for (const { key, value } of read.value.data.of) if (!found.has(key)) found.set(key, value);
  }
  return found;
};
const settingParts = (of: RecordOf): RecordPart =>
  part(
    'Settings, by device',
    ['Secrets are not in this record: they are kept sealed at the desk.'],
    settings(of, 'Site', parametersOf('site'), null),
    ...groups.flatMap((group) =>
      elementsOf(of.state, group).map(({ id, label }) => settings(of, `${groupLabels[group]}: ${label}`, parametersOf(group), id)),
    ),
    settings(of, 'At the desk', parametersOf('desk'), null),
  );

const evidence = ({ state, entries, speaker }: RecordOf): RecordPart => {
  const standing = new Map(Object.values(state.evidence).map((one) => [one.entry, one]));
  const rows = entries
    .flatMap(({ entry }) => {
      const of = standing.get(entry.id);
      return of === undefined ? [] : [{ entry, of }];
    })
    .sort((a, b) => comparePos(evidencePos(a.of), evidencePos(b.of)))
    .map(({ entry, of }) => [
      speaker.when(of.ord),
      speaker.who(entry.who),
      `${sayEntry(entry, speaker)}${of.place === 'bench' ? ' Bench.' : ''}${of.simulated ? ' Simulated.' : ''}`,
    ]);
  return part('Evidence', rows.length === 0 ? ['None.'] : [], { heads: ['When', 'Who', 'What'], rows });
};

const findingsSaid = ({ state, findings, speaker }: RecordOf): RecordPart => {
  const open = openFindings(state, findings).map((one) => [one.severity, sayFinding(one).what, sayFinding(one).todo]);
  const accepted = findings.flatMap((one) => {
    const as = acceptedAs(state, one);
    return as === null ? [] : [[sayFinding(one).what, as.reason, speaker.who(as.who)]];
  });
  return part(
    'Findings',
    open.length + accepted.length === 0 ? ['None stands open, and none was accepted.'] : [],
    { heads: ['Open', 'What', 'To do'], rows: open },
    { heads: ['Accepted', 'Why', 'By'], rows: accepted },
  );
};

/** The gap as it was computed against what each drill measured; the return against its delay. */
const computed = ({ state }: RecordOf): RecordPart => {
  const planned = plannedGap(state);
  const rows = Object.values(state.evidence)
    .filter(({ what }) => what === 'drill')
    .sort((a, b) => a.ord - b.ord)
    .flatMap(({ facts, simulated }) => {
      const [drill, begun, over] = [factOf(facts, 'drill'), factOf(facts, 'begun'), factOf(facts, 'over')];
      const [took, back, since] = [factOf(facts, 'took'), factOf(facts, 'back'), factOf(facts, 'since')];
      const at = (of: typeof took): number | null => (isObject(of) && typeof of['received'] === 'number' ? of['received'] : null);
      const [tookAt, backAt] = [at(took), at(back)];
      if (typeof begun !== 'number' || typeof over !== 'number') return [];
      const gap = planned !== null && isDrillKind(drill) && gapSpeaksOf(drill) ? planned.gap : null;
      const measured = tookAt === null ? null : { least: typeof since === 'number' ? Math.max(0, since - begun) : 0, most: tookAt - begun };
      return [
        [
          `${plainText(drill ?? '')}${simulated ? ', simulated' : ''}`,
          gap === null ? 'not computed' : `${inWords(gap.least)} to ${inWords(gap.worst)}, ${inWords(gap.expected)} on average`,
          measured === null
            ? ''
            : measured.least === 0
              ? `within ${inWords(measured.most)}`
              : `${inWords(measured.least)} to ${inWords(measured.most)}`,
          gap === null || measured === null ? '' : gapLies(gap, measured),
          backAt === null ? '' : inWords(Math.max(0, backAt - over)),
        ],
      ];
    });
  return part('Computed and measured', rows.length === 0 ? ['No drill was made.'] : [], {
    heads: ['Drill', 'Gap as computed', 'As measured', 'It lies', 'Back after'],
    rows,
  });
};

const undone = ({ state, speaker }: RecordOf): RecordPart =>
  part('Undone for the work, and put back', state.undone.length === 0 ? ['Nothing was noted.'] : [], {
    heads: ['What', 'Which', 'Is it back'],
    rows: state.undone.map(({ what, words, back }) => [
      undoneWords[what],
      words,
      back === null ? 'NOT BACK' : `${speaker.who(back.who)}, ${speaker.when(back.pos.ord)}`,
    ]),
  });

const people = ({ state, rules }: RecordOf): RecordPart => {
  const told = toldCells({ state, profiles: rules.profiles });
  const reached = reachCells(state);
  return part(
    'Who is told, and who may command it',
    told.length + reached.length === 0 ? ['Nobody on the sheet.'] : [],
    {
      heads: ['Told', 'Of', 'By their word'],
      rows: told.map(({ person, event, said, again }) => [
        person,
        `${event.what}${event.is === 'restoral' ? ', its end' : ''}`,
        said === null ? 'not confirmed' : `${said.got}${again ? ', before the sheet was changed' : ''}`,
      ]),
    },
    {
      heads: ['Who', 'By', 'Is to be', 'Was'],
      rows: reached.map(({ person, channel, meant, said }) => [
        person,
        reachWords[channel],
        meant ? 'let in' : 'kept out',
        said === null ? 'not tried' : said.letIn ? 'let in' : 'kept out',
      ]),
    },
  );
};

const schedule = ({ state }: RecordOf): RecordPart => {
  const desk = (param: string): Json | undefined => wanted(state, settingKey('desk', null, param));
  const every = elementsOf(state, 'unit')
    .map(({ id }) => wanted(state, settingKey('unit', id, 'testEvery')))
    .find((one) => typeof one === 'number');
  const grace = desk('grace');
  const called = whomToCall(plainText(desk('called') ?? ''));
  return part('Its calls, and who is called', [
    typeof every === 'number' ? `It calls by itself every ${inWords(every)}.` : 'The sheet does not say how often it calls by itself.',
    typeof grace === 'number' ? `A silence of ${inWords(grace)} is noticed.` : 'No silence is said after which somebody is sent.',
    called.length === 0 ? 'Nobody is named to be called.' : `To call: ${called.join(', then ')}.`,
  ]);
};

/** What to do when the lamp is dark: for this station, cheapest and safest first. Common practice, no source. */
export const whenDark = (state: State): string[] => {
  const has = (group: 'sim' | 'number' | 'output' | 'antenna'): boolean => elementsOf(state, group).length > 0;
  const of = (param: string): string => plainText(wanted(state, settingKey('site', null, param)) ?? '').trim();
  const carriers = [
    ...new Set(elementsOf(state, 'sim').map(({ id }) => plainText(wanted(state, settingKey('sim', id, 'carrier')) ?? '').trim())),
  ].filter((one) => one !== '');
  const kinds = elementsOf(state, 'path').map(({ id }) => plainText(wanted(state, settingKey('path', id, 'kind')) ?? ''));
  const ours = !['theirs', 'portal'].includes(plainText(wanted(state, settingKey('desk', null, 'whose')) ?? ''));
  const contact = of('contact');
  return [
    ours
      ? 'At the desk: has the desk itself been away, and are other stations of the same carrier, mast or listener silent too? Then it is not this station.'
      : 'Ring the other desk: is its receiver up, is the account on test, what came last and when?',
    'Which was the last call, over which path, and was anything changed since? It stands in the record’s journal.',
    ...(kinds.includes('cellular') || has('sim')
      ? [
          `Ask the carrier${carriers.length === 0 ? '' : ` (${carriers.join(', ')})`}: is the card active, is its plan used up or over, is it on the network now, since when not?`,
        ]
      : []),
    ...(kinds.some((kind) => kind === 'ethernet' || kind === 'wifi')
      ? ['Ask IT: is the line up, was a rule, a password or a device changed?']
      : []),
    ...(has('number') ? ['Send it a harmless text from a number that it lets in; an answer shows that power, modem and card live.'] : []),
    `Ask somebody who is there${contact === '' ? '' : ` (${contact})`}: is there power, which lights are on, is there water, fire, damage? Nobody opens anything for that.`,
    ...(has('output')
      ? ['Before anybody goes near what it switches: isolate and lock off. It may start by itself when it comes back.']
      : []),
    `Then drive. Take a card that works, a fuse, a supply${has('antenna') ? ', an aerial and its cable' : ''}, and this record. Look before you pull: lights, supply voltage, plugs, aerial; restart last.`,
  ];
};

const dueSaid = ({ state, line, now, zone, ring }: RecordOf): RecordPart => {
  const rows = dueList(state, line, { now, zone, ring }).map((one) => [
    one.day,
    one.is === 'end'
      ? `${one.what}: ${one.kind} ends`
      : one.is === 'ring'
        ? 'Ring the other desk for the tests'
        : one.is === 'tunnel'
          ? `${one.name} to be asked through again`
          : `${lampWords[one.lamp]} to be proved again`,
  ]);
  return part('What is due', rows.length === 0 ? ['Nothing on a known day.'] : [], { heads: ['Day', 'What'], rows });
};

const owners = ({ state }: RecordOf): RecordPart => {
  const of = (group: 'claim' | 'login' | 'sim' | 'licence', id: ElementId, param: string): string =>
    plainText(wanted(state, settingKey(group, id, param)) ?? '').trim();
  const rows = [
    ...elementsOf(state, 'claim').map(({ id, label }) => [
      `Claim: ${label}`,
      [of('claim', id, 'owner'), of('claim', id, 'portal')].filter(Boolean).join(', '),
    ]),
    ...elementsOf(state, 'login').map(({ id, label }) => [`Login: ${label}`, of('login', id, 'kept')]),
    ...elementsOf(state, 'sim').map(({ id, label }) => [
      `Plan of ${label}`,
      [of('sim', id, 'carrier'), of('sim', id, 'until')].filter(Boolean).join(', until '),
    ]),
  ];
  return part('Whose it is from now on', rows.length === 0 ? ['Neither claim, login nor card is on the sheet.'] : [], {
    heads: ['What', 'Belongs to, or is kept at'],
    rows,
  });
};

const signedOf = ({ state, entries, speaker }: RecordOf): RecordDoc['signed'] => {
  const entry = entries.find((one) => one.entry.id === state.signed?.id)?.entry;
  const read = entry === undefined ? null : readData(entry);
  if (state.signed === null || read?.ok !== true || read.value?.kind !== 'signed.off') return null;
  const { ending, name, words, returns, untrue, lamps, signature } = read.value.data;
  const accepted = lamps
    .filter(({ reason }) => reason !== '')
    .map(
      ({ lamp, path, reason }: { lamp: LampName; path: ElementId | null; reason: string }) =>
        `${lampWords[lamp]}${path === null ? '' : `, ${speaker.element(path)}`}, accepted: ${reason}.`,
    );
  return {
    says: [
      `${endingWords[ending]}, signed by ${name}, ${speaker.when(state.signed.pos.ord)}.`,
      returns === null ? '' : `${returns.who} returns by ${speaker.when(returns.by)}.`,
      untrue === '' ? '' : `The desk must not believe until then: ${untrue}.`,
      words,
      ...accepted,
    ]
      .filter((line) => line !== '')
      .join(' '),
    strokes: signature,
  };
};

/** The whole record. Its parts are in the order in which somebody who has never been there needs them. */
export const recordOf = (of: RecordOf): RecordDoc => {
  const { state, rules, speaker, now, zone, head, entries } = of;
  const { day, time } = wallTime(now, zone);
  const ended = endedOf(state, now, speaker);
  const simulated = Object.values(state.evidence).some((one) => one.simulated);
  return {
    title: `Record of ${state.station?.name ?? 'a station'}`,
    asOf: `As of ${day}, ${time} (${zone}).`,
    unfinished: ended?.is === 'unfinished',
    marks: [
      ...(ended === null ? ['Not signed off: this is work in hand.'] : []),
      ...(simulated
        ? ['Some of this is simulated: it was made in the yard, and says so where it stands. It proves nothing of the real equipment.']
        : []),
      ...(state.station?.demo === true ? ['Demo data: the station does not exist.'] : []),
    ],
    parts: [
      where(of),
      proved(of),
      part(
        'When the lamp is dark',
        whenDark(state).map((line, i) => `${i + 1}. ${line}`),
      ),
      schedule(of),
      people(of),
      findingsSaid(of),
      undone(of),
      computed(of),
      settingParts(of),
      evidence(of),
      dueSaid(of),
      owners(of),
      part(
        'Judged by',
        rules.named.map(
          ({ role, id, version, hash, name }) => `${role}: ${name === '' ? id : name}, ${id} version ${version}, ${hash.slice(0, 12)}.`,
        ),
      ),
      part('The journal behind it', [
        `${entries.length} entries. Head of the chain: ${head ?? 'not known here yet'}.`,
        'The saved journal is judged by: npm run -s greenlamp -- verify FILE. Without the head a tail that was cut off cleanly would not show.',
      ]),
    ],
    sketch:
      state.sketch === null
        ? null
        : {
            strokes: state.sketch.strokes,
            says: `Drawn by ${speaker.who(state.sketch.who)}, ${speaker.when(state.sketch.pos.ord)}. ${state.sketch.words}`.trim(),
          },
    pictures: state.pictures.map(({ hash, taken, step, who }) => ({
      hash,
      says: `${step === '' ? 'Picture' : step}, ${speaker.when(taken)}, ${speaker.who(who)}${state.placed?.place === 'site' && state.placed.where !== '' ? `, ${state.placed.where}` : ''}.`,
    })),
    signed: signedOf(of),
    head,
  };
};
