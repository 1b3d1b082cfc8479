// Equipment that belongs to no station: the bench modem of the yard's port, and what tests, benches and exercises are run with.
import { type Instant, instant } from '../quantity/index.ts';
import { eui64Of, luhnDigit } from '../sums/index.ts';
import { yardRadios } from './air/index.ts';
import { type CarrierName, carriers } from './carrier/index.ts';
import { type StationSpec, withStation } from './spec.ts';
import type { UnitKind, Values } from './unit/index.ts';
import { goodLink, newWorld, type PathWay, type World } from './world/index.ts';

export type Practice = {
  readonly id: string;
  readonly seed: number;
  readonly kind?: UnitKind;
  readonly ways?: readonly PathWay[];
  readonly carrier?: CarrierName;
  /** Which of the carrier's access points was sold, by its place. */
  readonly point?: number;
  readonly values?: Values;
  /** Whether its device is claimed at the portal, where it is one that is. */
  readonly claimed?: boolean;
};
const withCheck = (number: string): string => `${number}${luhnDigit(number)}`;
const usualValues: Values = {
  'unit.account': '0417',
  'unit.deskHost': 'desk.varrow.example',
  'unit.deskPort': '4110',
  'unit.testEvery': '86400000',
  'unit.callOn': 'true',
};

/** A made-up EUI-64 out of a locally administered EUI-48: it belongs to no maker. */
export const gatewayEui = (seed: number): string => eui64Of(`02${(seed % 0xffff_ffff).toString(16).padStart(10, '0')}`) ?? '';

/** One set of equipment in the middle of the dale, with everything right: a modem with its card, a unit, a site and a desk that agrees. */
export const practiceSpec = (of: Practice): StationSpec => {
  const { id, seed, kind = 'reporting module', ways = ['cellular'], carrier = 'Fellwave', point = 0, claimed = true } = of;
  const { network, points } = carriers[carrier];
  const sold = points[point] ?? points[0];
  const tail = String(seed).padStart(11, '0').slice(-11);
  const values = { ...usualValues, ...of.values };
  const { unitSpeed, modemSpeed, unitFrame, modemFrame, idle } = goodLink;
  return {
    id,
    name: 'bench',
    seed,
    east: 16,
    north: 9.6,
    behind: 10,
    parts: ['modem', 'unit', 'site'],
    kind,
    serial: kind === 'long-range gateway' ? gatewayEui(seed) : `gl${String(seed).padStart(8, '0')}`,
    values,
    textsTo: ['+447700900118'],
    modems: [
      {
        id: 'modem',
        imei: withCheck(`35${String(seed).padStart(12, '0').slice(-12)}`),
        seed,
        bands: ['B1', 'B3', 'B8', 'B20', 'B28', 'n78'],
        radios: yardRadios.filter((radio) => radio !== '5G' && radio !== 'NB-IoT'),
        boot: 60_000,
        refresh: 2000,
        slots: 2,
        cards: [
          {
            iccid: withCheck(`89${network}${tail}`),
            imsi: `${network}${tail.slice(-10)}`,
            carrier,
            state: 'active',
            points: sold === undefined ? [] : [sold],
            address: sold?.gives === 'fixed' ? '198.51.100.77' : '',
            number: `+447700900${tail.slice(-3)}`,
          },
        ],
        apn: sold?.apn ?? '',
        type: sold?.gives === 'IPv6' ? 'IPV6' : 'IP',
        user: sold?.user ?? '',
        word: sold?.word ?? '',
        roaming: true,
        unitSpeed,
        modemSpeed,
        unitFrame,
        modemFrame,
        idle,
      },
    ],
    paths: ways.map((way, i) => ({
      id: `path${i + 1}`,
      label: way,
      way,
      modem: way === 'cellular' ? 'modem' : '',
      slot: 0,
      address: `127.0.7.${200 + i}`,
    })),
    probes: ways.length > 1,
    least: 9000,
    deskHost: values['unit.deskHost'] ?? '',
    deskPort: values['unit.deskPort'] ?? '',
    deskAccount: values['unit.account'] ?? '',
    claimCode: ['bus bridge', 'long-range gateway', 'logger'].includes(kind) ? 'GL-417' : '',
    claimed: claimed ? { account: 'dale-office', hangs: 'what is cabled' } : { account: '', hangs: '' },
  };
};
/** A world with practice equipment in it, running for five minutes already. */
export const practiceWorld = (at: Instant, ...all: readonly Practice[]): World =>
  all.reduce((world, one) => withStation(world, practiceSpec(one), at), newWorld(all[0]?.seed ?? 1, instant(at)));
