// Questions on which practitioners disagree: both schools with their reasons, and the one that ships.
export type School = {
  readonly id: string;
  readonly question: string;
  /** What the choice decides: figures of the rules, the verdict of a lamp, which checks are asked, the order of steps. 'picked': nothing can follow another school here, so one is picked and its reason is said. */
  readonly decides: 'figures' | 'lamps' | 'checks' | 'steps' | 'picked';
  /** The choices; the first that is `ours` ships. */
  readonly of: readonly {
    readonly id: string;
    readonly says: string;
    readonly why: string;
    readonly ours?: true;
    /** ms: how long a hold has to be by this school. */
    readonly holdTime?: number;
  }[];
};

const decided: { readonly [id: string]: School['decides'] } = {
  hold: 'figures',
  level: 'lamps',
  fair: 'lamps',
  proof: 'lamps',
  calls: 'lamps',
  matrix: 'lamps',
  drills: 'lamps',
  'late switch': 'lamps',
  'one path': 'lamps',
  'each path': 'lamps',
  patience: 'picked',
  configuration: 'steps',
  mode: 'checks',
  'desk by': 'checks',
  detect: 'checks',
  zones: 'checks',
  reset: 'checks',
  login: 'checks',
  'second aerial': 'checks',
  opens: 'checks',
  names: 'checks',
  tunnel: 'checks',
  probe: 'checks',
  credentials: 'checks',
  'whose apn': 'checks',
  'first path': 'checks',
  starts: 'checks',
  limit: 'checks',
};
const school = (id: string, question: string, ...of: School['of']): School => ({ id, question, decides: decided[id] ?? 'picked', of });

export const schools: readonly School[] = [
  school(
    'hold',
    'How long a range test is held',
    { id: '20 s', says: '20 s', why: 'Ten sensors take a third less time.', holdTime: 20_000 },
    { id: '30 s', says: '30 s', why: 'The longer catches slower fading.', ours: true, holdTime: 30_000 },
  ),
  school(
    'level',
    'The least cellular level',
    { id: 'bars', says: '3 of 5 bars at rest', why: 'It is all that many devices show.' },
    { id: 'colour', says: 'colour not red', why: 'Quick to see with gloves.' },
    {
      id: 'figures',
      says: 'dBm and quality, bars only if that is all there is',
      why: 'Level alone lies; bars differ from maker to maker.',
      ours: true,
    },
  ),
  school(
    'patience',
    'Patience with a level test',
    { id: '15-30 s', says: '15 to 30 s', why: 'Most are done by then.' },
    { id: '60 s', says: 'late at 30 s, no result at 60 s', why: 'A slow one still counts, and a dead one is named.', ours: true },
  ),
  school(
    'mode',
    'Network mode',
    { id: 'auto', says: 'automatic', why: 'It outlives a network’s retirement; a note says when it flaps.', ours: true },
    { id: 'fixed', says: 'fixed best', why: 'It does not flap between technologies.' },
  ),
  school(
    'desk by',
    'The desk is called by',
    { id: 'address', says: 'address', why: 'It survives a dead name server.' },
    { id: 'name', says: 'name', why: 'It survives a change of address.' },
    {
      id: 'both',
      says: 'name with two receivers; address where the unit has no name server',
      why: 'Each where it is the safer.',
      ours: true,
    },
  ),
  school(
    'configuration',
    'Where it is configured',
    {
      id: 'office',
      says: 'all in the office; the site only confirms',
      why: 'There the carrier, IT and the desk are a call away.',
      ours: true,
    },
    { id: 'site', says: 'at the site', why: 'There one sees what is really there.' },
  ),
  school(
    'probe',
    'What a standby probe asks',
    { id: 'lookup', says: 'a name lookup', why: 'It is small.' },
    { id: 'ping', says: 'a ping', why: 'It is simple.' },
    {
      id: 'two',
      says: 'two targets beyond the carrier, by whichever the plan affords',
      why: 'One target alone is a single point of failure.',
      ours: true,
    },
  ),
  school(
    'detect',
    'How fast a dead path is noticed',
    { id: '3x30', says: 'three times 30 s', why: 'Usual (common practice).' },
    { id: 'computed', says: 'computed from what the station may lose', why: 'A minute is long for one and short for another.', ours: true },
  ),
  school(
    'zones',
    'Zones are',
    { id: 'instant', says: 'instant', why: 'Nothing is lost.' },
    { id: 'delayed', says: 'delayed', why: 'Nobody is frightened.' },
    { id: 'what', says: 'by what they protect', why: 'A door and a float are not alike.', ours: true },
  ),
  school(
    'proof',
    'What proves it',
    { id: 'event', says: 'a real event at the desk', why: 'The rest are steps on the way.', ours: true },
    { id: 'sign', says: 'a page that loads, a status word, an address', why: 'It is quick.' },
  ),
  school(
    'calls',
    'Which event at the desk proves Call',
    { id: 'asked', says: 'one that was asked for', why: 'What merely arrives may be yesterday’s, or another’s.', ours: true },
    { id: 'any', says: 'any that arrives', why: 'The account is right, and it came.' },
  ),
  school(
    'matrix',
    'What is proved of events, paths and receivers',
    {
      id: 'economical',
      says: 'each event once, each kind over each path, each receiver over each path',
      why: 'One walk and one cut; a zone that comes by one path comes by the other.',
      ours: true,
    },
    { id: 'full', says: 'each event over each path at each receiver', why: 'What was not seen is not known.' },
  ),
  school(
    'fair',
    'A fair level at the end',
    { id: 'passes', says: 'passes', why: 'It worked.' },
    { id: 'move', says: 'move until it is good', why: 'It will be worse in rain.' },
    { id: 'reason', says: 'passes with a reason and a hold', why: 'Somebody said why, and saw it rest.', ours: true },
  ),
  school(
    'reset',
    'Factory reset',
    { id: 'always', says: 'always first', why: 'Nothing is left over.' },
    {
      id: 'used',
      says: 'used or unknown ones, after the file is saved',
      why: 'A new one has nothing to lose, an old one has.',
      ours: true,
    },
  ),
  school(
    'login',
    'The default login is changed',
    { id: 'bench', says: 'on the bench', why: 'Later is an open finding.', ours: true },
    { id: 'later', says: 'later', why: 'The site needs it.' },
  ),
  school(
    'credentials',
    'Access point credentials',
    { id: 'all', says: 'all three fields', why: 'Some carriers demand them.' },
    { id: 'apn', says: 'APN only', why: 'Most do not look.' },
    { id: 'carrier', says: 'as the carrier says', why: 'It knows.', ours: true },
  ),
  school(
    'whose apn',
    'Whose APN',
    { id: 'carrier', says: 'the carrier’s', why: 'A list is a guess.', ours: true },
    { id: 'list', says: 'a maker’s or reseller’s list', why: 'It is at hand.' },
  ),
  school(
    'second aerial',
    'A second aerial',
    { id: 'always', says: 'always', why: 'It helps where the field is uneven.' },
    { id: 'socket', says: 'where there is a socket for it', why: 'Where it is built in, use it.', ours: true },
    { id: 'one', says: 'one, in the named socket', why: 'One good one is better than two bad ones.' },
  ),
  school(
    'opens',
    'Who opens the call',
    { id: 'unit', says: 'the unit', why: 'It gets through any NAT.' },
    { id: 'desk', says: 'the desk', why: 'It sees at once who is gone.' },
    { id: 'both', says: 'both if the address allows it, else the unit', why: 'Each covers for the other.', ours: true },
  ),
  school(
    'starts',
    'Who may start remote programming',
    { id: 'word', says: 'whoever has the word', why: 'Nobody is locked out.' },
    { id: 'listed', says: 'word and listed numbers, two technicians', why: 'A word alone gets around.', ours: true },
  ),
  school(
    'drills',
    'Which drills prove a standby',
    {
      id: 'four',
      says: 'link loss, soft failure, loss of supply, and the return',
      why: 'They are what happens to a path.',
      ours: true,
    },
    { id: 'dark', says: 'those, a blackout, and all paths down', why: 'A station that does not come back by itself is a drive.' },
  ),
  school(
    'late switch',
    'A standby that takes over later than the client allows',
    { id: 'weak', says: 'leaves Standby weak', why: 'The client was promised a time.', ours: true },
    { id: 'counts', says: 'counts', why: 'It took over; the time is agreed anew.' },
  ),
  school(
    'one path',
    'A station with one path',
    { id: 'planned', says: 'has no standby by its plan', why: 'The plan says it, and nobody has to say it again.', ours: true },
    { id: 'reason', says: 'needs a reason why nothing stands by', why: 'One path is a decision, and somebody has made it.' },
  ),
  school(
    'each path',
    'Each path’s own cable and supply',
    { id: 'first', says: 'the first path’s are cut', why: 'It is the one that carries everything.', ours: true },
    { id: 'each', says: 'those of every path are cut', why: 'One fuse for two shows only when either is pulled.' },
  ),
  school(
    'first path',
    'The first path',
    { id: 'fixed', says: 'the fixed line', why: 'It costs nothing by the byte.' },
    { id: 'mobile', says: 'mobile', why: 'Nobody digs it up.' },
    { id: 'measured', says: 'the better measured, fixed if equal', why: 'What is measured counts.', ours: true },
  ),
  school(
    'names',
    'Local names',
    { id: 'words', says: 'words, equal to the desk’s', why: 'They are read out at three in the morning.', ours: true },
    { id: 'numbers', says: 'the device’s numbers', why: 'They can’t be misspelt.' },
  ),
  school(
    'tunnel',
    'Through the tunnel goes',
    { id: 'all', says: 'everything', why: 'Nothing is forgotten.' },
    { id: 'rule', says: 'on metered paths only what must', why: 'Everything costs there.', ours: true },
  ),
  school(
    'limit',
    'A data limit in the device',
    { id: 'on', says: 'on', why: 'It protects the bill.' },
    {
      id: 'off',
      says: 'off, or above the plan, with the day of silence shown',
      why: 'A limit is a switch-off by one’s own hand.',
      ours: true,
    },
  ),
];

/** The school that a set of house rules follows on a question: its choice, else the one that ships. */
export const schoolOf = (chosen: { readonly [Q in string]?: string } | undefined, id: string): School['of'][number] | null => {
  const found = schools.find((one) => one.id === id);
  const choice = found?.decides === 'picked' ? undefined : chosen?.[id];
  return found?.of.find((one) => one.id === choice) ?? found?.of.find(({ ours }) => ours === true) ?? null;
};

/** Whether a text names a question of the list. */
export const isQuestion = (value: unknown): value is string => schools.some(({ id }) => id === value);

type Chosen = { readonly [Q in string]?: string };

/** House rules with another choice on one question; a choice that decides figures brings them along. Figures of one's own are changed after it. */
export const withSchool = <H extends { readonly schools?: Chosen; readonly hold: { readonly time: number } }>(
  house: H,
  question: string,
  choice: string,
): H => {
  const schools = { ...house.schools, [question]: choice };
  const time = schoolOf(schools, question)?.holdTime;
  return { ...house, schools, ...(time === undefined ? {} : { hold: { ...house.hold, time } }) };
};

/** The same rules by each other school on the questions that decide figures or lamps. */
export const otherSchools = <H extends { readonly schools?: Chosen; readonly hold: { readonly time: number } }>(
  house: H,
): { readonly question: string; readonly asks: string; readonly choice: string; readonly says: string; readonly house: H }[] =>
  schools
    .filter(({ decides }) => decides === 'figures' || decides === 'lamps')
    .flatMap(({ id, question, of }) =>
      of
        .filter((one) => (one.holdTime === undefined ? one.id !== schoolOf(house.schools, id)?.id : one.holdTime !== house.hold.time))
        .map((one) => ({ question: id, asks: question, choice: one.id, says: one.says, house: withSchool(house, id, one.id) })),
    );

/** What a set of house rules answers to a question of the list. */
export const schoolIn =
  ({ schools: chosen }: { readonly schools?: Chosen }) =>
  (question: string): string | null =>
    schoolOf(chosen, question)?.id ?? null;
