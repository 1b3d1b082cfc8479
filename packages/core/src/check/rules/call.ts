// The call: account, session, memory, and what the desk expects.
import { nearness } from '../../lamp/index.ts';
import { showFigure } from '../../quantity/index.ts';
import { ours, pairRule, practice, rule } from '../rule.ts';

const left = new Set(['1234', '0000', '9999', '99999', '999999', '12345', '123456']);
const steps: { readonly [unit: string]: number } = { s: 1000, '0.1 s': 100, min: 60_000, ms: 1 };

export const call = [
  rule({
    id: 'call/account-agrees',
    lamp: 'Call',
    looks: 'An account on the unit that the desk does not expect: swapped digits, lost zeros, another one.',
    source: practice,
    traps: [65],
    reads: ['unit.account', 'receiver.account'],
    codes: { 'account-swapped': 'stop', 'account-zeros': 'stop', 'account-differs': 'stop' },
    find: ({ 'unit.account': sends, 'receiver.account': expects }) => {
      const args = { sends, expects };
      if (sends === expects) return [];
      if (nearness(sends, expects) === 'swapped') return [{ code: 'account-swapped', args }];
      return [{ code: sends.replace(/^0+/, '') === expects.replace(/^0+/, '') ? 'account-zeros' : 'account-differs', args }];
    },
    fires: { 'unit.account': '0471', 'receiver.account': '0417' },
    silent: { 'unit.account': '0417', 'receiver.account': '0417' },
  }),
  rule({
    id: 'call/account-form',
    lamp: 'Call',
    looks: 'An account of another form than accounts have, or an example left in.',
    source: practice,
    traps: [65],
    reads: ['receiver.account'],
    codes: { 'account-form': 'stop', 'account-example': 'stop', 'account-unusual': 'look' },
    find: ({ 'receiver.account': account }) => {
      const args = { account };
      if (!/^[0-9A-Za-z]{1,16}$/.test(account)) return [{ code: 'account-form', args }];
      if (left.has(account)) return [{ code: 'account-example', args }];
      return /^\d{4,8}$/.test(account) ? [] : [{ code: 'account-unusual', args }];
    },
    fires: { 'receiver.account': '9999' },
    silent: { 'receiver.account': '0417' },
  }),
  pairRule({
    id: 'call/paths-told-apart',
    lamp: 'Call',
    looks: 'Two paths that arrive at the desk from one address.',
    source: ours('a frame is told to a path by its address'),
    traps: [84],
    reads: 'path.address',
    codes: { 'one-address': 'fix' },
    find: (one, other) => (one.trim() === other.trim() ? [{ code: 'one-address', args: { address: one.trim() } }] : []),
    fires: ['198.51.100.24', '198.51.100.24'],
    silent: ['198.51.100.24', '198.51.100.25'],
  }),
  rule({
    id: 'call/calls-home',
    lamp: 'Call',
    looks: 'A unit whose call home is off.',
    source: practice,
    traps: [112],
    reads: ['unit.callOn'],
    codes: { 'call-off': 'stop' },
    find: ({ 'unit.callOn': on }) => (on ? [] : [{ code: 'call-off' }]),
    fires: { 'unit.callOn': false },
    silent: { 'unit.callOn': true },
  }),
  rule({
    id: 'call/keepalive-inert',
    lamp: 'Call',
    looks: 'A keepalive period while the keepalive is off.',
    source: practice,
    traps: [42],
    reads: ['modem.keepaliveOn', 'modem.keepalive'],
    codes: { 'keepalive-inert': 'look' },
    find: ({ 'modem.keepaliveOn': on, 'modem.keepalive': every }) =>
      on ? [] : [{ code: 'keepalive-inert', args: { every: showFigure(every, 'ms') } }],
    fires: { 'modem.keepaliveOn': false, 'modem.keepalive': 60_000 },
    silent: { 'modem.keepaliveOn': true, 'modem.keepalive': 60_000 },
  }),
  rule({
    id: 'call/nat-remembers',
    lamp: 'Call',
    looks: 'An idle limit and a keepalive that are both longer than the carrier’s NAT remembers.',
    source: practice,
    traps: [42],
    reads: ['modem.idleLimit', 'sim.natTimeout'],
    also: ['modem.keepaliveOn', 'modem.keepalive'],
    codes: { 'nat-forgets': 'fix' },
    find: ({ 'modem.idleLimit': idle, 'sim.natTimeout': nat, 'modem.keepaliveOn': on, 'modem.keepalive': every }) => {
      const kept = on === true && every !== undefined && every < nat;
      return idle < nat || kept ? [] : [{ code: 'nat-forgets', args: { idle: showFigure(idle, 'ms'), nat: showFigure(nat, 'ms') } }];
    },
    fires: { 'modem.idleLimit': 600_000, 'sim.natTimeout': 120_000 },
    silent: { 'modem.idleLimit': 600_000, 'sim.natTimeout': 120_000, 'modem.keepaliveOn': true, 'modem.keepalive': 60_000 },
  }),
  rule({
    id: 'call/unit-field',
    lamp: 'Call',
    looks: 'An idle limit that can’t be typed in the unit of time that the modem counts in.',
    source: practice,
    traps: [44],
    reads: ['modem.idleLimit', 'modem.idleUnit'],
    codes: { 'idle-unit': 'fix' },
    find: ({ 'modem.idleLimit': idle, 'modem.idleUnit': unit }) => {
      const typed = idle / (steps[unit] ?? 1000);
      return Number.isInteger(typed) && typed > 0
        ? []
        : [{ code: 'idle-unit', args: { idle: showFigure(idle, 'ms'), unit, typed: Math.round(typed * 100) / 100 } }];
    },
    fires: { 'modem.idleLimit': 95_000, 'modem.idleUnit': 'min' },
    silent: { 'modem.idleLimit': 120_000, 'modem.idleUnit': 'min' },
  }),
  rule({
    id: 'call/gather-unit-field',
    lamp: 'Call',
    looks: 'A gather time that can’t be typed in the unit of time that the modem counts in.',
    source: practice,
    traps: [44],
    reads: ['modem.gather', 'modem.gatherUnit'],
    codes: { 'gather-unit': 'fix' },
    find: ({ 'modem.gather': gather, 'modem.gatherUnit': unit }) => {
      const typed = gather / (steps[unit] ?? 1000);
      return Number.isInteger(typed)
        ? []
        : [{ code: 'gather-unit', args: { gather: showFigure(gather, 'ms'), unit, typed: Math.round(typed * 100) / 100 } }];
    },
    fires: { 'modem.gather': 250, 'modem.gatherUnit': '0.1 s' },
    silent: { 'modem.gather': 300, 'modem.gatherUnit': '0.1 s' },
  }),
  rule({
    id: 'call/piece-gets-through',
    lamp: 'Call',
    looks: 'A piece that restarts from its beginning and never gets through in one session.',
    source: ours('ten bits a byte on the serial line; the net rate is at most that'),
    traps: [43],
    reads: ['unit.piece', 'modem.sessionLimit', 'link.unitSpeed'],
    codes: { 'piece-too-large': 'stop' },
    find: ({ 'unit.piece': piece, 'modem.sessionLimit': limit, 'link.unitSpeed': speed }) => {
      const through = Math.floor((Number(speed) / 10) * (limit / 1000));
      return piece > through ? [{ code: 'piece-too-large', args: { piece, through, limit: showFigure(limit, 'ms'), speed } }] : [];
    },
    fires: { 'unit.piece': 500_000, 'modem.sessionLimit': 300_000, 'link.unitSpeed': '9600' },
    silent: { 'unit.piece': 200_000, 'modem.sessionLimit': 300_000, 'link.unitSpeed': '9600' },
  }),
  rule({
    id: 'call/memory-left',
    lamp: 'Call',
    looks: 'An event memory that is nearly full.',
    source: practice,
    traps: [43, 114],
    reads: ['unit.memoryUsed', 'unit.memory'],
    codes: { 'memory-full': 'fix' },
    find: ({ 'unit.memoryUsed': used, 'unit.memory': holds }) =>
      used >= holds * 0.9 ? [{ code: 'memory-full', args: { used, holds } }] : [],
    fires: { 'unit.memoryUsed': 950, 'unit.memory': 1000 },
    silent: { 'unit.memoryUsed': 400, 'unit.memory': 1000 },
  }),
  rule({
    id: 'call/restorals-sent',
    lamp: 'Call',
    looks: 'A unit that sends alarms and not their ends.',
    source: practice,
    traps: [69],
    reads: ['unit.restorals'],
    codes: { 'no-restorals': 'look' },
    find: ({ 'unit.restorals': sent }) => (sent ? [] : [{ code: 'no-restorals' }]),
    fires: { 'unit.restorals': false },
    silent: { 'unit.restorals': true },
  }),
  rule({
    id: 'call/power-events-sent',
    lamp: 'Call',
    looks: 'A unit that does not say when its supply fails.',
    source: practice,
    traps: [69],
    reads: ['unit.powerEvents'],
    codes: { 'no-power-events': 'look' },
    find: ({ 'unit.powerEvents': sent }) => (sent ? [] : [{ code: 'no-power-events' }]),
    fires: { 'unit.powerEvents': false },
    silent: { 'unit.powerEvents': true },
  }),
  rule({
    id: 'call/event-expected',
    lamp: 'Call',
    looks: 'An event that the desk expects and the unit does not send, or the other way round.',
    source: practice,
    traps: [69],
    reads: ['event.sent', 'event.expected'],
    codes: { 'event-unsent': 'fix', 'event-unexpected': 'look' },
    find: ({ 'event.sent': sent, 'event.expected': expected }) =>
      sent === expected ? [] : [{ code: expected ? 'event-unsent' : 'event-unexpected' }],
    fires: { 'event.sent': false, 'event.expected': true },
    silent: { 'event.sent': true, 'event.expected': true },
  }),
  rule({
    id: 'call/claim-can-be-made',
    lamp: 'Call',
    looks: 'A claim with no account, no free place, or after which nothing was said of what it is connected to.',
    source: practice,
    traps: [55],
    reads: ['claim.portal'],
    also: ['claim.accountMade', 'claim.quota', 'claim.told'],
    codes: { 'no-account': 'stop', 'no-quota': 'stop', 'claim-untold': 'fix' },
    find: ({ 'claim.accountMade': made, 'claim.quota': quota, 'claim.told': told }) => [
      ...(made === false ? [{ code: 'no-account' as const }] : []),
      ...(quota === 0 ? [{ code: 'no-quota' as const }] : []),
      ...(told === false ? [{ code: 'claim-untold' as const }] : []),
    ],
    fires: { 'claim.portal': 'sensor portal', 'claim.quota': 0 },
    silent: { 'claim.portal': 'sensor portal', 'claim.quota': 3, 'claim.accountMade': true, 'claim.told': true },
  }),
  rule({
    id: 'call/identifier-small-letters',
    lamp: 'Call',
    looks: 'Capitals in an identifier as it was typed at the portal.',
    source: practice,
    traps: [55],
    reads: ['portal.idTyped'],
    codes: { 'id-capitals': 'fix' },
    find: ({ 'portal.idTyped': typed }) =>
      /[A-Z]/.test(typed) ? [{ code: 'id-capitals', args: { typed, small: typed.toLowerCase() } }] : [],
    fires: { 'portal.idTyped': '70B3D57ED0001A2B' },
    silent: { 'portal.idTyped': '70b3d57ed0001a2b' },
  }),
  rule({
    id: 'call/gateway-not-sensor',
    lamp: 'Call',
    looks: 'A gateway’s EUI in the place of a sensor’s.',
    source: practice,
    traps: [55],
    reads: ['device.eui', 'unit.id'],
    codes: { 'eui-of-gateway': 'stop' },
    find: ({ 'device.eui': device, 'unit.id': gateway }) => (device === gateway ? [{ code: 'eui-of-gateway', args: { eui: device } }] : []),
    fires: { 'device.eui': '70b3d57ed0001a2b', 'unit.id': '70b3d57ed0001a2b' },
    silent: { 'device.eui': '70b3d57ed0001a2c', 'unit.id': '70b3d57ed0001a2b' },
  }),
  rule({
    id: 'call/label-noted',
    lamp: 'Call',
    looks: 'A claim code that was not noted before mounting.',
    source: practice,
    traps: [51],
    reads: ['claim.harvested'],
    codes: { 'label-unread': 'fix' },
    find: ({ 'claim.harvested': noted }) => (noted ? [] : [{ code: 'label-unread' }]),
    fires: { 'claim.harvested': false },
    silent: { 'claim.harvested': true },
  }),
  rule({
    id: 'call/licence-there',
    lamp: 'Call',
    looks: 'A licence that is needed and not there.',
    source: practice,
    traps: [55],
    reads: ['licence.have', 'licence.what'],
    codes: { 'no-licence': 'stop' },
    find: ({ 'licence.have': have, 'licence.what': what }) => (have ? [] : [{ code: 'no-licence', args: { what } }]),
    fires: { 'licence.have': false, 'licence.what': 'tunnel' },
    silent: { 'licence.have': true, 'licence.what': 'tunnel' },
  }),
];
