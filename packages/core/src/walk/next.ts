// The one thing to do next at a station: an open stop first, then what was begun on a device, then the lamps in the order of the wire.
import { type ElementId, type LampName, lampWords, type SettingKey } from '../name/index.ts';
import { counted } from '../quantity/index.ts';
import type { Speaker, State } from '../journal/index.ts';
import { type Finding, openFindings, sayFinding } from '../check/index.ts';
import { allLamps, type LampResult, type Line, sayReason } from '../lamp/index.ts';
import type { Device, Profile, Supplier } from '../sheet/index.ts';
import { askList } from './asks.ts';
import { deviceWork } from './pending.ts';
import { type OpenTemporary, openTemporary } from './temporary.ts';
import type { WhoNext } from './who-next.ts';

export type NextStep =
  | { readonly do: 'stop'; readonly finding: Finding }
  | { readonly do: 'restart'; readonly device: Device; readonly keys: readonly SettingKey[]; readonly since: number }
  | { readonly do: 'enter'; readonly device: Device; readonly keys: readonly SettingKey[] }
  | { readonly do: 'ask'; readonly supplier: Supplier; readonly keys: readonly SettingKey[]; readonly left: number }
  | { readonly do: 'lamp'; readonly result: LampResult }
  | { readonly do: 'put-back'; readonly of: OpenTemporary }
  | { readonly do: 'nothing'; readonly due: { readonly lamp: LampName; readonly at: number } | null };

/** Failed first, then stale, then what is dark or marginal in the order of the work: the call is rehearsed before what only the site can show. */
const urgency = { failed: 0, stale: 1, dark: 2, marginal: 2, proven: 3, none: 3 } as const;
const workOrder: readonly LampName[] = ['Card', 'Bearer', 'Route', 'Call', 'Power', 'Inputs', 'Standby', 'Watch', 'Reach', 'Signal'];

/** What the first call waits for and nobody was asked yet, while nothing is proven or failed: of one who has most of it. */
const firstAsk = (state: State, line: Line, profiles: readonly Profile[]): NextStep | null => {
  if (line.station !== 'dark' || allLamps(line).some(({ is }) => is !== 'dark' && is !== 'none')) return null;
  const asks = askList(state, profiles).map(({ supplier, asks: of }) => ({
    supplier,
    keys: of.filter(({ first, note }) => first && note?.askedOn == null).map(({ key }) => key),
  }));
  const left = asks.reduce((sum, { keys }) => sum + keys.length, 0);
  const [most] = [...asks].sort((a, b) => b.keys.length - a.keys.length);
  return most === undefined || left === 0 ? null : { do: 'ask', ...most, left };
};

export const nextStep = (state: State, line: Line, findings: readonly Finding[], profiles: readonly Profile[]): NextStep => {
  // What keeps every call from arriving leads what is wrong in one of them.
  const [stop] = openFindings(state, findings)
    .filter(({ severity }) => severity === 'stop')
    .sort((a, b) => workOrder.indexOf(a.lamp) - workOrder.indexOf(b.lamp));
  if (stop !== undefined) return { do: 'stop', finding: stop };
  const work = deviceWork(state);
  const begun = work.find(({ moved, since }) => moved && since !== null);
  if (begun?.since != null) return { do: 'restart', device: begun.device, keys: begun.toRestart, since: begun.since };
  const known = work.find(({ toEnter }) => toEnter.some((key) => state.device[key] !== undefined));
  if (known !== undefined) return { do: 'enter', device: known.device, keys: known.toEnter };
  const ask = firstAsk(state, line, profiles);
  if (ask !== null) return ask;
  const results = allLamps(line).filter(
    ({ is, path, next }) => next !== null && is !== 'none' && is !== 'proven' && (path === null || !isNone(state, path)),
  );
  const order = [...results].sort((a, b) => urgency[a.is] - urgency[b.is] || workOrder.indexOf(a.lamp) - workOrder.indexOf(b.lamp));
  const [result] = order;
  if (result !== undefined) return { do: 'lamp', result };
  const temporary = openTemporary(state).find(({ back }) => !back);
  if (temporary !== undefined) return { do: 'put-back', of: temporary };
  const due = allLamps(line)
    .flatMap(({ lamp, due: at }) => (at === null ? [] : [{ lamp, at }]))
    .sort((a, b) => a.at - b.at)[0];
  return { do: 'nothing', due: due ?? null };
};

const isNone = (state: State, path: ElementId): boolean => state.none[`|${path}`] !== undefined;

/** Devices that somebody else looks after. */
const theirs = (of: Device): boolean => of === 'desk' || of === 'it';

/** How one comes by what somebody has. */
const asking: { readonly [S in Supplier]: string } = {
  carrier: 'Ask the carrier for',
  IT: 'Ask the client’s IT for',
  desk: 'Ask the desk for',
  portal: 'Ask the portal for',
  client: 'Ask the client for',
  label: 'Read off the label:',
  manual: 'Look up in the manual:',
  'house rule': 'Settle by house rule:',
  you: 'Decide',
};

const named = (keys: readonly SettingKey[], speaker: Speaker, one: string): string => {
  const [first] = keys;
  return first !== undefined && keys.length === 1 ? `${one}${speaker.setting(first)}` : counted(keys.length, 'setting');
};

/** One sentence for the station's head and for its row. */
export const sayNext = (step: NextStep, speaker: Speaker): string => {
  switch (step.do) {
    case 'stop': {
      const { what, todo } = sayFinding(step.finding);
      return `${what} ${todo}`;
    }
    case 'restart': {
      const what = named(step.keys, speaker, 'the new ');
      const verb = step.keys.length === 1 ? 'is' : 'are';
      return theirs(step.device)
        ? `Have ${speaker.device(step.device)} put ${what} in force; then prove the call again.`
        : `Restart ${speaker.device(step.device)} so that ${what} ${verb} in force; then prove the call again.`;
    }
    case 'enter':
      return theirs(step.device)
        ? `Have ${speaker.device(step.device)} enter ${named(step.keys, speaker, '')}.`
        : `Enter ${named(step.keys, speaker, '')} on ${speaker.device(step.device)}.`;
    case 'ask': {
      const [first, second] = step.keys.map(speaker.setting);
      const more = step.keys.length - 2;
      const what = [first, second].filter((one) => one !== undefined).join(more > 0 ? ', ' : ' and ');
      const waits = step.left === 1 ? 'Its first call waits for it.' : `Its first call waits for ${counted(step.left, 'value')}.`;
      return `${asking[step.supplier]} ${what}${more > 0 ? ` and ${more} more` : ''}. ${waits}`;
    }
    case 'lamp':
      return step.result.next === null ? '' : sayReason(step.result.next, speaker);
    case 'put-back':
      return `Put ${speaker.setting(step.of.key)} back to ${speaker.value(step.of.key, step.of.ends)}: it was ${speaker.value(step.of.key, step.of.now)} for the time being only.`;
    case 'nothing':
      return step.due === null ? 'Nothing to do.' : `Nothing to do. Next due: ${lampWords[step.due.lamp]}, ${speaker.when(step.due.at)}.`;
  }
};

/** Who has to act. */
export const whoNext = (step: NextStep): WhoNext => {
  if (step.do === 'nothing') return 'the clock';
  if ((step.do === 'restart' || step.do === 'enter') && step.device === 'it') return 'IT';
  const code = step.do === 'lamp' ? step.result.next?.code : null;
  if (code === 'next-check-in') return 'the clock';
  return code === 'next-account' ||
    code === 'next-arm' ||
    code === 'next-off-test' ||
    (step.do !== 'lamp' && 'device' in step && step.device === 'desk')
    ? 'desk'
    : 'you';
};
