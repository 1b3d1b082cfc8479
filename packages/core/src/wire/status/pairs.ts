// `key: value` and `key = value`, as status pages and consoles write them: a line to what was found in it.
import type { Measure } from '../../name/index.ts';
import { parseIccid, parseImei } from '../../sums/index.ts';
import { type FoundName, type Said, said } from '../answer/found.ts';
import { addressSaid } from '../at/answers.ts';

type Reader = (value: string) => Said[] | null;

const figure =
  (what: FoundName, measure: Measure, least: number, most: number): Reader =>
  (value) => {
    const found = /^([-\u2212+]?\d{1,4}(?:[.,]\d{1,3})?)\s*(?:dBm?|\(dBm?\))?$/i.exec(value);
    const number = Number((found?.[1] ?? 'x').replace('\u2212', '-').replace(',', '.'));
    return Number.isFinite(number) && number >= least && number <= most ? [said(what, number, { in: measure })] : null;
  };

const bars: Reader = (value) => {
  const found = /^(\d)\s*(?:\/|of|out of)\s*(\d)(?:\s*bars?)?$/i.exec(value);
  const [n, top] = [Number(found?.[1]), Number(found?.[2])];
  return found !== null && top > 0 && n <= top
    ? [
        said('signal.bars', top === 5 ? n : Math.round((n / top) * 5), {
          in: 'step',
          note: top === 5 ? '' : `${n} of ${top} on the device.`,
        }),
      ]
    : null;
};

const pin: Reader = (value) => {
  const word = value.toLowerCase();
  if (/^(?:ready|sim ready|inserted, ready|ok|unlocked|no pin required|pin not required)$/.test(word)) return [said('card.pin', 'ready')];
  if (word.includes('puk'))
    return [said('card.pin', 'PUK wanted', { note: 'Ten wrong tries end the card for good: ask the carrier for the PUK.' })];
  if (word.includes('pin')) return [said('card.pin', 'PIN wanted', { note: 'Three wrong tries lock the card.' })];
  return /^(?:no sim|no card|absent|not inserted|missing)/.test(word) ? [said('card.pin', 'no card')] : null;
};

const registration: Reader = (value) => {
  const word = value.toLowerCase();
  if (/not registered|unregistered|idle/.test(word)) return [said('network.registration', 'not registered, not searching')];
  if (/denied|rejected|forbidden/.test(word)) return [said('network.registration', 'denied')];
  if (word.includes('search')) return [said('network.registration', 'searching')];
  if (word.includes('roam')) return [said('network.registration', 'registered, roaming')];
  return /registered|home|attached/.test(word) ? [said('network.registration', 'registered, home')] : null;
};

const text =
  (what: FoundName, most = 60): Reader =>
  (value) =>
    value.length <= most ? [said(what, value)] : null;

const number =
  (what: FoundName, parse: (typed: string) => { ok: true; value: string } | { ok: false }): Reader =>
  (value) => {
    const parsed = parse(value);
    return parsed.ok ? [said(what, parsed.value)] : null;
  };

/** Keys as pages write them, in small letters with single blanks. */
const keys: readonly (readonly [RegExp, Reader])[] = [
  [/^(?:lte |nr |5g |4g )?(?:ss ?)?rsrp$/, figure('signal.rsrp', 'dBm', -156, -31)],
  [/^(?:lte |nr |5g |4g )?(?:ss ?)?rsrq$/, figure('signal.rsrq', 'dB', -43, 20)],
  [/^(?:lte |nr |5g |4g )?(?:ss ?)?(?:sinr|snr|rs ?snr)$/, figure('signal.sinr', 'dB', -23, 40)],
  [/^rscp$/, figure('signal.rscp', 'dBm', -121, -25)],
  [/^ec ?(?:n0|no|io)$/, figure('signal.ecno', 'dB', -25, 0)],
  [/^(?:rssi|signal level)$/, figure('signal.rssi', 'dBm', -120, -20)],
  [/^(?:signal(?: bars| strength)?|bars)$/, bars],
  [/^(?:iccid|ccid|sim (?:id|number|serial(?: number)?|iccid)|card number|uicc id)$/, number('card.number', parseIccid)],
  [/^imsi$/, (value) => (/^\d{6,15}$/.test(value) ? [said('card.imsi', value)] : null)],
  [/^(?:imei|modem imei|device imei)$/, number('modem.imei', parseImei)],
  [/^(?:sim|sim state|sim status|sim pin|pin|pin state|pin status|card state|card status)$/, pin],
  [/^(?:apn|access point(?: name)?|apn name|current apn)$/, text('context.apn', 100)],
  [
    /^(?:wan |cellular |mobile |ppp |pdp )?(?:ip|ipv4|ip address|ipv4 address|ipv6 address|address)$/,
    (value) => addressSaid(value.replace(/\/\d{1,3}$/, ''), ''),
  ],
  [
    /^(?:primary |secondary )?(?:dns|dns server|name server)(?: ?\d)?$/,
    (value) => addressSaid(value, '').map((of) => ({ ...of, what: 'context.dns' as const, note: '' })),
  ],
  [/^(?:operator|network|network name|carrier|provider|plmn|network operator)$/, text('network.operator')],
  [
    /^(?:technology|access technology|network type|radio(?: access)? technology|rat|service type|network mode|mode)$/,
    text('network.technology'),
  ],
  [/^(?:registration|registration (?:state|status)|network (?:state|status|registration)|register status|reg status)$/, registration],
  [/^(?:cell id|cell|cid|cell identity)$/, text('network.cell', 20)],
  [/^(?:tac|lac|area code|tracking area(?: code)?)$/, text('network.area', 20)],
  [/^(?:band|lte band|active band)$/, text('network.band', 30)],
  [/^(?:connection|connection (?:state|status)|data connection|link|wan status|session)$/, text('context.active', 40)],
  [/^(?:serial|serial number|s n)$/, text('modem.serial', 40)],
  [/^(?:model|device|product|firmware|firmware version|software version)$/, text('modem.identity', 60)],
];

/** Key and value of a line, at its first : or =; a tab or a run of dots parts them too. Null where it is no pair. */
export const pairOf = (line: string): { key: string; value: string } | null => {
  const found = /^\s*["']?([A-Za-z][^:=\t"']{0,48}?)["']?\s*(?::|=|\t|\.{3,})\s*["']?(.*?)["']?[,;]?\s*$/.exec(line.slice(0, 400));
  const [, key = '', value = ''] = found ?? [];
  return found === null || value === '' ? null : { key, value };
};

const plainKey = (key: string): string =>
  key
    .toLowerCase()
    .replace(/\((?:dbm?|%)\)/g, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** What a pair says: undefined for a key that this reader does not know, null for a value that can't be one. */
export const readPair = (key: string, value: string): Said[] | null | undefined => {
  const plain = plainKey(key);
  const reader = keys.find(([form]) => form.test(plain))?.[1];
  return reader === undefined ? undefined : reader(value.trim());
};
