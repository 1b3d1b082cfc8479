// What of a large sheet is looked at: a search, a lamp, who has it, and what is amiss. It stands in the address.
import { useCallback, useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { isLampName, type LampName, settingKey } from '@green-lamp/core/name';
import { acceptedAs, type Finding } from '@green-lamp/core/check';
import { canonical, wanted } from '@green-lamp/core/journal';
import { isShown, type SheetRow, type Supplier, suppliers } from '@green-lamp/core/sheet';
import type { Station } from '../../../../store/use-station.ts';

export const shows = ['usual', 'all', 'differs', 'unknown', 'findings'] as const;
export type Shows = (typeof shows)[number];
const isShows = (value: unknown): value is Shows => shows.some((show) => show === value);

export type Filter = { readonly find: string; readonly lamp: LampName | null; readonly from: Supplier | null; readonly show: Shows };

const fromAddress = (search: URLSearchParams): Filter => {
  const [show, from, of] = [search.get('show'), search.get('from'), search.get('of')];
  return {
    find: search.get('find') ?? '',
    lamp: isLampName(of) ? of : null,
    from: suppliers.find((one) => one === from) ?? null,
    show: isShows(show) ? show : 'usual',
  };
};

/** The filter follows the keys at once; the address follows the filter, so that a reload keeps it. */
export const useFilter = (): { filter: Filter; change: (to: Partial<Filter>) => void } => {
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState(() => fromAddress(search));
  const change = useCallback((to: Partial<Filter>): void => {
    setFilter((was) => ({ ...was, ...to }));
  }, []);
  useEffect(() => {
    const there = fromAddress(search);
    if (there.find === filter.find && there.lamp === filter.lamp && there.from === filter.from && there.show === filter.show) return;
    setSearch(
      (was) => {
        const made = new URLSearchParams(was);
        for (const [name, value] of [
          ['find', filter.find],
          ['of', filter.lamp ?? ''],
          ['from', filter.from ?? ''],
          ['show', filter.show === 'usual' ? '' : filter.show],
        ] as const)
          if (value === '') made.delete(name);
          else made.set(name, value);
        return made;
      },
      { replace: true },
    );
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the address is written when the filter changes, never read back
  }, [filter]);
  return { filter, change };
};

export const isNarrowed = (filter: Filter): boolean =>
  filter.find !== '' || filter.lamp !== null || filter.from !== null || filter.show !== 'usual';

/** The rows of a sheet that a filter lets through. What is filled in or has a value on its device is never hidden by 'usual'. */
export const filtered = (
  rows: readonly SheetRow[],
  { find, lamp, from, show }: Filter,
  station: Station,
  findings: readonly Finding[],
  open: string | null,
): SheetRow[] => {
  const words = find
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  const amiss = new Set(findings.filter((finding) => acceptedAs(station.state, finding) === null).flatMap(({ fields }) => fields));
  const whose = wanted(station.state, settingKey('desk', null, 'whose'));
  const narrowed = words.length > 0 || lamp !== null || from !== null;
  return rows.filter(({ key, of, element }) => {
    if (key === open) return true;
    if (lamp !== null && !of.bears.includes(lamp)) return false;
    if (from !== null && of.supplier !== from) return false;
    const plan = wanted(station.state, key) ?? null;
    const device = station.state.device[key]?.value ?? null;
    const empty = (plan === null || plan === '') && device === null;
    if (words.length > 0) {
      const text = `${of.label} ${of.key} ${element?.label ?? ''} ${typeof plan === 'string' ? plan : ''} ${of.why}`.toLowerCase();
      if (!words.every((word) => text.includes(word))) return false;
    }
    switch (show) {
      case 'all':
        return true;
      case 'differs':
        return device !== null && canonical(device) !== canonical(plan);
      case 'unknown':
        return empty && (narrowed || isShown(of, station.rules.profiles, whose));
      case 'findings':
        return amiss.has(key);
      case 'usual':
        return narrowed || !empty || isShown(of, station.rules.profiles, whose);
    }
  });
};

/** What is in use of a device: filled in, asked for, amiss, or open. */
export const usualRows = (rows: readonly SheetRow[], station: Station, findings: readonly Finding[], open: string | null): SheetRow[] =>
  filtered(rows, { find: '', lamp: null, from: null, show: 'usual' }, station, findings, open);
