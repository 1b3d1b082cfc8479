// What ends when, and who owns which device at which portal: for one station, and so for all.
import { elementsOf, type State, wanted } from '../journal/index.ts';
import { asPlanned, scheduleOf } from '../lamp/index.ts';
import { plainText, type SettingKey, settingKey } from '../name/index.ts';
import { dayIn, type Instant, localInstant } from '../quantity/index.ts';
import type { Caller } from '../sums/index.ts';

export type End = { readonly what: string; readonly kind: string; readonly day: string; readonly renews: string; readonly key: SettingKey };
export type Claimed = {
  readonly device: string;
  readonly portal: string;
  readonly account: string;
  readonly owner: string;
  readonly quota: number | null;
};

/** Everything of a station that ends on a known day, earliest first. */
export const endsOf = (state: State): End[] => {
  const at = (group: 'sim' | 'licence' | 'tunnel', id: Parameters<typeof settingKey>[1], param: string): string =>
    plainText(wanted(state, settingKey(group, id, param)) ?? '');
  const cards = elementsOf(state, 'sim').flatMap(({ id, label }) =>
    (
      [
        ['until', 'card contract'],
        ['fixedUntil', 'fixed address'],
        ['networkUntil', 'network'],
      ] as const
    ).map(([param, kind]) => ({
      what: label,
      kind,
      day: at('sim', id, param),
      renews: at('sim', id, 'carrier'),
      key: settingKey('sim', id, param),
    })),
  );
  const licences = elementsOf(state, 'licence').map(({ id, label }) => ({
    what: at('licence', id, 'what') || label,
    kind: at('licence', id, 'kind') || 'licence',
    day: at('licence', id, 'until'),
    renews: at('licence', id, 'renews'),
    key: settingKey('licence', id, 'until'),
  }));
  const keys = elementsOf(state, 'tunnel').map(({ id, label }) => ({
    what: label,
    kind: 'tunnel key',
    day: at('tunnel', id, 'keyEnds'),
    renews: '',
    key: settingKey('tunnel', id, 'keyEnds'),
  }));
  return [...cards, ...licences, ...keys].filter(({ day }) => day !== '').sort((a, b) => (a.day < b.day ? -1 : 1));
};

/** The claims of a station. */
export const claimsOf = (state: State): Claimed[] =>
  elementsOf(state, 'claim').map(({ id, label }) => {
    const at = (param: string): string => plainText(wanted(state, settingKey('claim', id, param)) ?? '');
    const quota = wanted(state, settingKey('claim', id, 'quota'));
    return {
      device: label,
      portal: at('portal'),
      account: at('account'),
      owner: at('owner'),
      quota: typeof quota === 'number' ? quota : null,
    };
  });

/** How long a session with a test call lasts where nothing says: common practice, no source. */
const usualSession = 1;
/** When a station calls by itself, by the minute of the UTC day; null where the sheet sets no hour. */
export const callerOf = (state: State, now: Instant): Pick<Caller, 'at' | 'every' | 'lasts'> | null => {
  const { every, hour, zone } = scheduleOf(state, asPlanned(state), now);
  const at = hour === '' ? null : localInstant(`${dayIn(now, zone)} ${hour}`, zone);
  if (at === null) return null;
  return {
    at: Math.floor(at / 60_000) % 1440,
    every: every === null ? 1440 : Math.max(1, Math.round(every / 60_000)),
    lasts: usualSession,
  };
};
