// Faults of supply, fixed line, router, access point, probes and tunnel.
import { hours, minutes } from '../../quantity/index.ts';
import { wholeLine } from '../site/index.ts';
import { type Outfit, withOutfit } from '../world/world.ts';
import { type Fault, fault, onSite, onWorld, pathBy } from './fault.ts';

const power = fault.bind(null, 'power');
const site = fault.bind(null, 'site');
const supply = (change: Partial<Outfit['supply']>, back: Partial<Outfit['supply']>) =>
  onWorld(
    (world, outfit) => withOutfit(world, outfit.id, (was) => ({ ...was, supply: { ...was.supply, ...change } })),
    (world, outfit) => withOutfit(world, outfit.id, (was) => ({ ...was, supply: { ...was.supply, ...back } })),
  );
const wired = pathBy('ethernet');
const wifi = pathBy('wifi');
const onWifi = (change: Partial<Outfit['site']['wifi']>) =>
  onSite(
    { wifi: { heard: true, name: 'right', word: 'right', internet: true, ...change } },
    { wifi: { heard: true, name: 'right', word: 'right', internet: true } },
    wifi,
  );
const twoPaths = (_: unknown, outfit: Outfit): boolean =>
  outfit.paths.filter(({ way }) => way !== 'text').length > 1 && outfit.paths[0]?.way === 'ethernet';
const probing = (change: Partial<Outfit['site']['probe']>) =>
  onWorld(
    (world, outfit, at) =>
      withOutfit(world, outfit.id, (was) => ({
        ...was,
        site: { ...was.site, active: was.paths[0]?.id ?? null, probe: { ...was.site.probe, missed: 0, next: at, ...change } },
      })),
    (world, outfit) =>
      withOutfit(world, outfit.id, (was) => ({
        ...was,
        site: { ...was.site, probe: { ...was.site.probe, asks: 'one host', every: 30_000, misses: 3 } },
      })),
  );
const helper = (change: Partial<Outfit['site']['helper']>) =>
  onWorld(
    (world, outfit, at) =>
      withOutfit(world, outfit.id, (was) => ({
        ...was,
        site: { ...was.site, helper: { fitted: true, cable: 'WAN', firmware: 'same', since: at, ...change } },
      })),
    (world, outfit) =>
      withOutfit(world, outfit.id, (was) => ({
        ...was,
        site: { ...was.site, helper: { fitted: false, cable: 'WAN', firmware: 'same', since: null } },
      })),
  );

export const siteFaults: readonly Fault[] = [
  power(
    'supply-sags',
    {
      name: 'The supply sags under transmit',
      is: 'Thin and long supply leads: the volts fall below the least while the modem sends, and it starts again.',
      sign: 'Volts at the terminals at rest and while it sends; the modem restarts at each call.',
      effect: { shows: 'call', why: 'burst resets' },
    },
    { ...supply({ resistance: 3000 }, { resistance: 250 }), fits: pathBy('cellular') },
  ),
  power(
    'no-battery',
    {
      name: 'No battery behind the mains',
      is: 'The battery was never connected: the first outage switches everything off.',
      sign: 'Pull the mains for a minute and look whether it lives.',
      effect: { shows: 'off without mains', within: minutes(1) },
    },
    supply({ batteryFitted: false }, { batteryFitted: true }),
  ),
  power(
    'battery-old',
    {
      name: 'The battery is old or cold',
      is: 'The battery carries the station for minutes only.',
      sign: 'A drill of an hour on the battery; its volts under load.',
      effect: { shows: 'off without mains', within: hours(1) },
    },
    supply({ carries: minutes(30) }, { carries: hours(36) }),
  ),
  power(
    'wrong-supply',
    {
      name: 'The wrong supply',
      is: 'A supply of too few volts was plugged in.',
      sign: 'Volts at the terminals against what the label asks.',
      effect: { shows: 'call', why: 'burst resets' },
    },
    { ...supply({ volts: 9300, resistance: 600 }, { volts: 13_200, resistance: 250 }), fits: pathBy('cellular') },
  ),
  site(
    'plug-out',
    {
      name: 'The plug is out',
      is: 'The network cable is not plugged into the unit.',
      sign: 'The socket’s indicator is dark.',
      effect: { shows: 'call', why: 'plug out' },
    },
    onSite({ line: { ...wholeLine, plug: false } }, { line: wholeLine }, wired),
  ),
  site(
    'line-side-cut',
    {
      name: 'Dead beyond the line box',
      is: 'The line is cut on the outer side of the line box: the unit sees a link and nothing is beyond it.',
      sign: 'Link indicator on, address there, and nothing answers.',
      effect: { shows: 'call', why: 'line side cut' },
    },
    onSite({ line: { ...wholeLine, lineSide: false } }, { line: wholeLine }, wired),
  ),
  site(
    'beyond-cut',
    {
      name: 'The provider is down',
      is: 'The line works as far as the provider, and not beyond.',
      sign: 'The line box is happy; no address on the internet answers.',
      effect: { shows: 'call', why: 'beyond cut' },
    },
    onSite({ line: { ...wholeLine, beyond: false } }, { line: wholeLine }, wired),
  ),
  site(
    'no-lease',
    {
      name: 'No address is given',
      is: 'Nothing on the site’s network gives addresses.',
      sign: 'The unit has no address, or one from 169.254/16.',
      effect: { shows: 'call', why: 'no lease' },
    },
    onSite({ lease: 'none' }, { lease: 'given' }, wired),
  ),
  site(
    'address-twice',
    {
      name: 'The address is taken twice',
      is: 'Another device has the same fixed address.',
      sign: 'It works and does not, by turns; switch the unit off and the address still answers.',
      effect: { shows: 'call', why: 'address twice' },
    },
    onSite({ lease: 'taken twice' }, { lease: 'given' }, wired),
  ),
  site(
    'site-names',
    {
      name: 'No name lookup at the site',
      is: 'The site’s name server gives no answer.',
      sign: 'An address in digits answers and the name does not.',
      effect: { shows: 'call', why: 'name dead' },
    },
    onSite({ names: false }, { names: true }, (_, outfit) => /[a-z]/i.test(outfit.unit.running['unit.deskHost'] ?? '')),
  ),
  site(
    'outbound-blocked',
    {
      name: 'An outbound rule blocks the desk’s port',
      is: 'The site’s router lets only web pages out.',
      sign: 'A page loads on the laptop, and the desk’s port times out.',
      effect: { shows: 'call', why: 'outbound blocked' },
    },
    onSite({ blocked: 'all' }, { blocked: [] }, wired),
  ),
  site(
    'wifi-far',
    {
      name: 'The access point is too far',
      is: 'The access point was scanned from where the technician stood, and is not heard where the box hangs.',
      sign: 'Scan from where the box is.',
      effect: { shows: 'call', why: 'wifi not heard' },
    },
    onWifi({ heard: false }),
  ),
  site(
    'wifi-name',
    {
      name: 'The Wi-Fi network has another name',
      is: 'The unit looks for a network whose name differs by a letter’s case.',
      sign: 'The network is not found; scan, and compare letter by letter.',
      effect: { shows: 'call', why: 'wifi name' },
    },
    onWifi({ name: 'other' }),
  ),
  site(
    'wifi-password',
    {
      name: 'The access point’s password is wrong',
      is: 'The password was typed in another case.',
      sign: 'The access point refuses it; type it again and look at each letter.',
      effect: { shows: 'call', why: 'wifi word' },
    },
    onWifi({ word: 'wrong' }),
  ),
  site(
    'wifi-no-internet',
    {
      name: 'An access point without internet',
      is: 'The access point is there and has no internet behind it.',
      sign: 'Joined, with an address, and nothing answers.',
      effect: { shows: 'call', why: 'wifi without internet' },
    },
    onWifi({ internet: false }),
  ),
  site(
    'probe-own-lan',
    {
      name: 'The probe asks the box beside it',
      is: 'The router’s probe asks its own network: whatever happens beyond, it sees no failure.',
      sign: 'Cut the line’s outer side and wait: nothing changes over.',
      effect: { shows: 'no change-over', within: minutes(15) },
    },
    { ...probing({ asks: 'own LAN' }), fits: twoPaths },
  ),
  site(
    'probe-slow',
    {
      name: 'The probe is far too slow',
      is: 'The router probes every ten minutes and waits for three misses.',
      sign: 'A drill that is timed: half an hour until the other path carries.',
      effect: { shows: 'no change-over', within: minutes(15) },
    },
    { ...probing({ asks: 'one host', every: minutes(10), misses: 3 }), fits: twoPaths },
  ),
  site(
    'helper-lan',
    {
      name: 'The helper is on its LAN socket',
      is: 'The cable leads from LAN to LAN: two that give addresses, and neither finds the other.',
      sign: 'The main router lists no helper after five minutes.',
      effect: { shows: 'call', why: 'helper not found' },
    },
    { ...helper({ cable: 'LAN' }), fits: pathBy('cellular') },
  ),
  site(
    'helper-firmware',
    {
      name: 'The two routers’ firmware differs',
      is: 'The helper’s firmware is older than the main router’s.',
      sign: 'The main router lists no helper; compare both versions.',
      effect: { shows: 'call', why: 'helper not found' },
    },
    { ...helper({ firmware: 'older' }), fits: pathBy('cellular') },
  ),
  site(
    'socket-lan',
    {
      name: 'The board’s one socket is set to LAN',
      is: 'The small board’s one Ethernet socket is either LAN or WAN, and it is set to LAN.',
      sign: 'Link indicator on, the laptop gets an address from the board, and nothing leads out by it.',
      effect: { shows: 'call', why: 'socket is LAN' },
    },
    onSite({ socket: 'LAN' }, { socket: null }, wired),
  ),
  power(
    'one-fuse',
    {
      name: 'One fuse for both',
      is: 'The unit and the modem hang on one fuse: what takes the one takes the other.',
      sign: 'Take the modem’s supply away: the unit falls silent with it.',
      effect: { shows: 'one fuse' },
    },
    { ...onSite({ fuses: 'one' }, { fuses: 'own' }, pathBy('cellular')) },
  ),
  site(
    'tunnel-subnet',
    {
      name: 'Both ends of the tunnel in one subnet',
      is: 'Both ends of the tunnel use the same subnet: nothing is sent through it.',
      sign: 'The tunnel says up, or nearly, and nothing answers through it.',
      effect: { shows: 'call', why: 'tunnel down' },
    },
    onSite({ tunnel: 'same subnet' }, { tunnel: 'none' }, () => true),
  ),
  site(
    'tunnel-key',
    {
      name: 'The tunnel’s keys differ',
      is: 'The two ends of the tunnel have different keys.',
      sign: 'The tunnel’s log names the other end and refuses it.',
      effect: { shows: 'call', why: 'tunnel down' },
    },
    onSite({ tunnel: 'key differs' }, { tunnel: 'none' }, () => true),
  ),
];
