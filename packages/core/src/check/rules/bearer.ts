// The bearer: access point, roaming, bands and technologies, and what the carrier's network does with them.
import { apnFault, isLowBand } from '../../sums/index.ts';
import { copyFault, partsOf, withoutCopied } from '../../sheet/index.ts';
import { type OneFound, pairRule, practice, rule, standard } from '../rule.ts';

const faultOf = (apn: string): readonly OneFound<'apn-form' | 'apn-blank' | 'apn-capitals'>[] => {
  const copied = copyFault(apn);
  if (copied !== null && apnFault(withoutCopied(apn)) === null)
    return [{ code: 'apn-blank', args: { apn: withoutCopied(apn), fault: copied } }];
  const fault = apnFault(apn);
  if (fault !== null) return [{ code: 'apn-form', args: { apn, fault } }];
  return /[A-Z]/.test(apn) ? [{ code: 'apn-capitals', args: { apn } }] : [];
};
const apnSource = standard('3GPP TS 23.003', '9.1', false);
const modes: { readonly [mode: string]: string } = { lte: 'LTE', 'lte-m': 'LTE-M', 'nb-iot': 'NB-IoT', umts: '3G', gsm: '2G', nr: '5G' };

export const bearer = [
  rule({
    id: 'bearer/apn-form',
    lamp: 'Bearer',
    looks: 'An APN that the standard does not allow: spaces, underscores, commas, parts that are too long.',
    source: apnSource,
    traps: [5],
    reads: ['sim.apn'],
    codes: { 'apn-form': 'stop', 'apn-blank': 'fix', 'apn-capitals': 'look' },
    find: ({ 'sim.apn': apn }) => faultOf(apn),
    fires: { 'sim.apn': 'iot.fellwave ' },
    silent: { 'sim.apn': 'm2m.fellwave' },
  }),
  rule({
    id: 'bearer/apn-entry-form',
    lamp: 'Bearer',
    looks: 'The same in an access point entry of the modem.',
    source: apnSource,
    traps: [5],
    reads: ['apn.value'],
    codes: { 'apn-form': 'stop', 'apn-blank': 'fix', 'apn-capitals': 'look' },
    find: ({ 'apn.value': apn }) => faultOf(apn),
    fires: { 'apn.value': 'iot_net' },
    silent: { 'apn.value': 'm2m.fellwave' },
  }),
  rule({
    id: 'bearer/label-for-value',
    lamp: 'Bearer',
    looks: 'An access point entry whose value is its label, or whose two fields are swapped.',
    source: practice,
    traps: [6],
    reads: ['apn.label', 'apn.value'],
    codes: { 'apn-swapped': 'fix' },
    find: ({ 'apn.label': label, 'apn.value': value }) =>
      label.trim() === value.trim() || (label.includes('.') && !value.includes('.'))
        ? [{ code: 'apn-swapped', args: { label, value } }]
        : [],
    fires: { 'apn.label': 'm2m.fellwave', 'apn.value': 'Fellwave' },
    silent: { 'apn.label': 'Fellwave', 'apn.value': 'm2m.fellwave' },
  }),
  rule({
    id: 'bearer/entry-chosen',
    lamp: 'Bearer',
    looks: 'An access point entry with the right value that is not chosen.',
    source: practice,
    traps: [7],
    reads: ['apn.value', 'apn.chosen', 'sim.apn'],
    codes: { 'apn-not-chosen': 'stop' },
    find: ({ 'apn.value': value, 'apn.chosen': chosen, 'sim.apn': wanted }) =>
      !chosen && value === wanted ? [{ code: 'apn-not-chosen', args: { value } }] : [],
    fires: { 'apn.value': 'm2m.fellwave', 'apn.chosen': false, 'sim.apn': 'm2m.fellwave' },
    silent: { 'apn.value': 'm2m.fellwave', 'apn.chosen': true, 'sim.apn': 'm2m.fellwave' },
  }),
  pairRule({
    id: 'bearer/entries-alike',
    lamp: 'Bearer',
    looks: 'Two access point entries with nearly the same label.',
    source: practice,
    traps: [7],
    reads: 'apn.label',
    codes: { 'apn-labels': 'look' },
    find: (one, other) => (one.trim().toLowerCase() === other.trim().toLowerCase() ? [{ code: 'apn-labels', args: { label: one } }] : []),
    fires: ['Fellwave', 'fellwave '],
    silent: ['Fellwave', 'Tarnlink'],
  }),
  rule({
    id: 'bearer/apn-by-list',
    school: { question: 'whose apn', of: ['carrier'] },
    lamp: 'Bearer',
    looks: 'An APN taken from a list instead of the carrier’s word.',
    source: practice,
    traps: [8, 118],
    reads: ['sim.apnFrom'],
    codes: { 'apn-guessed': 'look' },
    find: ({ 'sim.apnFrom': from }) => (from === 'list' ? [{ code: 'apn-guessed' }] : []),
    fires: { 'sim.apnFrom': 'list' },
    silent: { 'sim.apnFrom': 'carrier' },
  }),
  rule({
    id: 'bearer/apn-ready',
    lamp: 'Bearer',
    looks: 'An APN that the carrier has not provisioned yet.',
    source: practice,
    traps: [104],
    reads: ['sim.apnReady'],
    codes: { 'apn-waits': 'fix' },
    find: ({ 'sim.apnReady': ready }) => (ready ? [] : [{ code: 'apn-waits' }]),
    fires: { 'sim.apnReady': false },
    silent: { 'sim.apnReady': true },
  }),
  rule({
    id: 'bearer/login-demanded',
    lamp: 'Bearer',
    looks: 'A log-in that the carrier demands and the modem does not use.',
    source: practice,
    traps: [9],
    reads: ['sim.loginAsked', 'sim.apnAuth'],
    codes: { 'login-unused': 'fix' },
    find: ({ 'sim.loginAsked': asked, 'sim.apnAuth': by }) => (asked && by === 'none' ? [{ code: 'login-unused' }] : []),
    fires: { 'sim.loginAsked': true, 'sim.apnAuth': 'none' },
    silent: { 'sim.loginAsked': true, 'sim.apnAuth': 'CHAP' },
  }),
  rule({
    id: 'bearer/login-not-demanded',
    school: { question: 'credentials', of: ['apn', 'carrier'] },
    lamp: 'Bearer',
    looks: 'A user for the APN that the carrier does not ask for.',
    source: practice,
    traps: [9],
    reads: ['sim.loginAsked', 'sim.apnUser'],
    codes: { 'login-idle': 'look' },
    find: ({ 'sim.loginAsked': asked, 'sim.apnUser': user }) => (asked ? [] : [{ code: 'login-idle', args: { user } }]),
    fires: { 'sim.loginAsked': false, 'sim.apnUser': 'user' },
    silent: { 'sim.loginAsked': true, 'sim.apnUser': 'user' },
  }),
  rule({
    id: 'bearer/roaming-off',
    lamp: 'Bearer',
    looks: 'Roaming switched off on a card for machines.',
    source: practice,
    traps: [10],
    reads: ['sim.roaming'],
    also: ['sim.home'],
    codes: { 'roaming-off': 'look' },
    find: ({ 'sim.roaming': allowed, 'sim.home': home }) => (allowed || home !== undefined ? [] : [{ code: 'roaming-off' }]),
    fires: { 'sim.roaming': false },
    silent: { 'sim.roaming': true },
  }),
  rule({
    id: 'bearer/roams',
    lamp: 'Bearer',
    looks: 'A card away from its home network with roaming off.',
    source: practice,
    traps: [10],
    reads: ['sim.home', 'site.homeNetwork', 'sim.roaming'],
    codes: { 'roams-off': 'stop' },
    find: ({ 'sim.home': home, 'site.homeNetwork': there, 'sim.roaming': allowed }) =>
      !allowed && home.replace(/\D/g, '') !== there.replace(/\D/g, '') ? [{ code: 'roams-off', args: { home, there } }] : [],
    fires: { 'sim.home': '999-70', 'site.homeNetwork': '999-05', 'sim.roaming': false },
    silent: { 'sim.home': '999-70', 'site.homeNetwork': '99970', 'sim.roaming': false },
  }),
  rule({
    id: 'bearer/mode-offered',
    lamp: 'Bearer',
    looks: 'A fixed network mode that the carrier does not offer.',
    source: practice,
    traps: [11],
    reads: ['modem.mode', 'sim.radios'],
    codes: { 'mode-not-offered': 'stop' },
    find: ({ 'modem.mode': mode, 'sim.radios': radios }) => {
      const name = modes[mode];
      return name === undefined || partsOf(radios).includes(name) ? [] : [{ code: 'mode-not-offered', args: { mode: name, radios } }];
    },
    fires: { 'modem.mode': 'gsm', 'sim.radios': 'LTE, LTE-M' },
    silent: { 'modem.mode': 'auto', 'sim.radios': 'LTE, LTE-M' },
  }),
  rule({
    id: 'bearer/outlives-network',
    lamp: 'Bearer',
    looks: 'A network that is retired before the station is.',
    source: practice,
    traps: [11],
    reads: ['sim.networkUntil', 'site.lifeUntil'],
    codes: { 'network-ends': 'fix' },
    find: ({ 'sim.networkUntil': ends, 'site.lifeUntil': life }) => (ends < life ? [{ code: 'network-ends', args: { ends, life } }] : []),
    fires: { 'sim.networkUntil': '2028-06-30', 'site.lifeUntil': '2034-12-31' },
    silent: { 'sim.networkUntil': '2039-06-30', 'site.lifeUntil': '2034-12-31' },
  }),
  rule({
    id: 'bearer/band-in-common',
    lamp: 'Bearer',
    looks: 'A modem without any of the carrier’s bands, or with none under 1 GHz far from towns.',
    source: standard('3GPP TS 36.101', 'table 5.5-1', true),
    traps: [12],
    reads: ['modem.bands', 'sim.bands'],
    also: ['site.rural'],
    codes: { 'no-band': 'stop', 'no-low-band': 'fix' },
    find: ({ 'modem.bands': has, 'sim.bands': offered, 'site.rural': rural }) => {
      const common = partsOf(has).filter((band) => partsOf(offered).includes(band));
      if (common.length === 0) return [{ code: 'no-band', args: { has, offered } }];
      return rural === true && common.every((band) => isLowBand(band) === false)
        ? [{ code: 'no-low-band', args: { common: common.join(', ') } }]
        : [];
    },
    fires: { 'modem.bands': 'B1, B3', 'sim.bands': 'B8, B20', 'site.rural': true },
    silent: { 'modem.bands': 'B3, B20', 'sim.bands': 'B8, B20', 'site.rural': true },
  }),
  rule({
    id: 'bearer/data-switch',
    lamp: 'Bearer',
    looks: 'A path that is on while the modem’s data switch is off.',
    source: practice,
    traps: [112],
    reads: ['path.on', 'modem.data'],
    codes: { 'half-on': 'stop' },
    find: ({ 'path.on': on, 'modem.data': data }) =>
      on === data ? [] : [{ code: 'half-on', args: { where: on ? 'the modem’s data switch' : 'the path' } }],
    fires: { 'path.on': true, 'modem.data': false },
    silent: { 'path.on': true, 'modem.data': true },
  }),
];
