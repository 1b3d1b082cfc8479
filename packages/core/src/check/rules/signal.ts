// The signal: aerials, sockets, plugs, and Wi-Fi networks.
import { practice, rule, sheetRule } from '../rule.ts';

export const signal = [
  rule({
    id: 'signal/plug-fits',
    lamp: 'Signal',
    looks: 'An aerial whose plug does not fit the socket without an adapter.',
    source: practice,
    traps: [60],
    reads: ['antenna.connector', 'antenna.plug'],
    also: ['antenna.adapter'],
    codes: { 'aerial-adapter': 'fix' },
    find: ({ 'antenna.connector': socket, 'antenna.plug': plug, 'antenna.adapter': adapter }) =>
      socket === plug || adapter === true ? [] : [{ code: 'aerial-adapter', args: { socket, plug } }],
    fires: { 'antenna.connector': 'U.FL', 'antenna.plug': 'SMA' },
    silent: { 'antenna.connector': 'SMA', 'antenna.plug': 'SMA' },
  }),
  rule({
    id: 'signal/genders-join',
    lamp: 'Signal',
    looks: 'Two of one gender at an aerial socket.',
    source: practice,
    traps: [60],
    reads: ['antenna.gender', 'antenna.plugGender'],
    codes: { 'aerial-gender': 'fix' },
    find: ({ 'antenna.gender': socket, 'antenna.plugGender': plug }) =>
      socket === plug ? [{ code: 'aerial-gender', args: { socket } }] : [],
    fires: { 'antenna.gender': 'female', 'antenna.plugGender': 'female' },
    silent: { 'antenna.gender': 'female', 'antenna.plugGender': 'male' },
  }),
  rule({
    id: 'signal/impedance',
    lamp: 'Signal',
    looks: 'An aerial of 75 Ω.',
    source: practice,
    traps: [60],
    reads: ['antenna.ohms'],
    codes: { 'aerial-ohms': 'fix' },
    find: ({ 'antenna.ohms': ohms }) => (ohms === '75' ? [{ code: 'aerial-ohms' }] : []),
    fires: { 'antenna.ohms': '75' },
    silent: { 'antenna.ohms': '50' },
  }),
  rule({
    id: 'signal/cap-off',
    lamp: 'Signal',
    looks: 'A cap left on a socket or aerial.',
    source: practice,
    traps: [60],
    reads: ['antenna.capOff'],
    codes: { 'cap-on': 'stop' },
    find: ({ 'antenna.capOff': off }) => (off ? [] : [{ code: 'cap-on' }]),
    fires: { 'antenna.capOff': false },
    silent: { 'antenna.capOff': true },
  }),
  sheetRule({
    id: 'signal/main-socket-first',
    lamp: 'Signal',
    looks: 'A modem’s only aerial on another socket than the main one.',
    source: practice,
    traps: [60],
    reads: ['antenna.socket', 'antenna.modem'],
    codes: { 'socket-other': 'stop' },
    find: ({ of, at, key }) =>
      of('modem').flatMap(({ id: modem }) => {
        const own = of('antenna').filter(({ id }) => (at('antenna.modem', id) ?? (of('modem').length === 1 ? modem : null)) === modem);
        const sockets = own.map(({ id }) => at('antenna.socket', id));
        const [first] = own;
        return first === undefined || sockets.some((socket) => socket === null || socket === 'main')
          ? []
          : [
              {
                code: 'socket-other',
                args: { socket: sockets[0] ?? '' },
                fields: own.map(({ id }) => key('antenna.socket', id)),
                elements: [modem],
              },
            ];
      }),
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['antenna', 'aer000'],
      ],
      values: { 'antenna:aer000.socket': 'diversity' },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['antenna', 'aer000'],
      ],
      values: { 'antenna:aer000.socket': 'main' },
    },
  }),
  rule({
    id: 'signal/stub-in-metal',
    lamp: 'Signal',
    looks: 'A stub aerial in a metal box.',
    source: practice,
    traps: [61],
    reads: ['antenna.kind', 'site.boxMetal'],
    codes: { 'stub-in-metal': 'fix' },
    find: ({ 'antenna.kind': kind, 'site.boxMetal': metal }) =>
      (kind === 'stub' || kind === 'embedded') && metal ? [{ code: 'stub-in-metal' }] : [],
    fires: { 'antenna.kind': 'stub', 'site.boxMetal': true },
    silent: { 'antenna.kind': 'magnet', 'site.boxMetal': true },
  }),
  rule({
    id: 'signal/strongest-network',
    lamp: 'Signal',
    looks: 'A Wi-Fi network chosen although another is stronger.',
    source: practice,
    traps: [59],
    reads: ['wifi.chosenLevel', 'wifi.otherLevel'],
    codes: { 'weaker-chosen': 'look' },
    find: ({ 'wifi.chosenLevel': chosen, 'wifi.otherLevel': other }) =>
      chosen < other ? [{ code: 'weaker-chosen', args: { chosen, other } }] : [],
    fires: { 'wifi.chosenLevel': -85, 'wifi.otherLevel': -45 },
    silent: { 'wifi.chosenLevel': -45, 'wifi.otherLevel': -85 },
  }),
  rule({
    id: 'signal/scan-from-place',
    lamp: 'Signal',
    looks: 'A Wi-Fi scan from elsewhere than where the box will be.',
    source: practice,
    traps: [59],
    reads: ['wifi.scannedAt'],
    codes: { 'scan-elsewhere': 'look' },
    find: ({ 'wifi.scannedAt': at }) => (at === 'elsewhere' ? [{ code: 'scan-elsewhere' }] : []),
    fires: { 'wifi.scannedAt': 'elsewhere' },
    silent: { 'wifi.scannedAt': 'place' },
  }),
  rule({
    id: 'signal/wifi-band',
    lamp: 'Signal',
    looks: 'A network on 5 GHz for a device that only knows 2.4.',
    source: practice,
    reads: ['wifi.band', 'wifi.deviceBands'],
    codes: { 'wifi-deaf': 'stop' },
    find: ({ 'wifi.band': band, 'wifi.deviceBands': has }) => (band === '5' && has === '2.4' ? [{ code: 'wifi-deaf' }] : []),
    fires: { 'wifi.band': '5', 'wifi.deviceBands': '2.4' },
    silent: { 'wifi.band': 'both', 'wifi.deviceBands': '2.4' },
  }),
];
