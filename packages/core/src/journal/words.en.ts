// An entry as a sentence, for slips and the logbook. One line a kind; a secret never shows.
import { lampWords, roleWords, type SettingKey, type Ulid } from '../name/index.ts';
import { counted, inWords, showFigure } from '../quantity/index.ts';
import { inBlocks } from '../sums/index.ts';
import { drillRow, readingOf } from '../evidence/index.ts';
import type { Entry } from './entry.ts';
import { type EndingIs, undoneWords } from './kinds/ending.ts';
import { type DataOf, type KindName, readData } from './kinds/index.ts';
import type { Speaker } from './speaker.ts';

const many = (keys: readonly SettingKey[], s: Speaker): string => {
  const [first] = keys;
  return first !== undefined && keys.length === 1 ? s.setting(first) : counted(keys.length, 'setting');
};

const reading = (d: DataOf<'reading.taken'>): string => {
  const label = readingOf(d.what)?.label ?? d.what;
  if (typeof d.value === 'number' && d.in !== null) return `${label}: ${showFigure(d.value, d.in)}.`;
  if (typeof d.value !== 'string') return `${label}.`;
  return `${label}: ${readingOf(d.what)?.form.is === 'card' ? inBlocks(d.value) : d.value}.`;
};

const stagesSaid = {
  entered: 'entered on the device',
  applied: 'applied',
  inForce: 'in force',
  readBack: 'read back from the device',
} as const;
const moved = {
  begun: 'begun',
  sign: 'the sign came',
  wrong: 'it went wrong',
  back: 'a step back',
  lost: 'found by its display',
  window: 'opened:',
  over: 'through',
} as const;
const hardware = (what: string, d: { element: DataOf<'card.changed'>['element']; words: string }, s: Speaker): string =>
  `${d.element === null ? '' : `${s.element(d.element)}: `}${what}${d.words === '' ? '' : `, ${d.words}`}.`;

const drilledWhat = ({ drill, path }: Pick<DataOf<'drill.begun'>, 'drill' | 'path'>, s: Speaker): string => {
  const { way } = drillRow(drill);
  return way === 'dark' || way === 'kept' ? drill : `${drill} of ${s.element(path)}`;
};
const drilledWords = ({ drill, begun, over, took, back, since, kept, lost }: DataOf<'drill.run'>): string => {
  const { way } = drillRow(drill);
  const after = (from: number, to: number): string => inWords(Math.max(0, to - from));
  if (way === 'dark')
    return `${back === null ? 'no call since the supply came back' : `the first call ${after(over, back.received)} after the supply came back`}${lost === null ? '' : `; it said ‘${lost.event}’`}`;
  if (way === 'kept') return `${kept.filter(({ frame }) => frame !== null).length} of ${kept.length} made meanwhile came after that`;
  const first =
    took === null
      ? `no call came${way === 'slow' ? ' meanwhile' : ' by another path'}`
      : `the first call${way === 'slow' ? '' : ' by the standby'} ${since === null ? '' : `between ${after(begun, since)} and `}${since === null ? 'after ' : ''}${after(begun, took.received)}${since === null ? '' : ' after the cut'}`;
  return `${first}${back === null ? ', no call by the path itself since' : `, by the path itself ${after(over, back.received)} after it was put back`}`;
};

const toldSaid = { 'as meant': 'it came as meant', otherwise: 'it came otherwise', nothing: 'nothing came' } as const;
const tellerSaid = { text: 'text', mail: 'mail', ring: 'telephone' } as const;
const channelSaid = {
  text: 'text',
  ring: 'a ring',
  poll: 'the desk’s poll',
  session: 'a session',
  portal: 'a page or portal',
  keypad: 'the keypad',
} as const;
const named = (s: Speaker, person: Ulid): string => s.who({ person, device: person });
const endingSaid: { readonly [E in EndingIs]: string } = {
  complete: 'Site complete, signed',
  watched: 'Watched, confirmed',
  unfinished: 'Left unfinished, signed',
  'taken down': 'Taken down, signed',
};
const ways = { password: 'password', code: 'a one-time code', press: 'a press, as the demo allows', key: 'the device’s own key' } as const;
const ends = { press: 'by a press', another: 'from another device', lead: 'by a lead', age: 'by its age' } as const;

const says: { readonly [N in KindName]: (data: DataOf<N>, s: Speaker) => string } = {
  'step.done': (d) => `${d.done ? 'Done' : 'Taken back'}: ${d.what.split('|').slice(1).join(', ')}.${d.words === '' ? '' : ` ${d.words}`}`,
  'walk.moved': (d) =>
    `${d.walk}: ${moved[d.how]}${d.window === null ? '' : ` ${d.window}`}${d.at === null || d.how === 'window' ? '' : `, at ${d.at}`}.${d.words === '' ? '' : ` ${d.words}`}`,
  'ask.noted': (d, s) =>
    `${s.setting(d.key)} asked${d.asked === '' ? '' : ` of ${d.asked}`}${d.ticket === '' ? '' : `, ticket ${d.ticket}`}${d.chaseOn === null ? '' : `, chase on ${d.chaseOn}`}.`,
  'station.opened': (d) => `Station opened: ${d.name}.`,
  'station.named': (d) => `Renamed ${d.name}.`,
  'element.added': (d) => `${d.label} added to the sheet.`,
  'element.labelled': (d) => `Now called ${d.label}.`,
  'element.removed': (d, s) => `${s.element(d.id)} taken off the sheet: ${d.reason}`,
  'person.added': (d) => `${d.name} added.`,
  'role.given': (d, s) => `Role of ${named(s, d.person)}: ${d.role === null ? 'none any more' : roleWords[d.role]}.`,
  'signed.in': (d, s) => `Signed in: ${named(s, d.person)}, by ${ways[d.by]}, at ${d.device} from ${d.from}.`,
  'signed.out': (d, s) => `Signed out: ${named(s, d.person)}, at ${d.device}, ${ends[d.by]}.`,
  'sign-in.held': (d) => `Sign-ins as ${d.name} from ${d.from} are held up: too many failed.`,
  'device-key.made': (d, s) => `A key of ${d.device} signs in ${named(s, d.person)}.`,
  'device-key.ended': (d, s) => `The key of ${d.device} signs in ${named(s, d.person)} no more.`,
  'code.made': (d, s) => `One-time code for ${named(s, d.person)}, made by ${named(s, d.by)}.`,
  'password.set': (d, s) => `Password set by ${named(s, d.person)}.`,
  'token.made': (d, s) => `Token ‘${d.label}’ made by ${named(s, d.by)}: it ${roleWords[d.role]}.`,
  'token.ended': (d, s) => `Token ‘${d.label}’ ended by ${named(s, d.by)}.`,
  'setting.set': (d, s) => `${s.setting(d.key)}: ${s.value(d.key, d.value)}.${d.simulated ? ' Simulated.' : ''}`,
  'challenge.made': (d, s) =>
    `Asked for: ${d.what}${d.zone === null ? '' : `, zone ${d.zone}`}${d.is === 'restoral' ? ', its end' : ''}${d.path === null ? '' : `, over ${s.element(d.path)}`}${d.pressed === null ? '' : '; made now'}.${d.words === '' ? '' : ` ${d.words}`}`,
  'challenge.pressed': () => 'What was asked for is made now.',
  'challenge.dropped': (d) => `What was asked for is put aside: ${d.reason}`,
  'picture.taken': (d) =>
    `Picture of ${d.step}, ${d.width} × ${d.height}, ${Math.max(1, Math.round(d.bytes / 1000))} kB.${d.words === '' ? '' : ` ${d.words}`}`,
  'setting.temporary': (d, s) =>
    `${s.setting(d.key)} is so for the time being, and has to end with ${s.value(d.key, d.ends)}.${d.words === '' ? '' : ` ${d.words}`}`,
  'setting.staged': (d, s) => {
    const [first] = d.of;
    const value = first !== undefined && d.of.length === 1 ? `: ${s.value(first.key, first.value)}` : '';
    return `${many(
      d.of.map(({ key }) => key),
      s,
    )} ${stagesSaid[d.stage]}${value}.`;
  },
  placed: (d) => (d.place === 'site' ? `Fitted at ${d.where === '' ? 'its site' : d.where}.` : 'Put on the bench.'),
  'card.changed': (d, s) => hardware('card changed', d, s),
  'antenna.changed': (d, s) => hardware('aerial changed', d, s),
  'cable.changed': (d, s) => hardware('cable changed', d, s),
  'unit.replaced': (d, s) => hardware('replaced', d, s),
  'door.shut': (d, s) => hardware('The door was shut', d, s),
  'capture.kept': (d, s) =>
    `${d.about} kept${d.simulated ? ' (simulated)' : ''}${d.path === null ? '' : `, ${s.element(d.path)}`}: ${counted(d.lines, 'line')}, ${counted(d.found, 'value')}, ${counted(d.missed, 'line')} not understood.`,
  'file.kept': (d, s) =>
    `File of the ${d.element === null ? 'device' : s.element(d.element)} kept, ${d.when}: ${d.name}, ${counted(d.bytes, 'byte')}, SHA-256 ${d.sha256.slice(0, 12)}${d.serial === '' ? '' : `, serial number ${d.serial}`}.`,
  'reading.taken': (d) => `${reading(d)}${d.simulated ? ' Simulated.' : ''}`,
  'hold.run': (d, s) =>
    `Hold of ${inWords(d.to - d.from)} over ${s.element(d.path)}, ${d.radio}: ${counted(d.samples.length, 'reading')}${d.source === 'typed' ? ' typed' : d.source === 'pasted' ? ' pasted' : ' from the modem'}${d.simulated ? ', simulated' : ''}.`,
  'declaration.made': (d) => `By word: ${d.words}`,
  'cell.accepted': ({ zone, is, path, receiver, reason, lifted }, s) => {
    const what = `${is === 'restoral' ? 'The end of an event' : 'An event'}${zone === null ? '' : ` of zone ${zone}`}${path === null ? '' : ` over ${s.element(path)}`}${receiver === null ? '' : ` at ${s.element(receiver)}`}`;
    return lifted ? `${what} is asked for again: ${reason}.` : `${what} can’t be made: ${reason}.`;
  },
  'none.accepted': (d, s) =>
    `${d.lamp === null ? (d.path === null ? 'It' : s.element(d.path)) : lampWords[d.lamp]} ${d.lifted ? 'is asked for again' : 'accepted as not fitted'}: ${d.reason}`,
  'finding.accepted': (d) => `A finding was ${d.lifted ? 'opened again' : 'accepted'}: ${d.reason}`,
  'call.arrived': (d, s) =>
    `${d.grade >= 7 ? `Event '${d.event}'` : 'A test call'}${d.simulated ? ' (simulated)' : ''} of account ${d.account} arrived${d.path === null ? ', path unknown' : ` over ${s.element(d.path)}`}. Grade ${d.grade}.`,
  'call.attributed': (d, s) =>
    `Frame ${d.frame}${d.simulated ? ' (simulated)' : ''} came over ${d.path === null ? 'a path that nobody knows' : s.element(d.path)}, by word${d.words === '' ? '' : `: ${d.words}`}.`,
  'event.made': (d, s) =>
    `An event was made: ${d.event}${d.zone === null ? '' : `, zone ${d.zone}`}${d.is === 'restoral' ? ', over again' : ''}${d.path === null ? '' : `, over ${s.element(d.path)}`}.${d.words === '' ? '' : ` ${d.words}`}`,
  'told.confirmed': (d, s) =>
    `${s.element(d.number)}, of ${d.event}${d.is === 'restoral' ? ', its end' : ''}: ${toldSaid[d.got]} by ${tellerSaid[d.by]}.${d.words === '' ? '' : ` ${d.words}`}`,
  'reach.used': (d, s) =>
    `${s.element(d.user)} was ${d.letIn ? 'let in' : 'kept out'} by ${channelSaid[d.channel]}, and is ${d.meant ? '' : 'not '}to command the unit.${d.words === '' ? '' : ` ${d.words}`}`,
  'log.came': (d) => `A part of their log came by itself, from ‘${d.by}’: ${counted(d.lines, 'line')}.`,
  'desk.rung': (d) =>
    `The other desk was rung: ${d.person} has ${d.offTest ? 'taken it off test' : 'left it on test'}, supervision ${d.armed ? 'is armed' : 'is not armed'}.${d.else === '' ? '' : ` Else: ${d.else}`}`,
  'watch.asked': (d, s) =>
    `${d.person} was asked for the tests that came: ${d.tests.length === 0 ? 'none did' : d.tests.map(s.when).join(', ')}${d.path === null ? '' : `, over ${s.element(d.path)}`}. Supervision ${d.armed ? 'is armed' : 'is not armed'}, the account is ${d.offTest ? 'off' : 'on'} test.${d.words === '' ? '' : ` ${d.words}`}`,
  'call.confirmed': (d, s) =>
    d.said !== 'right'
      ? `${d.person} ${d.said === 'missing' ? 'has nothing of' : 'has another signal than'} ${d.event}${d.zone === null ? '' : `, zone ${d.zone}`}${d.is === 'restoral' ? ', its end' : ''}${d.path === null ? '' : `, over ${s.element(d.path)}`}.${d.words === '' ? '' : ` ${d.words}`}`
      : `${d.how === 'log' ? `The log of the other desk has it (line ${d.line ?? 0})` : `Read back by ${d.person}`}: ${d.event}${d.zone === null ? '' : `, zone ${d.zone}`}${d.path === null ? '' : `, over ${s.element(d.path)}`}.${d.words === '' ? '' : ` ${d.words}`}`,
  'change.shown': (d) => `The files before and after show what was changed from afar: ${d.name} is ${d.now}, it was ${d.was}.`,
  'checkins.seen': (d, s) =>
    `${d.instants.length} scheduled check-ins came while nobody was there${d.simulated ? ' (simulated)' : ''}${d.path === null ? '' : `, over ${s.element(d.path)}`}; ${d.asked} are asked.`,
  'sketch.drawn': (d) => `A sketch map was drawn.${d.words === '' ? '' : ` ${d.words}`}`,
  'tunnel.crossed': (d, s) =>
    `${s.element(d.tunnel)}${d.simulated ? ' (simulated)' : ''}: ${d.way === 'up' ? 'it says that it is up' : `${d.replies === 0 ? 'no answer' : counted(d.replies, 'answer')} of ${d.host ?? 'a host'} ${d.way === 'there' ? 'at the office' : 'at the station'}${d.from === null ? '' : `, asked from ${d.from}`}${d.seen === null ? '' : `, seen as ${d.seen}`}`}${d.by === 'word' ? ', by word' : ''}.${d.words === '' ? '' : ` ${d.words}`}`,
  'drill.begun': (d, s) =>
    `Drill begun: ${drilledWhat(d, s)}${d.ago === 0 ? '' : `, ${inWords(d.ago)} before`}${d.by === 'yard' ? ', by the yard' : ''}.${d.words === '' ? '' : ` ${d.words}`}`,
  'drill.run': (d, s) =>
    `Drill, ${drilledWhat(d, s)}${d.simulated ? ' (simulated)' : ''}: ${drilledWords(d)}.${d.words === '' ? '' : ` ${d.words}`}`,
  'drill.marked': (d, s) =>
    `In the drill, ${s.when(d.at)}: ${d.mark === 'made' ? `an event was made${d.zone === null ? '' : `, ${d.is === 'restoral' ? 'restoral' : 'alarm'} of zone ${d.zone}`}` : d.mark === 'asked' ? 'the unit was made to call' : 'the path was put back'}.${d.words === '' ? '' : ` ${d.words}`}`,
  'drill.ended': (d) => `The drill was put aside.${d.words === '' ? '' : ` ${d.words}`}`,
  'note.written': (d) => d.words,
  'undone.noted': (d) => `Undone for the work, ${undoneWords[d.what]}: ${d.words}.`,
  'undone.back': (d) => `Put back.${d.words === '' ? '' : ` ${d.words}`}`,
  'signed.off': (d, s) =>
    `${endingSaid[d.ending]} by ${d.name}.${d.returns === null ? '' : ` ${d.returns.who} returns by ${s.when(d.returns.by)}.`}${d.untrue === '' ? '' : ` The desk must not believe: ${d.untrue}.`}${d.words === '' ? '' : ` ${d.words}`}`,
  'lapse.found': (d, s) =>
    `${d.is === 'first' ? 'The first call after the last visit did not come' : 'It has gone silent'}${d.path === null ? '' : ` over ${s.element(d.path)}`}: nothing since ${s.when(d.since)}, waited for until ${s.when(d.due)}.${d.called === '' ? '' : ` To call: ${d.called}.`}`,
  'lapse.closed': (d, s) => `It has called again, ${s.when(d.at)} (frame ${d.frame}).`,
  'lapse.taken': (d) => (d.words === '' ? 'The silence was taken.' : `The silence was taken: ${d.words}`),
  'watch.muted': (d, s) => `Nobody is sent for a silence until ${s.when(d.until)}: ${d.reason}.`,
  'watch.unmuted': (d) => `A silence sends somebody again.${d.words === '' ? '' : ` ${d.words}`}`,
  'desk.down': (d, s) =>
    `The desk itself was away from ${s.when(d.from)} to ${s.when(d.to)}: what did not arrive then is no silence of a station.`,
  'receiver.withheld': (d, s) =>
    `${s.element(d.receiver)} gives this account no answer until ${s.when(d.until)}, so that the spare is tried.`,
  'receiver.released': (d) => `It is answered again.${d.words === '' ? '' : ` ${d.words}`}`,
  'test.begun': (d, s) =>
    `On test until ${s.when(d.until)}${d.elsewhere ? `, as ${d.told} at the desk was told` : ''}.${d.words === '' ? '' : ` ${d.words}`}`,
  'test.extended': (d, s) => `On test until ${s.when(d.until)} now.`,
  'test.ended': (d) => d.words,
  'practice.judged': (d) =>
    `Exercise ‘${d.exercise}’: ${d.right ? 'found' : 'not found'} in ${counted(d.minutes, 'minute')}; ${counted(d.best, 'minute')} would have done.`,
  'clock.jumped': (d) =>
    `The clock of the desk’s machine jumped ${d.by > 0 ? 'ahead' : 'back'} by ${inWords(d.by)}${d.followed ? '; the desk follows it' : '; the desk’s own clock did not follow'}.`,
  'secret.revealed': (d, s) => `${s.setting(d.key)} was shown.`,
  'secret.erased': (d, s) => `${s.setting(d.key)} was erased for good${d.words === '' ? '' : `: ${d.words}`}.`,
  'house.published': (d) => `House rules ${d.id} version ${d.version} published: ${d.body.name}.`,
  'house.adopted': (d) => `Judged by house rules ${d.id} version ${d.version} from here on.`,
  'profile.published': (d) => `Profile ${d.id} version ${d.version} published: ${d.body.name}.`,
  'profile.adopted': (d) => `Profile of the ${d.role}: ${d.id} version ${d.version} from here on.`,
};

/** The sentence of an entry; a kind from a newer version says so. */
export const sayEntry = (entry: Entry, speaker: Speaker): string => {
  const read = readData(entry);
  if (!read.ok || read.value === null) return `An entry of kind '${entry.kind}' from a newer version: kept, not understood here.`;
  const say = says[read.value.kind] as (data: unknown, s: Speaker) => string; // kind and data come from one member
  return say(read.value.data, speaker);
};
