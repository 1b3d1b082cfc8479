// A router's status page, in three manners of text: as sentences of a page, as pairs, and as JSON. Each says the same of the same modem.
import type { Instant } from '../../quantity/index.ts';
import { cardIn, servingCell, stateNumber } from '../modem/index.ts';
import { aroundOf, type Outfit, type World } from './world.ts';

export const statusManners = ['page', 'pairs', 'JSON'] as const;
export type StatusManner = (typeof statusManners)[number];

const pinWords = {
  waiting: 'reading',
  absent: 'no card',
  PIN: 'PIN required',
  PUK: 'PUK required',
  failed: 'failed',
  ready: 'ready',
} as const;
const stateWords = ['not registered', 'registered, home', 'searching', 'denied', 'searching', 'registered, roaming'] as const;
/** Bars of 5 as such pages show them, by the level's RSRP. Ours. */
const barsOf = (rsrp: number): number => [-115, -108, -101, -94, -87].filter((edge) => rsrp >= edge).length;

const facts = (world: World, outfit: Outfit, id: string, at: Instant) => {
  const modem = outfit.modems[id];
  if (modem === undefined) return null;
  const heard = servingCell(modem, at, aroundOf(world, outfit, id));
  const session = modem.sessions[0];
  return {
    imei: modem.imei,
    iccid: cardIn(modem)?.iccid ?? '',
    pin: pinWords[modem.seen.is],
    registration: stateWords[stateNumber(modem)] ?? 'not registered',
    operator: heard?.cell.carrier ?? '',
    rsrp: heard === null ? null : Math.round(heard.rsrp),
    rsrq: heard === null ? null : Math.round(heard.rsrq),
    bars: heard === null ? 0 : barsOf(heard.rsrp),
    apn: session?.apn ?? modem.told.contexts[0]?.apn ?? '',
    address: session?.address ?? '',
    slot: modem.slot + 1,
    uses: outfit.paths.find((path) => path.id === outfit.site.active)?.label ?? '',
  };
};

/** The status page of a modem's router; null without that modem. */
export const statusPage = (world: World, outfit: Outfit, of: { modem: string; manner: StatusManner }, at: Instant): string | null => {
  const all = facts(world, outfit, of.modem, at);
  if (all === null) return null;
  const { imei, iccid, pin, registration, operator, rsrp, rsrq, bars, apn, address, slot, uses } = all;
  switch (of.manner) {
    case 'page':
      return [
        'STATUS (simulated)',
        `Modem IMEI: ${imei}`,
        `SIM status: ${pin}`,
        `SIM number: ${iccid}`,
        `Card slot: ${slot}`,
        `Network status: ${registration}`,
        `Operator: ${operator}`,
        `Signal strength: ${bars} of 5`,
        `RSRP: ${rsrp ?? 'n/a'} dBm`,
        `RSRQ: ${rsrq ?? 'n/a'} dB`,
        `Access point name: ${apn}`,
        `WAN IP address: ${address}`,
        `Traffic by: ${uses}`,
      ].join('\n');
    case 'pairs':
      return [
        '[cellular]',
        `imei=${imei}`,
        `iccid=${iccid}`,
        `pin_status=${pin}`,
        `registration=${registration}`,
        `operator=${operator}`,
        `bars=${bars}/5`,
        `rsrp=${rsrp ?? ''}`,
        `rsrq=${rsrq ?? ''}`,
        `apn=${apn}`,
        `ip_address=${address}`,
        `simulated=yes`,
      ].join('\n');
    case 'JSON':
      return JSON.stringify(
        {
          imei,
          iccid,
          'pin state': pin,
          registration,
          operator,
          rsrp,
          rsrq,
          signal: `${bars}/5`,
          apn,
          'ip address': address,
          simulated: true,
        },
        null,
        1,
      );
  }
};
