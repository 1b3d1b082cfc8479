// Who reaches a modem and gets in: polls, start words, login names, its reset.
import { showFigure } from '../../quantity/index.ts';
import { practice, rule } from '../rule.ts';

const factoryNames = new Set(['admin', 'administrator', 'root', 'user', 'guest', 'support', 'operator']);

export const modemAccess = [
  rule({
    id: 'reach/polled-card-reachable',
    lamp: 'Reach',
    looks: 'A desk that calls a card that nobody can reach from outside.',
    source: practice,
    traps: [18],
    reads: ['desk.polls', 'sim.addressKind'],
    also: ['path.tunnel', 'sim.inbound'],
    codes: { 'polls-nobody': 'stop' },
    find: ({ 'desk.polls': polls, 'sim.addressKind': kind, 'path.tunnel': tunnel, 'sim.inbound': inbound }) => {
      const shut = ['private', 'nat'].includes(kind) || inbound === false;
      return polls && shut && tunnel === undefined
        ? [
            {
              code: 'polls-nobody',
              args: { kind: inbound === false ? 'closed to calls from outside' : kind === 'nat' ? 'behind the carrier’s NAT' : 'private' },
            },
          ]
        : [];
    },
    fires: { 'desk.polls': true, 'sim.addressKind': 'nat' },
    silent: { 'desk.polls': true, 'sim.addressKind': 'fixed' },
  }),
  rule({
    id: 'reach/polled-stays-connected',
    lamp: 'Reach',
    looks: 'A desk that calls a modem which connects only when its unit calls.',
    source: practice,
    reads: ['modem.startState', 'desk.polls'],
    codes: { 'asleep-when-polled': 'fix' },
    find: ({ 'modem.startState': always, 'desk.polls': polls }) => (polls && !always ? [{ code: 'asleep-when-polled' }] : []),
    fires: { 'modem.startState': false, 'desk.polls': true },
    silent: { 'modem.startState': true, 'desk.polls': true },
  }),
  rule({
    id: 'reach/factory-name',
    lamp: 'Reach',
    looks: 'A login name as it comes from the factory.',
    source: practice,
    traps: [54],
    reads: ['modem.user'],
    codes: { 'factory-name': 'look' },
    find: ({ 'modem.user': name }) => (factoryNames.has(name.trim().toLowerCase()) ? [{ code: 'factory-name', args: { name } }] : []),
    fires: { 'modem.user': 'Admin' },
    silent: { 'modem.user': 'varrow-field' },
  }),
  rule({
    id: 'reach/factory-login-name',
    lamp: 'Reach',
    looks: 'A login name as it comes from the factory, at a portal, router or panel.',
    source: practice,
    traps: [54],
    reads: ['login.user'],
    codes: { 'factory-name': 'look' },
    find: ({ 'login.user': name }) => (factoryNames.has(name.trim().toLowerCase()) ? [{ code: 'factory-name', args: { name } }] : []),
    fires: { 'login.user': 'root' },
    silent: { 'login.user': 'varrow-field' },
  }),
  rule({
    id: 'reach/modem-anybody-starts',
    lamp: 'Reach',
    looks: 'A start word that the modem takes from any number.',
    source: practice,
    traps: [53],
    school: { question: 'starts', of: ['listed'] },
    reads: ['modem.startFrom', 'modem.startWord'],
    codes: { 'modem-starts-any': 'fix' },
    find: ({ 'modem.startFrom': from }) => (from === 'any' ? [{ code: 'modem-starts-any' }] : []),
    fires: { 'modem.startFrom': 'any', 'modem.startWord': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' } },
    silent: { 'modem.startFrom': 'listed', 'modem.startWord': { secret: '01ARZ3NDEKTSV4RRFFQ69G5FAV' } },
  }),
  rule({
    id: 'reach/reset-hold-usual',
    lamp: 'Reach',
    looks: 'A reset hold outside of what devices ask for: 5 to 20 s.',
    source: practice,
    reads: ['modem.resetHold'],
    codes: { 'reset-hold-odd': 'look' },
    find: ({ 'modem.resetHold': hold }) =>
      hold < 5_000 || hold > 20_000 ? [{ code: 'reset-hold-odd', args: { hold: showFigure(hold, 'ms') } }] : [],
    fires: { 'modem.resetHold': 4_000 },
    silent: { 'modem.resetHold': 10_000 },
  }),
];
