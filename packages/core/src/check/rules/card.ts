// The card: that it is the right one, fits, is seen and may be used.
import { wrongCheckDigit } from '../../sums/index.ts';
import { practice, rule, pairRule, sheetRule, standard } from '../rule.ts';

const order = ['1FF', '2FF', '3FF', '4FF'];

export const card = [
  rule({
    id: 'card/iccid-check-digit',
    lamp: 'Card',
    looks: 'A card number whose last digit is not its check digit.',
    source: standard('ISO/IEC 7812-1 as ITU-T E.118 uses it', 'annex B', false),
    traps: [3],
    reads: ['sim.iccid'],
    codes: { 'iccid-digit': 'look' },
    find: ({ 'sim.iccid': iccid }) => {
      const wrong = wrongCheckDigit(iccid);
      return wrong === null ? [] : [{ code: 'iccid-digit', args: wrong }];
    },
    fires: { 'sim.iccid': '8999901234567890125' },
    silent: { 'sim.iccid': '8999901234567890124' },
  }),
  rule({
    id: 'card/imei-check-digit',
    lamp: 'Card',
    looks: 'An IMEI that is all zeros or whose last digit is wrong.',
    source: standard('3GPP TS 23.003', 'annex B', false),
    reads: ['modem.imei'],
    codes: { 'imei-digit': 'stop', 'imei-zero': 'stop' },
    find: ({ 'modem.imei': imei }) => {
      if (/^0+$/.test(imei)) return [{ code: 'imei-zero' }];
      const wrong = wrongCheckDigit(imei);
      return wrong === null ? [] : [{ code: 'imei-digit', args: wrong }];
    },
    fires: { 'modem.imei': '490154203237517' },
    silent: { 'modem.imei': '490154203237518' },
  }),
  rule({
    id: 'card/sim-fits-slot',
    lamp: 'Card',
    looks: 'A card that does not fit the slot, or a card planned where one is soldered in.',
    source: standard('ETSI TS 102 221', '4', true),
    traps: [1],
    reads: ['sim.size', 'modem.slot'],
    codes: { 'needs-adapter': 'fix', 'too-big': 'stop', soldered: 'stop' },
    find: ({ 'sim.size': size, 'modem.slot': slot }) => {
      const args = { card: size, slot };
      if (size === slot) return [];
      if (size === 'MFF2' || slot === 'MFF2') return [{ code: 'soldered', args }];
      return [{ code: order.indexOf(size) > order.indexOf(slot) ? 'needs-adapter' : 'too-big', args }];
    },
    fires: { 'sim.size': '2FF', 'modem.slot': '4FF' },
    silent: { 'sim.size': '3FF', 'modem.slot': '3FF' },
  }),
  rule({
    id: 'card/slot-in-use',
    lamp: 'Card',
    looks: 'A card in a slot that the modem does not use.',
    source: practice,
    traps: [2],
    reads: ['sim.slot', 'modem.slotActive'],
    codes: { 'slot-other': 'fix' },
    find: ({ 'sim.slot': slot, 'modem.slotActive': active }) => (slot === active ? [] : [{ code: 'slot-other', args: { slot, active } }]),
    fires: { 'sim.slot': 2, 'modem.slotActive': 1 },
    silent: { 'sim.slot': 1, 'modem.slotActive': 1 },
  }),
  rule({
    id: 'card/voltage-class',
    lamp: 'Card',
    looks: 'A card of another voltage than the slot.',
    source: standard('ETSI TS 102 221', '5', true),
    reads: ['sim.volts', 'modem.slotVolts'],
    codes: { 'card-volts': 'stop' },
    find: ({ 'sim.volts': of, 'modem.slotVolts': slot }) =>
      of.split('/').some((volts) => slot.split('/').includes(volts)) ? [] : [{ code: 'card-volts', args: { card: of, slot } }],
    fires: { 'sim.volts': '1.8', 'modem.slotVolts': '5' },
    silent: { 'sim.volts': '1.8', 'modem.slotVolts': '1.8/3' },
  }),
  rule({
    id: 'card/tries-left',
    lamp: 'Card',
    looks: 'A card with one PIN try left, or none.',
    source: standard('3GPP TS 31.102', 'PIN, three tries', true),
    traps: [4],
    reads: ['sim.pinTries'],
    codes: { 'tries-few': 'stop' },
    find: ({ 'sim.pinTries': left }) => (left <= 1 ? [{ code: 'tries-few', args: { left } }] : []),
    fires: { 'sim.pinTries': 1 },
    silent: { 'sim.pinTries': 3 },
  }),
  rule({
    id: 'card/pin-not-wanted',
    lamp: 'Card',
    looks: 'A PIN on the modem for a card that asks for none.',
    source: practice,
    traps: [4],
    reads: ['sim.pinOn', 'sim.pin'],
    codes: { 'pin-idle': 'look' },
    find: ({ 'sim.pinOn': on }) => (on ? [] : [{ code: 'pin-idle' }]),
    fires: { 'sim.pinOn': false, 'sim.pin': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' } },
    silent: { 'sim.pinOn': true, 'sim.pin': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' } },
  }),
  rule({
    id: 'card/active',
    lamp: 'Card',
    looks: 'A card that is not activated, suspended or used up.',
    source: practice,
    traps: [104],
    reads: ['sim.state'],
    codes: { 'card-dead': 'stop', 'card-waits': 'fix' },
    find: ({ 'sim.state': state }) =>
      state === 'suspended' || state === 'used up'
        ? [{ code: 'card-dead', args: { state } }]
        : state === 'inactive' || state === 'test'
          ? [{ code: 'card-waits', args: { state: state === 'test' ? 'in test state' : 'not activated' } }]
          : [],
    fires: { 'sim.state': 'inactive' },
    silent: { 'sim.state': 'active' },
  }),
  rule({
    id: 'card/remembers-refusal',
    lamp: 'Card',
    looks: 'A card that keeps a list of networks that refused it.',
    source: standard('3GPP TS 23.122', '3.1', true),
    traps: [116],
    reads: ['sim.forgets'],
    codes: { 'card-remembers': 'look' },
    find: ({ 'sim.forgets': remembers }) => (remembers ? [{ code: 'card-remembers' }] : []),
    fires: { 'sim.forgets': true },
    silent: { 'sim.forgets': false },
  }),
  rule({
    id: 'card/home-by-imsi',
    lamp: 'Card',
    looks: 'An IMSI that begins with another network than the card’s home.',
    source: standard('ITU-T E.212', '6', false),
    traps: [8],
    reads: ['sim.imsi', 'sim.home'],
    codes: { 'imsi-home': 'fix' },
    find: ({ 'sim.imsi': imsi, 'sim.home': home }) => {
      const network = home.replace(/\D/g, '');
      return imsi.startsWith(network) ? [] : [{ code: 'imsi-home', args: { imsi, home } }];
    },
    fires: { 'sim.imsi': '999050123456789', 'sim.home': '999-70' },
    silent: { 'sim.imsi': '999700123456789', 'sim.home': '999-70' },
  }),
  pairRule({
    id: 'card/one-card-twice',
    lamp: 'Card',
    looks: 'One card number on two SIMs of a station.',
    source: practice,
    traps: [100],
    reads: 'sim.iccid',
    codes: { 'one-card': 'stop' },
    find: (one, other) => (one === other ? [{ code: 'one-card', args: { iccid: one } }] : []),
    fires: ['8999901234567890124', '8999901234567890124'],
    silent: ['8999901234567890124', '8999900000000000014'],
  }),
  sheetRule({
    id: 'card/one-radio',
    lamp: 'Card',
    looks: 'Two cards on one radio used as if they were two paths at once.',
    source: practice,
    reads: ['modem.radioCount', 'path.modem', 'path.sim'],
    codes: { 'one-radio': 'look' },
    find: ({ bindings, of, at, key }) =>
      of('modem').flatMap(({ id }) => {
        const radios = at('modem.radioCount', id);
        const uses = bindings.paths.filter(({ modem, kind }) => modem === id && kind === 'cellular');
        const cards = new Set(uses.map(({ sim }) => sim));
        return radios === null || cards.size <= radios
          ? []
          : [{ code: 'one-radio', args: { cards: cards.size, radios }, fields: [key('modem.radioCount', id)], elements: [id] }];
      }),
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['sim', 's1m000'],
        ['sim', 's1m001'],
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: {
        'modem:m0dem0.radioCount': 1,
        'path:path00.kind': 'cellular',
        'path:path01.kind': 'cellular',
        'path:path00.sim': 's1m000',
        'path:path01.sim': 's1m001',
      },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['sim', 's1m000'],
        ['sim', 's1m001'],
        ['path', 'path00'],
        ['path', 'path01'],
      ],
      values: {
        'modem:m0dem0.radioCount': 2,
        'path:path00.kind': 'cellular',
        'path:path01.kind': 'cellular',
        'path:path00.sim': 's1m000',
        'path:path01.sim': 's1m001',
      },
    },
  }),
];
