// What only shows across stations: one card, account, address or port on two of them, and many at one minute.
import { groupedBy, isSettingKey, type Json, keyParts, type SettingKey } from '../name/index.ts';
import { isSecret } from '../sheet/index.ts';
import { ours, practice } from './rule.ts';
import type { Severity, Traits } from './rule.ts';
import type { Source } from '../problem/index.ts';

/** `id` tells stations of one name apart; without it the name does. */
export type FleetSheet = { readonly name: string; readonly id?: string; readonly settings: { readonly [key: string]: Json | undefined } };
export type FleetFinding = {
  readonly rule: string;
  readonly looksFor: string;
  readonly severity: Severity;
  readonly value: string;
  readonly at: readonly { readonly station: string; readonly id: string; readonly key: SettingKey }[];
  readonly what: string;
  readonly todo: string;
};
type FleetRule = {
  readonly id: string;
  readonly severity: Severity;
  readonly looksFor: string;
  readonly source: Source;
  readonly traps: readonly number[];
  /** How many stations may share it. */
  readonly most: number;
  /** What two settings have in common, or null where nothing can be said. */
  readonly by: (definition: string, value: Json, sheet: FleetSheet, traits: (ref: string) => Traits | null) => string | null;
  readonly todo: string;
};

const text = (value: Json): string | null => (typeof value === 'string' && value.trim() !== '' ? value.trim().toLowerCase() : null);
const is = (name: string) => (definition: string, value: Json) => (definition === name ? text(value) : null);

export const fleetRules: readonly FleetRule[] = [
  {
    id: 'fleet/one-card',
    severity: 'stop',
    looksFor: 'One card number at two stations.',
    source: practice,
    traps: [100],
    most: 1,
    by: is('sim.iccid'),
    todo: 'A card can only be in one slot: read both again.',
  },
  {
    id: 'fleet/one-account',
    severity: 'stop',
    looksFor: 'One account expected for two stations.',
    source: practice,
    traps: [65],
    most: 1,
    by: is('receiver.account'),
    todo: 'Ask the desk for another.',
  },
  {
    id: 'fleet/one-address',
    severity: 'stop',
    looksFor: 'One fixed address at two stations.',
    source: practice,
    traps: [100],
    most: 1,
    by: is('sim.address'),
    todo: 'Ask the carrier which card has it.',
  },
  {
    id: 'fleet/one-imei',
    severity: 'stop',
    looksFor: 'One IMEI at two stations.',
    source: practice,
    traps: [17],
    most: 1,
    by: is('modem.imei'),
    todo: 'Read both labels again.',
  },
  {
    id: 'fleet/one-imsi',
    severity: 'stop',
    looksFor: 'One IMSI at two stations.',
    source: practice,
    traps: [100],
    most: 1,
    by: is('sim.imsi'),
    todo: 'A card can only be in one slot: read both again.',
  },
  {
    id: 'fleet/one-number',
    severity: 'stop',
    looksFor: 'One telephone number of a card at two stations.',
    source: practice,
    traps: [15, 100],
    most: 1,
    by: is('sim.number'),
    todo: 'A start message would wake the other one: ask the carrier which card has it.',
  },
  {
    id: 'fleet/one-serial',
    severity: 'stop',
    looksFor: 'One serial number at two stations.',
    source: practice,
    traps: [47],
    most: 1,
    by: (definition, value) => (definition === 'modem.serial' || definition === 'unit.serial' ? text(value) : null),
    todo: 'Read both labels again: settings files go by it.',
  },
  {
    id: 'fleet/one-tunnel-network',
    severity: 'stop',
    looksFor: 'One network behind the tunnels of two stations.',
    source: practice,
    traps: [32],
    most: 1,
    by: (definition, value) => (definition === 'tunnel.here' ? text(value) : null),
    todo: 'The hub can send to one of them only: renumber one.',
  },
  {
    id: 'fleet/one-lan',
    severity: 'fix',
    looksFor: 'One LAN at two stations that are joined by a tunnel.',
    source: practice,
    traps: [32],
    most: 1,
    by: (definition, value, { settings }) =>
      definition === 'modem.lan' && Object.keys(settings).some((key) => key.startsWith('tunnel:')) ? text(value) : null,
    todo: 'Out of the box all are alike: renumber one, or translate its addresses.',
  },
  {
    id: 'fleet/one-eui',
    severity: 'stop',
    looksFor: 'One EUI at two stations.',
    source: practice,
    traps: [55],
    most: 1,
    by: is('unit.id'),
    todo: 'Read both labels again.',
  },
  {
    id: 'fleet/one-outside-port',
    severity: 'stop',
    looksFor: 'Two stations that need one inbound port on one public address.',
    source: practice,
    traps: [25],
    most: 1,
    by: (definition, value, { settings }) =>
      definition === 'desk.dialsPort' && typeof value === 'number' && typeof settings['desk.dials'] === 'string'
        ? `${settings['desk.dials']}:${value}`
        : null,
    todo: 'Give each its own port.',
  },
  {
    id: 'fleet/one-password',
    severity: 'fix',
    looksFor: 'One password at many stations.',
    source: practice,
    traps: [54, 98],
    most: 1,
    by: (_, value, __, traits) => (isSecret(value) ? (traits(value.secret)?.same ?? null) : null),
    todo: 'Give each its own: one leak opens all.',
  },
  {
    id: 'fleet/one-minute',
    severity: 'look',
    looksFor: 'More than five stations that test at one minute.',
    source: ours('five at one minute is what one listener takes without a queue'),
    traps: [67],
    most: 5,
    by: is('unit.testAt'),
    todo: 'Spread them over the hour.',
  },
];

/** Every finding across sheets, each with all the places. The time grows with the number of settings, not with its square. */
export const checkFleet = (
  sheets: readonly FleetSheet[],
  traits: (ref: string) => Traits | null = () => null,
  progress: (done: number) => void = () => undefined,
): FleetFinding[] => {
  const seen = new Map<FleetRule, { value: string; station: string; id: string; key: SettingKey }[]>(fleetRules.map((rule) => [rule, []]));
  for (const [i, sheet] of sheets.entries()) {
    progress(i);
    for (const [key, value] of Object.entries(sheet.settings)) {
      if (!isSettingKey(key) || value === undefined || value === null) continue;
      const { definition } = keyParts(key);
      for (const rule of fleetRules) {
        const shared = rule.by(definition, value, sheet, traits);
        if (shared !== null) seen.get(rule)?.push({ value: shared, station: sheet.name, id: sheet.id ?? sheet.name, key });
      }
    }
  }
  return fleetRules.flatMap((rule) =>
    [...groupedBy(seen.get(rule) ?? [], ({ value }) => value)].flatMap(([value, places]) => {
      const stations = new Map(places.map(({ id, station }) => [id, station]));
      if (stations.size <= rule.most) return [];
      const shown = rule.id === 'fleet/one-password' ? 'one password' : value;
      return [
        {
          rule: rule.id,
          looksFor: rule.looksFor,
          severity: rule.severity,
          value: shown,
          at: places.map(({ station, id, key }) => ({ station, id, key })),
          what: `${rule.looksFor.replace(/\.$/, '')}: ${shown}, at ${[...stations.values()].slice(0, 4).join(', ')}${stations.size > 4 ? ` and ${stations.size - 4} more` : ''}.`,
          todo: rule.todo,
        },
      ];
    }),
  );
};

/** What a station shares with others and must not, with the others' names. */
export const sharedBy = (
  findings: readonly FleetFinding[],
  id: string,
): { readonly finding: FleetFinding; readonly key: SettingKey; readonly others: readonly string[] }[] =>
  findings.flatMap((finding) => {
    const own = finding.at.find((place) => place.id === id);
    return own === undefined
      ? []
      : [{ finding, key: own.key, others: [...new Set(finding.at.flatMap((place) => (place.id === id ? [] : [place.station])))] }];
  });
