// A dry run: the yard plays a sheet for a day, as planned, and names the first hop that fails and the settings behind it; then the next, as if that were mended. It is a rehearsal of paper: nothing of it is evidence.
import { type ElementId, isSettingKey, type Json, plainText, type SettingKey, settingKey } from '../name/index.ts';
import { elementsOf, type State } from '../journal/index.ts';
import { asPlanned, inUse } from '../lamp/index.ts';
import { type Instant, instant } from '../quantity/index.ts';
import { bindingsOf, type PathUse, type Profile } from '../sheet/index.ts';
import { askList } from '../walk/index.ts';
import { carriers } from './carrier/index.ts';
import { endings, type Why } from './endings.ts';
import { specOf } from './of-station.ts';
import { type StationSpec, withStation } from './spec.ts';
import { newWorld, type Out, perform, runWorld, trace, type World } from './world/index.ts';

/** What keeps a day from going as it should, beside a call's hops: the unit does not call, tests nothing, or calls by an account that the desk has not. */
export type DryFault = Why | 'calls nobody' | 'tests nothing' | 'other account' | 'nothing arrives';
export type DryFinding = {
  readonly why: DryFault;
  readonly hop: string;
  readonly words: string;
  /** The path on which it shows; empty where it is of none. */
  readonly path: string;
  /** How long into the day, ms. */
  readonly after: number;
  /** The settings behind it, on the sheet. */
  readonly keys: readonly SettingKey[];
};
export type DryRun = {
  readonly findings: readonly DryFinding[];
  /** Calls that arrived in a day with everything mended, and texts that went out. */
  readonly arrived: number;
  readonly texts: readonly string[];
  /** What the first call needs and the sheet has not: the yard made it up, and nothing is said of it. */
  readonly lacks: readonly SettingKey[];
  /** Whether a finding could not be taken as mended: what lies behind it was not played. */
  readonly stuck: boolean;
};

const day = 86_400_000;
const step = 3_600_000;
const own = {
  'calls nobody': { hop: 'unit', words: 'Calls home is off: the unit keeps everything to itself.' },
  'tests nothing': { hop: 'unit', words: 'No test call is made in the day: nobody would notice that it is silent.' },
  'nothing arrives': { hop: 'unit', words: 'In the whole day no call arrived and no text went out: nobody hears of anything.' },
  'other account': { hop: 'desk', words: 'The unit calls with another account than the desk expects.' },
} as const;

/** Settings behind each, by their definitions. */
const behind: { readonly [F in DryFault]?: readonly string[] } = {
  speed: ['link.unitSpeed', 'link.modemSpeed'],
  framing: ['link.unitFrame', 'link.modemFrame'],
  'link out': ['link.cable'],
  'not registered': ['sim.state', 'modem.bands', 'modem.radios', 'sim.roaming'],
  'no session': ['sim.apn', 'sim.state', 'sim.user'],
  'plan used up': ['sim.state'],
  'no way out': ['sim.apn'],
  'wifi name': ['wifi.name'],
  'other host': ['unit.deskHost', 'receiver.host'],
  'other port': ['unit.deskPort', 'receiver.port'],
  'own protocol': ['unit.protocol', 'receiver.protocol'],
  'other protocol': ['unit.protocol', 'receiver.protocol'],
  'other transport': ['unit.transport', 'receiver.transport'],
  'not claimed': ['claim.account', 'claim.code'],
  'cut by idle limit': ['modem.idleLimit'],
  'cut by carrier': ['sim.apn'],
  'calls nobody': ['unit.callOn'],
  'tests nothing': ['unit.testEvery'],
  'other account': ['unit.account', 'receiver.account'],
  'nothing arrives': ['input.text', 'input.who', 'sim.state'],
};
const keysOf = (state: State, use: PathUse | undefined, why: DryFault): SettingKey[] => {
  const links = bindingsOf(asPlanned(state)).links;
  const elementFor = (group: string): ElementId | null => {
    if (use !== undefined && (group === 'sim' || group === 'modem' || group === 'unit' || group === 'path')) return use[group];
    if (group === 'link') return links.find(({ modem }) => modem === use?.modem)?.link ?? null;
    return (['receiver', 'wifi', 'claim', 'input'] as const).includes(group as 'wifi')
      ? (elementsOf(state, group as 'wifi')[0]?.id ?? null)
      : null;
  };
  return (behind[why] ?? []).flatMap((definition) => {
    const [group = '', param = ''] = definition.split('.');
    const element = elementFor(group);
    const key = element === null ? null : `${group}:${element}.${param}`;
    return key !== null && isSettingKey(key) ? [key] : [];
  });
};

const onModems = (
  spec: StationSpec,
  change: (modem: StationSpec['modems'][number]) => Partial<StationSpec['modems'][number]>,
): StationSpec => ({
  ...spec,
  modems: spec.modems.map((one) => ({ ...one, ...change(one) })),
});
const value = (spec: StationSpec, key: string, to: string): StationSpec => ({ ...spec, values: { ...spec.values, [key]: to } });
const all = { bands: ['B1', 'B3', 'B8', 'B20', 'B28', 'n78'], radios: ['2G', '3G', 'LTE', 'LTE-M', 'NB-IoT', '5G'] as const };
/** The sheet as if this were right; null where nothing on it would help. */
const mended = (spec: StationSpec, why: DryFault): StationSpec | null => {
  switch (why) {
    case 'speed':
      return onModems(spec, ({ unitSpeed }) => ({ modemSpeed: unitSpeed }));
    case 'framing':
      return onModems(spec, ({ unitFrame }) => ({ modemFrame: unitFrame }));
    case 'cut by idle limit':
      return onModems(spec, () => ({ idle: day }));
    case 'not registered':
      return onModems(spec, ({ cards }) => ({
        ...all,
        radios: [...all.radios],
        roaming: true,
        cards: cards.map((card) => ({ ...card, state: 'active' as const })),
      }));
    case 'plan used up':
      return onModems(spec, ({ cards }) => ({ cards: cards.map((card) => ({ ...card, state: 'active' as const })) }));
    case 'no session':
    case 'no way out':
    case 'cut by carrier':
      // The carrier's first access point, without user, and a connection that it never forgets.
      return onModems(spec, ({ cards }) => {
        const [card] = cards;
        const point = {
          ...(card === undefined ? carriers.Fellwave.points[0] : carriers[card.carrier].points[0]),
          nat: 0,
          gives: 'carrier NAT' as const,
        };
        const open = {
          apn: point.apn ?? '',
          gives: 'carrier NAT' as const,
          inbound: false,
          nat: 0,
          pool: point.pool ?? '100.72.0',
          user: '',
          word: '',
        };
        return {
          apn: open.apn,
          type: 'IP' as const,
          user: '',
          word: '',
          cards: cards.map((one) => ({ ...one, state: 'active' as const, points: [open] })),
        };
      });
    case 'wifi name':
      return { ...spec, wifiName: 'right' };
    case 'other host':
      return value(spec, 'unit.deskHost', spec.deskHost);
    case 'other port':
      return value(spec, 'unit.deskPort', spec.deskPort);
    case 'own protocol':
    case 'other protocol':
      return value(spec, 'unit.protocol', spec.deskProtocol === '' ? 'dc09' : (spec.deskProtocol ?? 'dc09'));
    case 'other transport':
      return value(spec, 'unit.transport', spec.deskTransport ?? '');
    case 'not claimed':
      return { ...spec, claimed: { account: 'mended', hangs: 'mended' } };
    case 'calls nobody':
      return value(spec, 'unit.callOn', 'true');
    case 'tests nothing':
      return value(spec, 'unit.testEvery', String(day / 2));
    case 'other account':
      return value(spec, 'unit.account', spec.deskAccount);
    default:
      return null;
  }
};

type Played = { readonly fault: Omit<DryFinding, 'keys'> | null; readonly arrived: number; readonly texts: readonly string[] };
/** Once over each path a test is made by hand; then every zone turns and is at rest again, each some minutes after the one before. */
const doneIn = (was: World, { id, paths }: StationSpec, hour: number): { world: World; out: readonly Out[] } => {
  const acts: { readonly [name: string]: Json }[] =
    hour === 0
      ? paths.filter(({ way }) => way !== 'text').map((path) => ({ act: 'event', station: id, event: 'test', over: path.id }))
      : hour === 1
        ? (was.outfits[id]?.unit.devices ?? []).flatMap(({ zone, is }) =>
            [is === 'shut' ? 'open' : 'shut', is].map((to) => ({ act: 'input', station: id, zone, is: to })),
          )
        : [];
  return acts.reduce<{ world: World; out: readonly Out[] }>(
    ({ world, out }, act, i) => {
      const done = perform(world, act, instant(was.at + i * 30_000));
      return done.ok ? { world: done.value.world, out: [...out, ...done.value.out] } : { world, out };
    },
    { world: was, out: [] },
  );
};
/** Plays a day, an hour at a time; ends at the first thing that fails. */
const played = (spec: StationSpec, start: Instant, went: (hours: number) => boolean): Played => {
  let world = withStation(newWorld(spec.seed, start), spec, start);
  const texts: string[] = [];
  const whole = (): Played => ({ fault: null, arrived: world.arrived.length, texts });
  const fails = (why: DryFault, path: string): Played => {
    const known = why in own ? own[why as keyof typeof own] : endings[why as Why];
    return { ...whole(), fault: { why, path, hop: known.hop, words: known.words, after: world.at - start } };
  };
  if (spec.values['unit.callOn'] === 'false') return fails('calls nobody', '');
  for (let hour = 0; hour < day / step; hour += 1) {
    const done = doneIn(world, spec, hour);
    // A path is followed a few minutes into the hour, when what was started has come up.
    const ran = runWorld(done.world, instant(start + hour * step + 600_000));
    const outfit = ran.world.outfits[spec.id];
    world = ran.world;
    if (outfit !== undefined)
      for (const path of outfit.paths) {
        if (path.way === 'text') continue;
        const { why } = trace(world, outfit, path, world.at);
        if (why !== null) return fails(why, path.id);
      }
    const rest = runWorld(world, instant(start + (hour + 1) * step));
    world = rest.world;
    texts.push(...[...done.out, ...ran.out, ...rest.out].flatMap((one) => (one.out === 'text' ? [`${one.to}: ${one.text}`] : [])));
    if ((world.outfits[spec.id]?.unit.told ?? []).some(({ said }) => said.includes('can’t process'))) return fails('other account', '');
    if (!went(hour + 1)) return whole();
  }
  const every = Number(spec.values['unit.testEvery'] ?? 0);
  // A unit that only texts has nothing to test by.
  const calls = spec.paths.some(({ way }) => way !== 'text');
  if (calls && !(every > 0 && every <= day)) return fails('tests nothing', '');
  return world.arrived.length === 0 && texts.length === 0 ? fails('nothing arrives', '') : whole();
};

/** Most faults that are named: a sheet with more has not been written yet. */
const most = 12;
/** What a sheet would do in the yard, as planned and whether anything stands on the devices or not. A claim that is wanted counts as made. */
export const plannedSpec = (state: State, of: { id: string; name: string }): StationSpec => {
  const bare: State = { ...state, device: {} };
  const spec = specOf(bare, { ...of, parts: ['modem', 'unit', 'site'], address: () => '' });
  const [claim] = elementsOf(state, 'claim');
  const account = claim === undefined ? '' : plainText(asPlanned(state).value(settingKey('claim', claim.id, 'account')) ?? '').slice(0, 60);
  return { ...spec, claimed: { account, hangs: account === '' ? '' : 'as planned' } };
};
/** Plays the day over and over, each time with one fault more taken as mended. `went` hears how far it is, 0 to 1, and stops it by answering false. */
export const dryRun = (
  state: State,
  of: { id: string; name: string; at: Instant; profiles: readonly Profile[] },
  went: (share: number) => boolean = () => true,
): DryRun => {
  let spec = plannedSpec(state, of);
  const uses = inUse({ state, bindings: bindingsOf(asPlanned(state)) });
  const findings: DryFinding[] = [];
  const lacks = askList(state, of.profiles).flatMap(({ asks }) => asks.filter(({ first }) => first).map(({ key }) => key));
  for (;;) {
    const before = findings.length;
    const ran = played(spec, of.at, (hours) => went(Math.min(0.99, (before + hours / 24) / (before + 1))));
    if (ran.fault === null) return { findings, arrived: ran.arrived, texts: ran.texts, lacks, stuck: false };
    const use = uses.find(({ path }) => path === ran.fault?.path) ?? uses[0];
    const again = findings.some(({ why, path }) => why === ran.fault?.why && path === ran.fault.path);
    if (!again) findings.push({ ...ran.fault, keys: keysOf(state, use, ran.fault.why) });
    const next = mended(spec, ran.fault.why);
    if (next === null || again || findings.length >= most) return { findings, arrived: ran.arrived, texts: ran.texts, lacks, stuck: true };
    spec = next;
  }
};
