// Faults of the desk's end, of somebody else's desk and of the portal.
import { withDevice } from '../site/index.ts';
import type { Outfit, World } from '../world/world.ts';
import { atDesk, type Fault, fault, onWorld } from './fault.ts';

const desk = fault.bind(null, 'desk');
const byName = (_: World, outfit: Outfit): boolean => /[a-z]/i.test(outfit.unit.running['unit.deskHost'] ?? '');
const deviceOf = (world: World, outfit: Outfit) => world.portal.devices.find(({ id }) => id === outfit.unit.serial);
const ownedBy = (world: World, outfit: Outfit, owner: string | null): World => ({
  ...world,
  portal: withDevice(world.portal, outfit.unit.serial, { owner, was: deviceOf(world, outfit)?.owner ?? null }),
});
const ownedAsBefore = (world: World, outfit: Outfit): World => ({
  ...world,
  portal: withDevice(world.portal, outfit.unit.serial, { owner: deviceOf(world, outfit)?.was ?? null }),
});
const withQuota = (world: World, quota: number): World => ({
  ...world,
  portal: { ...world.portal, accounts: world.portal.accounts.map((one) => ({ ...one, quota })) },
});
const onPortal = (world: World, outfit: Outfit): boolean => world.portal.devices.some(({ id }) => id === outfit.unit.serial);

export const deskFaults: readonly Fault[] = [
  desk(
    'forward-missing',
    {
      name: 'The forward is missing',
      is: 'The office’s router forwards the desk’s port to nobody.',
      sign: 'Refused at once, over every path; tested from outside.',
      effect: { shows: 'call', why: 'forward missing' },
    },
    atDesk({ forward: 'missing' }, { forward: 'right' }),
  ),
  desk(
    'forward-wrong',
    {
      name: 'The forward leads to the wrong machine',
      is: 'The office’s router forwards the port to a machine that the desk has left.',
      sign: 'Refused, over every path; the machine’s address in the rule.',
      effect: { shows: 'call', why: 'forward wrong' },
    },
    atDesk({ forward: 'wrong machine' }, { forward: 'right' }),
  ),
  desk(
    'listener-off',
    {
      name: 'The listener is off',
      is: 'The desk’s listener is not running.',
      sign: 'All stations lapse at once.',
      effect: { shows: 'call', why: 'listener off' },
    },
    atDesk({ listener: false }, { listener: true }),
  ),
  desk(
    'other-protocol',
    {
      name: 'Another protocol on this port',
      is: 'The desk speaks another protocol on the port than the unit.',
      sign: 'Connected, closed, and no event; the desk’s log of rubbish.',
      effect: { shows: 'call', why: 'other protocol' },
    },
    atDesk({ protocol: 'other' }, { protocol: 'right' }),
  ),
  desk(
    'certificate-over',
    {
      name: 'The certificate has expired',
      is: 'The desk’s certificate ran out.',
      sign: 'All units that check it fall silent on one day.',
      effect: { shows: 'call', why: 'certificate over' },
    },
    onWorld(
      (world, _, at) => ({ ...world, office: { ...world.office, certificateUntil: at } }),
      (world) => ({ ...world, office: { ...world.office, certificateUntil: null } }),
    ),
  ),
  desk(
    'desk-name-dead',
    {
      name: 'The desk’s name leads nowhere',
      is: 'The desk’s name is not in the name service any more.',
      sign: 'Units that call by name fail, those that call by address do not.',
      effect: { shows: 'call', why: 'name dead' },
    },
    { ...atDesk({ name: 'dead' }, { name: 'right' }), fits: byName },
  ),
  desk(
    'desk-name-old',
    {
      name: 'The desk’s name leads to its old address',
      is: 'The office has a new address, and the name still leads to the old one.',
      sign: 'Time-outs by name; look the name up.',
      effect: { shows: 'call', why: 'name old' },
    },
    { ...atDesk({ name: 'old address' }, { name: 'right' }), fits: byName },
  ),
  desk(
    'office-line',
    {
      name: 'The office’s line is down',
      is: 'The office has no internet.',
      sign: 'Every station is silent, and nothing in the office works.',
      effect: { shows: 'call', why: 'office line' },
    },
    atDesk({ line: false }, { line: true }),
  ),
  desk(
    'desk-clock',
    {
      name: 'The desk’s clock is off',
      is: 'The desk’s own clock is ten minutes fast: it refuses every unit’s time.',
      sign: 'Every unit is refused once and then carries the desk’s wrong time.',
      effect: { shows: 'told', said: 'its clock was refused' },
    },
    atDesk({ clock: 600_000 }, { clock: 0 }),
  ),
  desk(
    'operator-swaps',
    {
      name: 'The person at the desk swaps digits',
      is: 'The person reads the account back with two digits swapped.',
      sign: 'Have it read digit by digit, and ask for the event as well.',
      effect: { shows: 'read back', is: 'differs' },
    },
    atDesk({ operator: 'swaps digits' }, { operator: 'careful' }),
  ),
  desk(
    'operator-other',
    {
      name: 'The person looks at another account',
      is: 'The person at the desk looks at another account and sees nothing of yours, or somebody else’s event.',
      sign: 'The name and the time that are read back are not yours.',
      effect: { shows: 'read back', is: 'nothing' },
    },
    atDesk({ operator: 'looks at another account' }, { operator: 'careful' }),
  ),
  desk(
    'claimed-by-colleague',
    {
      name: 'Claimed under a colleague’s account',
      is: 'The device was claimed under another account: one owner for each.',
      sign: 'The portal refuses the claim and names no owner.',
      effect: { shows: 'claim', is: 'owner' },
    },
    {
      ...onWorld(
        (world, outfit) => ownedBy(world, outfit, 'a-colleague'),
        (world, outfit) => ownedAsBefore(world, outfit),
      ),
      fits: onPortal,
    },
  ),
  desk(
    'never-claimed',
    {
      name: 'Claimed under no account',
      is: 'The device was never claimed at the portal: what it sends is shown to nobody.',
      sign: 'Its own page says that it is connected, and the portal shows no value.',
      effect: { shows: 'call', why: 'not claimed' },
    },
    {
      ...onWorld(
        (world, outfit) => ownedBy(world, outfit, null),
        (world, outfit) => ownedAsBefore(world, outfit),
      ),
      fits: onPortal,
    },
  ),
  desk(
    'quota-used',
    {
      name: 'The portal’s quota is used up',
      is: 'The device is not claimed yet, and the account has as many devices as its plan allows.',
      sign: 'The portal refuses the next claim.',
      effect: { shows: 'claim', is: 'quota' },
    },
    {
      ...onWorld(
        (world, outfit) => withQuota(ownedBy(world, outfit, null), 0),
        (world, outfit) => withQuota(ownedAsBefore(world, outfit), 5),
      ),
      fits: onPortal,
    },
  ),
  desk(
    'nothing-hangs',
    {
      name: 'The portal was not told what hangs on it',
      is: 'The device is claimed, and nobody said what it is connected to: its values go nowhere.',
      sign: 'The device is green at the portal, and its graph is empty.',
      effect: { shows: 'portal hides' },
    },
    {
      ...onWorld(
        (world, outfit) => ({ ...world, portal: withDevice(world.portal, outfit.unit.serial, { hangs: null }) }),
        (world, outfit) => ({ ...world, portal: withDevice(world.portal, outfit.unit.serial, { hangs: 'a chiller' }) }),
      ),
      fits: (world, outfit) => onPortal(world, outfit) && outfit.unit.side !== null,
    },
  ),
];
