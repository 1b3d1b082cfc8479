// Reach and the work itself: passwords, files, resets, texts that start a session, the technician's own computer.
import { showFigure } from '../../quantity/index.ts';
import { partsOf } from '../../sheet/index.ts';
import { practice, rule, sheetRule } from '../rule.ts';

/** Versions by their numbers: negative where the first is older. */
const versions = (one: string, other: string): number => {
  const [a, b] = [one, other].map((of) => (of.match(/\d+/g) ?? []).map(Number));
  for (let i = 0; i < Math.max(a?.length ?? 0, b?.length ?? 0); i++) {
    const by = (a?.[i] ?? 0) - (b?.[i] ?? 0);
    if (by !== 0) return by;
  }
  return 0;
};
const oldFirmware = (
  has: string,
  needs: string,
): readonly { code: 'firmware-old' | 'firmware-beta'; args: { has: string; needs: string } }[] => {
  if (versions(has, needs) < 0) return [{ code: 'firmware-old', args: { has, needs } }];
  return /alpha|beta|rc|test/i.test(has) ? [{ code: 'firmware-beta', args: { has, needs } }] : [];
};
const secretA = { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' };
const secretB = { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAW' };
const traits = { length: 5, alphabet: 'letters', factoryDefault: true, same: 'x' } as const;

export const reach = [
  rule({
    id: 'reach/factory-password',
    lamp: 'Reach',
    looks: 'A factory password, or a short one.',
    source: practice,
    traps: [54],
    reads: ['modem.password'],
    codes: { 'factory-password': 'fix', 'factory-password-later': 'look', 'short-password': 'look' },
    find: ({ 'modem.password': { secret } }, { traits: of, school }) => {
      const has = of(secret);
      if (has === null) return [];
      if (has.factoryDefault) return [{ code: school?.('login') === 'later' ? 'factory-password-later' : 'factory-password' }];
      return has.length < 8 ? [{ code: 'short-password', args: { length: has.length } }] : [];
    },
    fires: { 'modem.password': secretA },
    silent: { 'modem.password': secretB },
    traits,
  }),
  rule({
    id: 'reach/factory-login',
    lamp: 'Reach',
    looks: 'A factory password at a portal, router or panel.',
    source: practice,
    traps: [54],
    reads: ['login.password'],
    codes: { 'factory-password': 'fix', 'factory-password-later': 'look' },
    find: ({ 'login.password': { secret } }, { traits: of, school }) =>
      of(secret)?.factoryDefault === true ? [{ code: school?.('login') === 'later' ? 'factory-password-later' : 'factory-password' }] : [],
    fires: { 'login.password': secretA },
    silent: { 'login.password': secretB },
    traits,
  }),
  rule({
    id: 'reach/factory-user',
    lamp: 'Reach',
    looks: 'A factory user that was left beside the new one.',
    source: practice,
    traps: [54],
    reads: ['login.admin'],
    codes: { 'factory-user': 'fix' },
    find: ({ 'login.admin': there }) => (there ? [{ code: 'factory-user' }] : []),
    fires: { 'login.admin': true },
    silent: { 'login.admin': false },
  }),
  rule({
    id: 'reach/read-out-password',
    lamp: 'Reach',
    looks: 'A password with look-alikes that is read out by telephone.',
    source: practice,
    traps: [54],
    reads: ['login.readAloud', 'login.alike'],
    codes: { 'password-alike': 'look' },
    find: ({ 'login.readAloud': aloud, 'login.alike': alike }) => (aloud && alike ? [{ code: 'password-alike' }] : []),
    fires: { 'login.readAloud': true, 'login.alike': true },
    silent: { 'login.readAloud': true, 'login.alike': false },
  }),
  rule({
    id: 'reach/lost-login',
    lamp: 'Reach',
    looks: 'A lost login where only a reset helps, and no file is kept.',
    source: practice,
    traps: [106],
    reads: ['login.lost'],
    also: ['login.kept'],
    codes: { 'login-lost': 'stop' },
    find: ({ 'login.lost': lost }) => (lost ? [{ code: 'login-lost' }] : []),
    fires: { 'login.lost': true },
    silent: { 'login.lost': false },
  }),
  rule({
    id: 'reach/admin-outside',
    lamp: 'Reach',
    looks: 'An admin page that answers from outside on a public address.',
    source: practice,
    traps: [28],
    reads: ['modem.adminOutside', 'sim.addressKind'],
    also: ['modem.callers'],
    codes: { 'admin-open': 'stop' },
    find: ({ 'modem.adminOutside': open, 'sim.addressKind': kind, 'modem.callers': callers }) =>
      open && (kind === 'public' || kind === 'fixed' || kind === 'ipv6') && callers === undefined ? [{ code: 'admin-open' }] : [],
    fires: { 'modem.adminOutside': true, 'sim.addressKind': 'fixed' },
    silent: { 'modem.adminOutside': true, 'sim.addressKind': 'private' },
  }),
  rule({
    id: 'reach/clear-password',
    lamp: 'Reach',
    looks: 'Remote programming over a public path with no key.',
    source: practice,
    traps: [28],
    reads: ['unit.remoteOn', 'unit.keyBits', 'sim.addressKind'],
    codes: { 'clear-path': 'look' },
    find: ({ 'unit.remoteOn': on, 'unit.keyBits': bits, 'sim.addressKind': kind }) =>
      on && bits === 'none' && (kind === 'public' || kind === 'fixed' || kind === 'ipv6') ? [{ code: 'clear-path' }] : [],
    fires: { 'unit.remoteOn': true, 'unit.keyBits': 'none', 'sim.addressKind': 'fixed' },
    silent: { 'unit.remoteOn': true, 'unit.keyBits': '256', 'sim.addressKind': 'fixed' },
  }),
  rule({
    id: 'reach/anybody-starts',
    lamp: 'Reach',
    looks: 'Remote programming that any number may start.',
    source: practice,
    traps: [53],
    reads: ['unit.remoteOn', 'unit.startFrom'],
    codes: { 'any-number': 'fix' },
    find: ({ 'unit.remoteOn': on, 'unit.startFrom': from }) => (on && from === 'any' ? [{ code: 'any-number' }] : []),
    fires: { 'unit.remoteOn': true, 'unit.startFrom': 'any' },
    silent: { 'unit.remoteOn': true, 'unit.startFrom': 'listed' },
  }),
  rule({
    id: 'reach/card-takes-texts',
    lamp: 'Reach',
    looks: 'A start by text to a card that takes none.',
    source: practice,
    traps: [14],
    reads: ['unit.remoteOn', 'sim.texts'],
    codes: { 'no-texts': 'stop' },
    find: ({ 'unit.remoteOn': on, 'sim.texts': texts }) => (on && texts === 'none' ? [{ code: 'no-texts' }] : []),
    fires: { 'unit.remoteOn': true, 'sim.texts': 'none' },
    silent: { 'unit.remoteOn': true, 'sim.texts': 'both' },
  }),
  rule({
    id: 'reach/texts-by-portal',
    lamp: 'Reach',
    looks: 'A list of senders on a card that gets texts only from the supplier’s portal.',
    source: practice,
    traps: [105],
    reads: ['sim.texts', 'unit.startFrom'],
    codes: { 'portal-texts': 'fix' },
    find: ({ 'sim.texts': texts, 'unit.startFrom': from }) => (texts === 'portal' && from === 'listed' ? [{ code: 'portal-texts' }] : []),
    fires: { 'sim.texts': 'portal', 'unit.startFrom': 'listed' },
    silent: { 'sim.texts': 'both', 'unit.startFrom': 'listed' },
  }),
  sheetRule({
    id: 'reach/sender-listed',
    lamp: 'Reach',
    looks: 'A telephone that is to start sessions and is not on the station’s list, or withholds its number.',
    source: practice,
    traps: [53],
    reads: ['computer.phone', 'number.number', 'number.may', 'number.withheld'],
    codes: { 'sender-unlisted': 'fix', 'sender-withheld': 'fix' },
    find: ({ of, at, key }) => {
      const phone = at('computer.phone');
      const listed = of('number').filter(({ id }) => at('number.may', id) !== 'told' && at('number.number', id) !== null);
      if (phone === null || listed.length === 0) return [];
      const mine = listed.find(({ id }) => at('number.number', id) === phone);
      if (mine === undefined)
        return [
          {
            code: 'sender-unlisted',
            args: { phone },
            fields: [key('computer.phone'), ...listed.map(({ id }) => key('number.number', id))],
          },
        ];
      return at('number.withheld', mine.id) === false
        ? [{ code: 'sender-withheld', args: { phone }, fields: [key('number.withheld', mine.id)], elements: [mine.id] }]
        : [];
    },
    fires: {
      elements: [['number', 'nmbr00']],
      values: { 'computer.phone': '+447700900123', 'number:nmbr00.number': '+447700900456', 'number:nmbr00.may': 'both' },
    },
    silent: {
      elements: [['number', 'nmbr00']],
      values: { 'computer.phone': '+447700900123', 'number:nmbr00.number': '+447700900123', 'number:nmbr00.may': 'both' },
    },
  }),
  rule({
    id: 'reach/firmware-enough',
    lamp: 'Reach',
    looks: 'Firmware of the modem older than what is needed, or a trial version.',
    source: practice,
    traps: [49],
    reads: ['modem.firmware', 'modem.firmwareLeast'],
    codes: { 'firmware-old': 'fix', 'firmware-beta': 'look' },
    find: ({ 'modem.firmware': has, 'modem.firmwareLeast': needs }) => oldFirmware(has, needs),
    fires: { 'modem.firmware': '4.9.2', 'modem.firmwareLeast': '4.10' },
    silent: { 'modem.firmware': '4.10.1', 'modem.firmwareLeast': '4.10' },
  }),
  rule({
    id: 'reach/unit-firmware-enough',
    lamp: 'Reach',
    looks: 'The same for the unit.',
    source: practice,
    traps: [49],
    reads: ['unit.firmware', 'unit.firmwareLeast'],
    codes: { 'firmware-old': 'fix', 'firmware-beta': 'look' },
    find: ({ 'unit.firmware': has, 'unit.firmwareLeast': needs }) => oldFirmware(has, needs),
    fires: { 'unit.firmware': '2.0-beta', 'unit.firmwareLeast': '2.0' },
    silent: { 'unit.firmware': '2.1', 'unit.firmwareLeast': '2.0' },
  }),
  rule({
    id: 'reach/read-before-write',
    lamp: 'Reach',
    looks: 'A unit that was written without having been read.',
    source: practice,
    traps: [47],
    reads: ['unit.fileRead'],
    codes: { 'written-blind': 'fix' },
    find: ({ 'unit.fileRead': read }) => (read ? [] : [{ code: 'written-blind' }]),
    fires: { 'unit.fileRead': false },
    silent: { 'unit.fileRead': true },
  }),
  rule({
    id: 'reach/file-before-reset',
    lamp: 'Reach',
    looks: 'A used modem with no saved file, which a reset would wipe.',
    source: practice,
    traps: [48],
    reads: ['modem.used', 'modem.file'],
    codes: { 'no-file': 'stop' },
    find: ({ 'modem.used': used, 'modem.file': file }) => (used && !file ? [{ code: 'no-file' }] : []),
    fires: { 'modem.used': true, 'modem.file': false },
    silent: { 'modem.used': true, 'modem.file': true },
  }),
  rule({
    id: 'reach/fits-window',
    lamp: 'Reach',
    looks: 'More typing than the set-up window has time for.',
    source: practice,
    traps: [50],
    reads: ['unit.setupWork', 'unit.setupWindow'],
    codes: { 'window-short': 'fix' },
    find: ({ 'unit.setupWork': work, 'unit.setupWindow': window }) =>
      work > window ? [{ code: 'window-short', args: { work: showFigure(work, 'ms'), window: showFigure(window, 'ms') } }] : [],
    fires: { 'unit.setupWork': 420_000, 'unit.setupWindow': 300_000 },
    silent: { 'unit.setupWork': 120_000, 'unit.setupWindow': 300_000 },
  }),
  rule({
    id: 'reach/setup-network-drops',
    lamp: 'Reach',
    looks: 'A laptop or telephone that leaves the set-up network because it has no internet.',
    source: practice,
    traps: [103],
    reads: ['computer.wifiLeft'],
    codes: { 'setup-drops': 'look' },
    find: ({ 'computer.wifiLeft': drops }) => (drops ? [{ code: 'setup-drops' }] : []),
    fires: { 'computer.wifiLeft': true },
    silent: { 'computer.wifiLeft': false },
  }),
  rule({
    id: 'reach/wifi-off-in-test',
    lamp: 'Reach',
    looks: 'A computer on Wi-Fi during a path test.',
    source: practice,
    traps: [107],
    reads: ['computer.wifiOn'],
    codes: { 'wifi-on': 'look' },
    find: ({ 'computer.wifiOn': on }) => (on ? [{ code: 'wifi-on' }] : []),
    fires: { 'computer.wifiOn': true },
    silent: { 'computer.wifiOn': false },
  }),
  rule({
    id: 'reach/address-put-back',
    lamp: 'Reach',
    looks: 'A computer whose own address was not put back.',
    source: practice,
    traps: [107],
    reads: ['computer.putBack'],
    codes: { 'address-left': 'look' },
    find: ({ 'computer.putBack': back }) => (back ? [] : [{ code: 'address-left' }]),
    fires: { 'computer.putBack': false },
    silent: { 'computer.putBack': true },
  }),
  rule({
    id: 'reach/senders-listed',
    school: { question: 'starts', of: ['listed'] },
    lamp: 'Reach',
    looks: 'More senders than two technicians on the modem’s list.',
    source: practice,
    reads: ['modem.callers'],
    codes: { 'many-callers': 'look' },
    find: ({ 'modem.callers': callers }) =>
      partsOf(callers).length > 5 ? [{ code: 'many-callers', args: { count: partsOf(callers).length } }] : [],
    fires: { 'modem.callers': '1, 2, 3, 4, 5, 6' },
    silent: { 'modem.callers': '1, 2' },
  }),
];
