// What a unit does by itself: when it calls and whom, what it keeps, its key, its events, its codes and claims.
import { showFigure } from '../../quantity/index.ts';
import { isSecret } from '../../sheet/index.ts';
import { ours, pairRule, practice, rule, sheetRule, standard } from '../rule.ts';

const first = { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' };
const second = { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAW' };
const plain = (text: string | null): string => (text ?? '').trim().toLowerCase();
/** Length of a key as it is typed: in hexadecimal digits, or in characters. */
const keyLengths = (bits: number): readonly number[] => [bits / 4, bits / 8];

export const unit = [
  rule({
    id: 'call/events-call',
    lamp: 'Call',
    looks: 'A unit that calls by its timer alone, and events that the desk waits for.',
    source: practice,
    traps: [69],
    reads: ['unit.trigger', 'event.sent'],
    codes: { 'events-wait': 'fix' },
    find: ({ 'unit.trigger': when, 'event.sent': sent }) => (when === 'timer' && sent ? [{ code: 'events-wait' }] : []),
    fires: { 'unit.trigger': 'timer', 'event.sent': true },
    silent: { 'unit.trigger': 'both', 'event.sent': true },
  }),
  rule({
    id: 'call/memory-ends',
    lamp: 'Call',
    looks: 'A memory that stops when it is full, so that the newest is lost.',
    source: practice,
    traps: [114],
    reads: ['unit.recording'],
    codes: { 'recording-stops': 'look' },
    find: ({ 'unit.recording': mode }) => (mode === 'stop' ? [{ code: 'recording-stops' }] : []),
    fires: { 'unit.recording': 'stop' },
    silent: { 'unit.recording': 'ring' },
  }),
  rule({
    id: 'call/piece-in-units-session',
    lamp: 'Call',
    looks: 'A piece that never gets through in one session of the unit.',
    source: ours('ten bits a byte on the serial line; the net rate is at most that'),
    traps: [43],
    reads: ['unit.piece', 'unit.sessionLimit', 'link.unitSpeed'],
    codes: { 'piece-outlasts-unit': 'stop' },
    find: ({ 'unit.piece': piece, 'unit.sessionLimit': limit, 'link.unitSpeed': speed }) => {
      const through = Math.floor((Number(speed) / 10) * (limit / 1000));
      return piece > through ? [{ code: 'piece-outlasts-unit', args: { piece, through, limit: showFigure(limit, 'ms'), speed } }] : [];
    },
    fires: { 'unit.piece': 288_001, 'unit.sessionLimit': 300_000, 'link.unitSpeed': '9600' },
    silent: { 'unit.piece': 288_000, 'unit.sessionLimit': 300_000, 'link.unitSpeed': '9600' },
  }),
  rule({
    id: 'route/octets-as-wanted',
    lamp: 'Route',
    looks: 'An address that has to be typed with three digits an octet.',
    source: practice,
    traps: [20],
    reads: ['unit.octets', 'unit.deskHost'],
    codes: { 'type-three-digits': 'look' },
    find: ({ 'unit.octets': as, 'unit.deskHost': host }) => {
      const octets = host.split('.');
      const numeric = octets.length === 4 && octets.every((octet) => /^\d{1,3}$/.test(octet));
      return as === 'three' && numeric && octets.some((octet) => octet.length < 3)
        ? [{ code: 'type-three-digits', args: { host, typed: octets.map((octet) => octet.padStart(3, '0')).join('.') } }]
        : [];
    },
    fires: { 'unit.octets': 'three', 'unit.deskHost': '198.51.100.7' },
    silent: { 'unit.octets': 'three', 'unit.deskHost': 'desk.varrow.example' },
  }),
  rule({
    id: 'reach/unit-file-saved',
    lamp: 'Reach',
    looks: 'A unit whose settings file was not saved before anything else.',
    source: practice,
    traps: [48],
    reads: ['unit.file'],
    codes: { 'unit-file-missing': 'look', 'unit-file-missing-reset': 'stop' },
    find: ({ 'unit.file': saved }, { school }) =>
      saved ? [] : [{ code: school?.('reset') === 'always' ? 'unit-file-missing-reset' : 'unit-file-missing' }],
    fires: { 'unit.file': false },
    silent: { 'unit.file': true },
  }),
  rule({
    id: 'route/key-length',
    lamp: 'Route',
    looks: 'A key that is not as long as its cipher wants.',
    source: standard('NIST FIPS 197', 'key lengths of 128, 192 and 256 bits'),
    traps: [27],
    reads: ['unit.key', 'unit.keyBits'],
    codes: { 'key-length': 'stop', 'key-unused': 'look' },
    find: ({ 'unit.key': { secret }, 'unit.keyBits': bits }, { traits }) => {
      const has = traits(secret);
      if (has === null) return [];
      if (bits === 'none') return [{ code: 'key-unused' }];
      const fit = keyLengths(Number(bits));
      return fit.includes(has.length) ? [] : [{ code: 'key-length', args: { length: has.length, bits, fit: fit.join(' or ') } }];
    },
    fires: { 'unit.key': first, 'unit.keyBits': '192' },
    silent: { 'unit.key': first, 'unit.keyBits': '128' },
    traits: { length: 32, alphabet: 'mixed', factoryDefault: false, same: 'x' },
  }),
  sheetRule({
    id: 'reach/codes-of-their-own',
    lamp: 'Reach',
    looks: 'One code for two people, a factory code, or a code for a badge.',
    source: practice,
    traps: [54],
    reads: ['code.value', 'code.kind'],
    codes: { 'code-shared': 'fix', 'code-factory': 'fix', 'badge-with-code': 'look' },
    find: ({ of, at, key }, { traits }) => {
      const codes = of('code').flatMap(({ id }) => {
        const value = at('code.value', id);
        return isSecret(value) ? [{ id, has: traits(value.secret), kind: at('code.kind', id) }] : [];
      });
      const shared = codes.filter(
        (one) => one.has !== null && codes.some((other) => other.id !== one.id && other.has?.same === one.has?.same),
      );
      const said = <C extends string>(code: C, ids: readonly (typeof codes)[number][]) =>
        ids.length === 0 ? [] : [{ code, fields: ids.map(({ id }) => key('code.value', id)), elements: ids.map(({ id }) => id) }];
      return [
        ...said('code-shared', shared),
        ...codes.flatMap((one) => (one.has?.factoryDefault === true ? said('code-factory', [one]) : [])),
        ...codes.flatMap((one) => (one.kind === 'badge' ? said('badge-with-code', [one]) : [])),
      ];
    },
    fires: { elements: [['code', 'cd0000']], values: { 'code:cd0000.value': first, 'code:cd0000.kind': 'badge' } },
    silent: { elements: [['code', 'cd0000']], values: { 'code:cd0000.value': second, 'code:cd0000.kind': 'code' } },
  }),
  pairRule({
    id: 'call/one-event-once',
    lamp: 'Call',
    looks: 'One event that stands on the sheet twice.',
    source: practice,
    traps: [69],
    reads: 'event.kind',
    codes: { 'event-twice': 'look' },
    find: (one, other) => (plain(one) === plain(other) ? [{ code: 'event-twice', args: { event: one } }] : []),
    fires: ['float high', 'Float high'],
    silent: ['float high', 'float low'],
  }),
  rule({
    id: 'call/event-ends',
    lamp: 'Call',
    looks: 'An event that is sent and whose end is not.',
    source: practice,
    traps: [69],
    reads: ['event.restoral', 'event.sent'],
    codes: { 'event-never-ends': 'look' },
    find: ({ 'event.restoral': ends, 'event.sent': sent }) => (sent && !ends ? [{ code: 'event-never-ends' }] : []),
    fires: { 'event.restoral': false, 'event.sent': true },
    silent: { 'event.restoral': true, 'event.sent': true },
  }),
  sheetRule({
    id: 'call/claimed-by-the-team',
    lamp: 'Call',
    looks: 'Two devices claimed at one portal under different accounts.',
    source: practice,
    traps: [55],
    reads: ['claim.account', 'claim.portal'],
    codes: { 'claims-apart': 'fix' },
    find: ({ of, at, key }) => {
      const claims = of('claim').map(({ id }) => ({ id, portal: plain(at('claim.portal', id)), account: plain(at('claim.account', id)) }));
      const other = claims.find(
        (one) => one.account !== '' && claims.some((two) => two.portal === one.portal && two.account !== '' && two.account !== one.account),
      );
      return other === undefined
        ? []
        : [
            {
              code: 'claims-apart',
              args: { accounts: [...new Set(claims.filter((one) => one.portal === other.portal).map((one) => one.account))].join(' and ') },
              fields: claims.map(({ id }) => key('claim.account', id)),
            },
          ];
    },
    fires: {
      elements: [
        ['claim', 'c1a1m0'],
        ['claim', 'c1a1m1'],
      ],
      values: {
        'claim:c1a1m0.portal': 'p',
        'claim:c1a1m1.portal': 'p',
        'claim:c1a1m0.account': 'ines@varrow.example',
        'claim:c1a1m1.account': 'team@varrow.example',
      },
    },
    silent: {
      elements: [
        ['claim', 'c1a1m0'],
        ['claim', 'c1a1m1'],
      ],
      values: {
        'claim:c1a1m0.portal': 'p',
        'claim:c1a1m1.portal': 'p',
        'claim:c1a1m0.account': 'team@varrow.example',
        'claim:c1a1m1.account': 'Team@varrow.example',
      },
    },
  }),
  sheetRule({
    id: 'reach/wakes-to-programming-port',
    lamp: 'Reach',
    looks: 'A start message that sends the unit to the port of the events.',
    source: practice,
    traps: [19, 23],
    reads: ['unit.maintenancePort', 'unit.maintenanceHost', 'receiver.port', 'receiver.role'],
    codes: { 'wakes-to-events': 'stop' },
    find: ({ of, at, key }) =>
      of('unit').flatMap(({ id }) => {
        const port = at('unit.maintenancePort', id);
        const receivers = of('receiver').filter((one) => at('receiver.port', one.id) === port && port !== null);
        return receivers.length > 0 && receivers.every((one) => at('receiver.role', one.id) !== 'maintenance')
          ? [
              {
                code: 'wakes-to-events',
                args: { port },
                fields: [key('unit.maintenancePort', id), ...receivers.map((one) => key('receiver.port', one.id))],
                elements: [id],
              },
            ]
          : [];
      }),
    fires: {
      elements: [
        ['unit', 'vn1t00'],
        ['receiver', 'recv00'],
      ],
      values: { 'unit:vn1t00.maintenancePort': 4110, 'receiver:recv00.port': 4110, 'receiver:recv00.role': 'primary' },
    },
    silent: {
      elements: [
        ['unit', 'vn1t00'],
        ['receiver', 'recv00'],
      ],
      values: { 'unit:vn1t00.maintenancePort': 4110, 'receiver:recv00.port': 4110, 'receiver:recv00.role': 'maintenance' },
    },
  }),
  sheetRule({
    id: 'reach/wakes-to-this-desk',
    lamp: 'Reach',
    looks: 'A start message that sends the unit to a port on which this desk takes no programming session, nor is it forwarded there.',
    source: practice,
    traps: [23, 24],
    reads: ['unit.maintenancePort', 'unit.remoteOn', 'forward.outer', 'forward.inner', 'desk.whose'],
    codes: { 'wakes-elsewhere': 'fix' },
    find: ({ of, at, key }, { here }) => {
      const wanted = here?.programming;
      if (wanted === undefined || (at('desk.whose') ?? 'ours') !== 'ours') return [];
      const led = of('forward').flatMap(({ id }) => (at('forward.inner', id) === wanted ? [at('forward.outer', id)] : []));
      return of('unit').flatMap(({ id }) => {
        const port = at('unit.maintenancePort', id);
        return port === null || at('unit.remoteOn', id) === false || port === wanted || led.includes(port)
          ? []
          : [{ code: 'wakes-elsewhere' as const, args: { port, wanted }, fields: [key('unit.maintenancePort', id)], elements: [id] }];
      });
    },
    fires: { elements: [['unit', 'vn1t00']], values: { 'unit:vn1t00.maintenancePort': 4111 } },
    silent: {
      elements: [
        ['unit', 'vn1t00'],
        ['forward', 'fwd000'],
      ],
      values: { 'unit:vn1t00.maintenancePort': 4111, 'forward:fwd000.outer': 4111, 'forward:fwd000.inner': 4112 },
    },
    here: { addresses: [], networks: [], outside: [], hidden: false, testPaths: false, programming: 4112 },
  }),
];
