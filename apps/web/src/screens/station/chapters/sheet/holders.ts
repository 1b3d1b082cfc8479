// What a station's sheet consists of: its site, each card, modem, unit and path, the desk; and what waits at each.
import { counted } from '@green-lamp/core/quantity';
import { type Element, elementsOf } from '@green-lamp/core/journal';
import { openFindings, type Finding } from '@green-lamp/core/check';
import { groups, isSettingKey, keyParts, type SettingKey, settingKey } from '@green-lamp/core/name';
import { groupLabels, isShown, onceLabels, type OnceHolder, type SheetRow } from '@green-lamp/core/sheet';
import { askList } from '@green-lamp/core/walk';
import { stageOf, wanted } from '@green-lamp/core/journal';
import type { Station } from '../../../../store/use-station.ts';

export type SheetHolder = {
  /** An element's id, or the name of what is there once. */
  readonly id: string;
  /** As it is called: 'net-house modem'. */
  readonly label: string;
  /** With its kind: 'Modem, net-house modem'. */
  readonly name: string;
  readonly kind: string;
  readonly element: Element | null;
  readonly rows: readonly SheetRow[];
  readonly status: string;
};

const before: readonly OnceHolder[] = ['site'];
const after: readonly OnceHolder[] = ['desk', 'it', 'portal', 'computer'];

/** The holder of a setting: the element, or what is there once. */
export const holderOf = (key: string): string | null => {
  if (!isSettingKey(key)) return null;
  const { holder, element } = keyParts(key);
  return element ?? holder;
};

type Waits = { readonly stops: number; readonly first: number; readonly later: number; readonly enters: number; readonly restarts: number };

const statusOf = ({ stops, first, later, enters, restarts }: Waits, station: Station, rows: readonly SheetRow[]): string => {
  const parts = [
    stops === 0 ? null : counted(stops, 'stop'),
    first === 0 ? null : `${first} for the first call`,
    later === 0 ? null : `${later} to ask`,
    enters === 0 ? null : `${enters} to enter`,
    restarts === 0 ? null : `${restarts} not in force`,
  ].filter((part) => part !== null);
  if (parts.length > 0) return parts.join(' · ');
  const filled = rows.filter(({ key }) => (wanted(station.state, key) ?? null) !== null);
  if (filled.length === 0) return 'empty';
  return filled.some(({ key, of }) => of.enteredOn !== null && stageOf(station.state, key) !== null) ? 'in force' : 'on paper';
};

export const holdersOf = (station: Station, rows: readonly SheetRow[], findings: readonly Finding[]): SheetHolder[] => {
  const { state, rules, work } = station;
  const count = (keys: readonly SettingKey[]): ReadonlyMap<string, number> => {
    const counts = new Map<string, number>();
    for (const key of keys) {
      const holder = holderOf(key);
      if (holder !== null) counts.set(holder, (counts.get(holder) ?? 0) + 1);
    }
    return counts;
  };
  const stops = new Map<string, number>();
  for (const { severity, fields } of openFindings(state, findings))
    if (severity === 'stop')
      for (const holder of new Set(fields.map(holderOf))) if (holder !== null) stops.set(holder, (stops.get(holder) ?? 0) + 1);
  const asks = askList(state, rules.profiles).flatMap((group) => group.asks);
  const first = count(asks.filter((ask) => ask.first).map(({ key }) => key));
  const later = count(asks.filter((ask) => !ask.first).map(({ key }) => key));
  const enters = count(work.flatMap(({ toEnter }) => toEnter));
  const restarts = count(work.flatMap(({ toRestart }) => toRestart));
  const of = (id: string, label: string, kind: string, element: Element | null, mine: readonly SheetRow[]): SheetHolder => {
    const of = (counts: ReadonlyMap<string, number>): number => counts.get(id) ?? 0;
    const waits = { stops: of(stops), first: of(first), later: of(later), enters: of(enters), restarts: of(restarts) };
    return {
      id,
      label,
      kind,
      element,
      rows: mine,
      name: element === null ? label : `${kind}, ${label}`,
      status: statusOf(waits, station, mine),
    };
  };
  const whose = wanted(state, settingKey('desk', null, 'whose'));
  const once = (holder: OnceHolder): SheetHolder[] => {
    const mine = rows.filter((row) => row.element === null && row.of.holder === holder);
    const label = holder === 'desk' ? 'Desk' : onceLabels[holder];
    const inUse = mine.filter((row) => isShown(row.of, rules.profiles, whose) || (wanted(state, row.key) ?? null) !== null);
    return inUse.length === 0 ? [] : [of(holder, label, label, null, mine)];
  };
  return [
    ...before.flatMap(once),
    ...groups.flatMap((group) =>
      elementsOf(state, group).map((element) =>
        of(
          element.id,
          element.label,
          groupLabels[group],
          element,
          rows.filter((row) => row.element?.id === element.id),
        ),
      ),
    ),
    ...after.flatMap(once),
  ];
};
