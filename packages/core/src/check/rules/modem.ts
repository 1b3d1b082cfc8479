// What a modem does by itself: at power-up, on its control lines, with its timers, and where it calls.
import type { ElementId, SettingKey } from '../../name/index.ts';
import { showFigure } from '../../quantity/index.ts';
import { type OneFound, ours, practice, rule, sheetRule, standard } from '../rule.ts';

/** The character on which a packet closes, as people write it: CR, LF, 13, 0D, \n. Null for one of none of these forms. */
const charOf = (typed: string): 'CR' | 'LF' | 'other' => {
  const plain = typed.trim().toUpperCase();
  if (['CR', '\\R', '13', '0D', '0X0D', '<CR>'].includes(plain)) return 'CR';
  return ['LF', '\\N', '10', '0A', '0X0A', '<LF>'].includes(plain) ? 'LF' : 'other';
};

export const modem = [
  sheetRule({
    id: 'route/modem-destination',
    lamp: 'Route',
    looks: 'A modem whose own destination is no receiver’s host and port.',
    source: practice,
    traps: [23, 24],
    reads: ['modem.host', 'modem.port', 'receiver.host', 'receiver.port'],
    codes: { 'modem-host-differs': 'stop', 'modem-port-differs': 'stop' },
    find: ({ of, at, key }) =>
      of('modem').flatMap(
        ({ id }): (OneFound<'modem-host-differs' | 'modem-port-differs'> & { fields: SettingKey[]; elements: ElementId[] })[] => {
          const [host, port] = [at('modem.host', id), at('modem.port', id)];
          const receivers = of('receiver').map((one) => ({
            id: one.id,
            host: at('receiver.host', one.id),
            port: at('receiver.port', one.id),
          }));
          const named = receivers.filter((one) => one.host !== null && one.host !== '');
          if (host === null || host === '' || named.length === 0) return [];
          const same = named.filter((one) => one.host?.trim().toLowerCase() === host.trim().toLowerCase());
          const elements = [id];
          if (same.length === 0)
            return [
              {
                code: 'modem-host-differs' as const,
                args: { host, hosts: named.map((one) => one.host).join(', ') },
                fields: [key('modem.host', id)],
                elements,
              },
            ];
          const ports = same.flatMap((one) => one.port ?? []);
          return port === null || ports.length === 0 || ports.includes(port)
            ? []
            : [
                {
                  code: 'modem-port-differs' as const,
                  args: { port, ports: ports.join(', '), host },
                  fields: [key('modem.port', id)],
                  elements,
                },
              ];
        },
      ),
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['receiver', 'recv00'],
      ],
      values: {
        'modem:m0dem0.host': 'desk.varrow.example',
        'modem:m0dem0.port': 4101,
        'receiver:recv00.host': 'desk.varrow.example',
        'receiver:recv00.port': 4110,
      },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['receiver', 'recv00'],
      ],
      values: {
        'modem:m0dem0.host': 'Desk.varrow.example',
        'modem:m0dem0.port': 4110,
        'receiver:recv00.host': 'desk.varrow.example',
        'receiver:recv00.port': 4110,
      },
    },
  }),
  rule({
    id: 'call/call-seen-to-end',
    lamp: 'Call',
    looks: 'DTR ignored and DCD always on: neither side sees that a call has ended.',
    source: standard('ITU-T V.24', 'circuits 108 and 109'),
    traps: [37],
    reads: ['modem.dtr', 'modem.dcd'],
    codes: { 'call-never-ends': 'fix' },
    find: ({ 'modem.dtr': dtr, 'modem.dcd': dcd }) => (dtr === 'ignored' && dcd === 'always' ? [{ code: 'call-never-ends' }] : []),
    fires: { 'modem.dtr': 'ignored', 'modem.dcd': 'always' },
    silent: { 'modem.dtr': 'ignored', 'modem.dcd': 'call' },
  }),
  rule({
    id: 'inputs/ready-line',
    lamp: 'Inputs',
    looks: 'A ready line that a cable of three wires does not carry.',
    source: standard('TIA-574', 'pin numbers'),
    traps: [37],
    reads: ['modem.dsr', 'link.wires'],
    codes: { 'no-dsr-wire': 'look' },
    find: ({ 'modem.dsr': dsr, 'link.wires': wires }) => (dsr !== 'always' && wires < 6 ? [{ code: 'no-dsr-wire', args: { wires } }] : []),
    fires: { 'modem.dsr': 'ready', 'link.wires': 5 },
    silent: { 'modem.dsr': 'ready', 'link.wires': 6 },
  }),
  rule({
    id: 'call/keepalive-counts',
    lamp: 'Call',
    looks: 'A keepalive that does not count as traffic on this modem, in a session that the idle limit ends.',
    source: practice,
    traps: [42],
    reads: ['modem.keepaliveOn', 'modem.keepalive', 'modem.idleLimit'],
    codes: { 'keepalive-idle': 'fix' },
    find: ({ 'modem.keepaliveOn': on, 'modem.keepalive': every, 'modem.idleLimit': idle }, { idleIgnoresKeepalive }) =>
      on && idleIgnoresKeepalive === true && every >= idle
        ? [{ code: 'keepalive-idle', args: { every: showFigure(every, 'ms'), idle: showFigure(idle, 'ms') } }]
        : [],
    fires: { 'modem.keepaliveOn': true, 'modem.keepalive': 120_000, 'modem.idleLimit': 120_000 },
    silent: { 'modem.keepaliveOn': true, 'modem.keepalive': 119_000, 'modem.idleLimit': 120_000 },
    idleIgnoresKeepalive: true,
  }),
  rule({
    id: 'call/unit-ends-first',
    lamp: 'Call',
    looks: 'A session on the modem that is longer than the unit’s own limit.',
    source: practice,
    traps: [42, 43],
    reads: ['modem.sessionLimit', 'unit.sessionLimit'],
    codes: { 'unit-ends-first': 'fix' },
    find: ({ 'modem.sessionLimit': modem, 'unit.sessionLimit': unit }) =>
      modem > unit ? [{ code: 'unit-ends-first', args: { modem: showFigure(modem, 'ms'), unit: showFigure(unit, 'ms') } }] : [],
    fires: { 'modem.sessionLimit': 301_000, 'unit.sessionLimit': 300_000 },
    silent: { 'modem.sessionLimit': 300_000, 'unit.sessionLimit': 300_000 },
  }),
  rule({
    id: 'call/after-power-failure',
    lamp: 'Call',
    looks: 'A modem that waits or only listens after a power failure, on a path over which the unit calls.',
    source: practice,
    traps: [77],
    reads: ['modem.powerUp', 'path.direction'],
    codes: { 'waits-after-power': 'fix' },
    find: ({ 'modem.powerUp': does, 'path.direction': by }) =>
      does === 'listen' && by === 'unit'
        ? [{ code: 'waits-after-power', args: { does: 'listens' } }]
        : does === 'wait' && by !== 'unit'
          ? [{ code: 'waits-after-power', args: { does: 'waits' } }]
          : [],
    fires: { 'modem.powerUp': 'wait', 'path.direction': 'desk' },
    silent: { 'modem.powerUp': 'listen', 'path.direction': 'desk' },
  }),
  rule({
    id: 'inputs/serial-port-on',
    lamp: 'Inputs',
    looks: 'A serial link to a modem whose serial port is off.',
    source: practice,
    traps: [112],
    reads: ['modem.serialOn', 'link.modemSpeed'],
    codes: { 'serial-off': 'stop' },
    find: ({ 'modem.serialOn': on }) => (on ? [] : [{ code: 'serial-off' }]),
    fires: { 'modem.serialOn': false, 'link.modemSpeed': '9600' },
    silent: { 'modem.serialOn': true, 'link.modemSpeed': '9600' },
  }),
  rule({
    id: 'inputs/results-understood',
    lamp: 'Inputs',
    looks: 'Results that a dialler does not know: digits, or more words than CONNECT alone.',
    source: standard('ITU-T V.250', '6.2.6 and 6.2.7'),
    traps: [38],
    reads: ['modem.results'],
    also: ['modem.progress'],
    codes: { 'results-digits': 'look', 'progress-many': 'look' },
    find: ({ 'modem.results': as, 'modem.progress': progress }) => [
      ...(as === 'digits' ? [{ code: 'results-digits' as const }] : []),
      ...(progress !== undefined && progress > 1 ? [{ code: 'progress-many' as const, args: { progress } }] : []),
    ],
    fires: { 'modem.results': 'digits', 'modem.progress': 2 },
    silent: { 'modem.results': 'words', 'modem.progress': 1 },
  }),
  rule({
    id: 'inputs/reset-command',
    lamp: 'Inputs',
    looks: 'A modem that obeys the reset command of its unit.',
    source: practice,
    reads: ['modem.resetObeyed'],
    codes: { 'reset-obeyed': 'look' },
    find: ({ 'modem.resetObeyed': obeyed }) => (obeyed ? [{ code: 'reset-obeyed' }] : []),
    fires: { 'modem.resetObeyed': true },
    silent: { 'modem.resetObeyed': false },
  }),
  rule({
    id: 'route/dialled-or-set',
    lamp: 'Route',
    looks: 'Two destinations: one that is set, and one that the unit dials.',
    source: practice,
    traps: [22],
    reads: ['modem.dialAsAddress', 'modem.host'],
    codes: { 'two-destinations': 'look' },
    find: ({ 'modem.dialAsAddress': dials, 'modem.host': host }) => (dials ? [{ code: 'two-destinations', args: { host } }] : []),
    fires: { 'modem.dialAsAddress': true, 'modem.host': 'desk.varrow.example' },
    silent: { 'modem.dialAsAddress': false, 'modem.host': 'desk.varrow.example' },
  }),
  rule({
    id: 'inputs/packet-closes-at-line-end',
    lamp: 'Inputs',
    looks: 'A character that closes a packet and is not the last of the line end.',
    source: practice,
    traps: [40],
    reads: ['modem.gatherChar', 'modem.lineEnd'],
    codes: { 'packet-closes-early': 'look' },
    find: ({ 'modem.gatherChar': char, 'modem.lineEnd': end }) =>
      charOf(char) === (end === 'CR' ? 'CR' : 'LF') ? [] : [{ code: 'packet-closes-early', args: { char, end } }],
    fires: { 'modem.gatherChar': 'CR', 'modem.lineEnd': 'CRLF' },
    silent: { 'modem.gatherChar': '0A', 'modem.lineEnd': 'CRLF' },
  }),
  rule({
    id: 'call/connect-limit',
    lamp: 'Call',
    looks: 'A connect limit shorter than a connection takes, or one that outlasts the session.',
    source: practice,
    reads: ['modem.connectLimit'],
    also: ['modem.sessionLimit'],
    codes: { 'connect-short': 'look', 'connect-outlasts': 'fix' },
    find: ({ 'modem.connectLimit': limit, 'modem.sessionLimit': session }) => [
      ...(limit < 15_000 ? [{ code: 'connect-short' as const, args: { limit: showFigure(limit, 'ms') } }] : []),
      ...(session !== undefined && limit >= session
        ? [{ code: 'connect-outlasts' as const, args: { limit: showFigure(limit, 'ms'), session: showFigure(session, 'ms') } }]
        : []),
    ],
    fires: { 'modem.connectLimit': 14_999, 'modem.sessionLimit': 14_999 },
    silent: { 'modem.connectLimit': 15_000, 'modem.sessionLimit': 1_800_000 },
  }),
  rule({
    id: 'call/answer-in-time',
    lamp: 'Call',
    looks: 'A connect answer that comes after the connect limit.',
    source: practice,
    reads: ['modem.answerDelay', 'modem.connectLimit'],
    codes: { 'answer-late': 'fix' },
    find: ({ 'modem.answerDelay': delay, 'modem.connectLimit': limit }) =>
      delay >= limit ? [{ code: 'answer-late', args: { delay: showFigure(delay, 'ms'), limit: showFigure(limit, 'ms') } }] : [],
    fires: { 'modem.answerDelay': 30_000, 'modem.connectLimit': 30_000 },
    silent: { 'modem.answerDelay': 29_999, 'modem.connectLimit': 30_000 },
  }),
  rule({
    id: 'call/says-who-it-is',
    lamp: 'Call',
    looks: 'A modem that is to say a text and has none, or has one that it never says.',
    source: practice,
    reads: ['modem.identity'],
    also: ['modem.identityText'],
    codes: { 'identity-empty': 'fix', 'identity-inert': 'look' },
    find: ({ 'modem.identity': says, 'modem.identityText': text }) =>
      says === 'text' && text === undefined
        ? [{ code: 'identity-empty' }]
        : says !== 'text' && text !== undefined
          ? [{ code: 'identity-inert', args: { text } }]
          : [],
    fires: { 'modem.identity': 'text' },
    silent: { 'modem.identity': 'text', 'modem.identityText': 'KILN 2' },
  }),
  rule({
    id: 'call/rate-carries-events',
    lamp: 'Call',
    looks: 'Less gets through than the events of an hour need.',
    source: ours('eight bits a byte, and a third of the rate left for everything else'),
    traps: [90],
    reads: ['modem.rateDown', 'unit.eventsHour', 'unit.eventBytes'],
    codes: { 'rate-short': 'fix' },
    find: ({ 'modem.rateDown': rate, 'unit.eventsHour': events, 'unit.eventBytes': bytes }) => {
      const needs = (events * bytes * 8) / 3600 / 1000;
      return needs > (rate * 2) / 3 ? [{ code: 'rate-short', args: { rate, needs: Math.ceil(needs * 10) / 10 } }] : [];
    },
    fires: { 'modem.rateDown': 3, 'unit.eventsHour': 3600, 'unit.eventBytes': 251 },
    silent: { 'modem.rateDown': 3, 'unit.eventsHour': 3600, 'unit.eventBytes': 250 },
  }),
  rule({
    id: 'call/restarts-itself',
    lamp: 'Call',
    looks: 'A modem that hangs until somebody drives there, or restarts every day at an hour of its own.',
    source: practice,
    reads: ['modem.restartRule'],
    also: ['unit.testAt'],
    codes: { 'never-restarts': 'look', 'restarts-daily': 'look' },
    find: ({ 'modem.restartRule': does, 'unit.testAt': test }) =>
      does === 'never'
        ? [{ code: 'never-restarts' }]
        : does === 'daily' && test !== undefined
          ? [{ code: 'restarts-daily', args: { test } }]
          : [],
    fires: { 'modem.restartRule': 'never', 'unit.testAt': '02:15' },
    silent: { 'modem.restartRule': 'no data', 'unit.testAt': '02:15' },
  }),
  rule({
    id: 'power/supply-of-its-own',
    lamp: 'Power',
    looks: 'A device that lives on a data cable, which another device may switch off.',
    source: practice,
    traps: [89],
    reads: ['modem.poweredBy'],
    codes: { 'powered-by-cable': 'look' },
    find: ({ 'modem.poweredBy': by }) =>
      /\b(?:usb|serial|rs-?232|db9|data cable|inverter|can|bus)\b/i.test(by) ? [{ code: 'powered-by-cable', args: { by } }] : [],
    fires: { 'modem.poweredBy': 'USB of the inverter' },
    silent: { 'modem.poweredBy': 'its own 12 V supply' },
  }),
  sheetRule({
    id: 'standby/one-leads',
    lamp: 'Standby',
    looks: 'A pair of routers of which both lead, or none.',
    source: practice,
    reads: ['modem.leads', 'modem.helperOf'],
    codes: { 'both-lead': 'fix', 'helper-leads': 'fix' },
    find: ({ of, at, key }) => {
      const leading = of('modem').filter(({ id }) => at('modem.leads', id) === true);
      const helping = leading.filter(({ id }) => at('modem.helperOf', id) !== null);
      return [
        ...(leading.length > 1
          ? [{ code: 'both-lead' as const, fields: leading.map(({ id }) => key('modem.leads', id)), elements: leading.map(({ id }) => id) }]
          : []),
        ...helping.map(({ id }) => ({
          code: 'helper-leads' as const,
          fields: [key('modem.leads', id), key('modem.helperOf', id)],
          elements: [id],
        })),
      ];
    },
    fires: {
      elements: [
        ['modem', 'm0dem0'],
        ['modem', 'm0dem1'],
      ],
      values: { 'modem:m0dem0.leads': true, 'modem:m0dem1.leads': true },
    },
    silent: {
      elements: [
        ['modem', 'm0dem0'],
        ['modem', 'm0dem1'],
      ],
      values: { 'modem:m0dem0.leads': true, 'modem:m0dem1.leads': false, 'modem:m0dem1.helperOf': 'm0dem0' },
    },
  }),
  rule({
    id: 'inputs/one-port-one-speed',
    lamp: 'Inputs',
    looks: 'A modem’s own page that sets its port otherwise than the link’s end says.',
    source: practice,
    traps: [36],
    reads: ['modem.serialSpeed', 'link.modemSpeed'],
    also: ['modem.serialFrame', 'link.modemFrame', 'modem.serialFlow', 'link.modemFlow'],
    codes: { 'port-page-differs': 'look' },
    find: (of) =>
      (
        [
          ['speed', of['modem.serialSpeed'], of['link.modemSpeed']],
          ['framing', of['modem.serialFrame'], of['link.modemFrame']],
          ['flow control', of['modem.serialFlow'], of['link.modemFlow']],
        ] as const
      ).flatMap(([what, page, end]) =>
        page === undefined || end === undefined || page === end ? [] : [{ code: 'port-page-differs' as const, args: { what, page, end } }],
      ),
    fires: { 'modem.serialSpeed': '115200', 'link.modemSpeed': '9600' },
    silent: { 'modem.serialSpeed': '9600', 'link.modemSpeed': '9600', 'modem.serialFrame': '8N1', 'link.modemFrame': '8N1' },
  }),
];
