// What is done at the site: links, lines, paths, doors, its network.
import { fields, flag, oneOf, optional, whole } from '../../../problem/index.ts';
import { withEvent } from '../../unit/index.ts';
import { withSite, withUnit } from '../world.ts';
import { type Kind, isText, act, station, modem, onOutfit } from './kit.ts';

const without = <T extends { station: string }>({ station: _, ...rest }: T) => rest;

const given = <T extends object>(of: T): Partial<T> =>
  Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined)) as Partial<T>; // only names are left out

export const siteActs = {
  link: act(
    {
      station,
      modem,
      change: fields({
        unitSpeed: optional(isText(12)),
        modemSpeed: optional(isText(12)),
        unitFrame: optional(isText(8)),
        modemFrame: optional(isText(8)),
        cable: optional(oneOf(['right', 'crossed', 'out'])),
        idle: optional(whole(0, 86_400_000)),
      }),
    },
    'site',
    (world, { station: id, modem: of, change }) =>
      onOutfit(world, id, (outfit) => {
        const was = outfit.links[of];
        return was === undefined ? outfit : { ...outfit, links: { ...outfit.links, [of]: { ...was, ...change } } };
      }),
  ),
  line: act({ station, plug: optional(flag), lineSide: optional(flag), beyond: optional(flag) }, 'site', (world, of) =>
    onOutfit(world, of.station, (outfit) => withSite(outfit, { line: { ...outfit.site.line, ...without(of) } })),
  ),
  /** A path becomes the first in the order in which they are tried. */
  first: act({ station, path: isText(60) }, 'site', (world, { station: id, path }) =>
    onOutfit(world, id, (outfit) => {
      const chosen = outfit.paths.find((one) => one.id === path);
      if (chosen === undefined) return outfit;
      return withSite({ ...outfit, paths: [chosen, ...outfit.paths.filter((one) => one !== chosen)] }, { active: path });
    }),
  ),
  door: act({ station, open: flag }, 'site', (world, { station: id, open }, at) =>
    onOutfit(world, id, (outfit) => {
      const next = withUnit(withSite(outfit, { doorOpen: open }), (unit) => ({ ...unit, coverOpen: open }));
      return outfit.site.doorOpen === open
        ? outfit
        : withUnit(next, (unit) => withEvent(unit, { event: open ? 'tamper' : 'tamper-rest', over: null, at }));
    }),
  ),
  site: act(
    {
      station,
      change: fields({
        lease: optional(oneOf(['given', 'none', 'taken twice'])),
        names: optional(flag),
        blocksAll: optional(flag),
        wifiHeard: optional(flag),
        wifiWord: optional(oneOf(['right', 'wrong'])),
        wifiInternet: optional(flag),
        tunnel: optional(oneOf(['none', 'up', 'same subnet', 'key differs'])),
        probeAsks: optional(oneOf(['none', 'own LAN', 'one host', 'two hosts'])),
        probeEvery: optional(whole(1000, 3_600_000)),
        probeMisses: optional(whole(1, 20)),
        helper: optional(flag),
        helperCable: optional(oneOf(['WAN', 'LAN'])),
        socket: optional(oneOf(['WAN', 'LAN'])),
        fuses: optional(oneOf(['own', 'one'])),
      }),
    },
    'site',
    (world, { station: id, change }, at) =>
      onOutfit(world, id, (outfit) => {
        const { site } = outfit;
        const asks = change.probeAsks ?? site.probe.asks;
        return withSite(outfit, {
          ...given({ lease: change.lease, names: change.names, tunnel: change.tunnel, socket: change.socket, fuses: change.fuses }),
          blocked: change.blocksAll === undefined ? site.blocked : change.blocksAll ? 'all' : [],
          wifi: {
            heard: change.wifiHeard ?? site.wifi.heard,
            name: site.wifi.name,
            word: change.wifiWord ?? site.wifi.word,
            internet: change.wifiInternet ?? site.wifi.internet,
          },
          probe: {
            ...site.probe,
            asks,
            every: change.probeEvery ?? site.probe.every,
            misses: change.probeMisses ?? site.probe.misses,
            next: asks === 'none' ? null : (site.probe.next ?? at),
          },
          active: site.active ?? outfit.paths[0]?.id ?? null,
          helper: {
            ...site.helper,
            fitted: change.helper ?? site.helper.fitted,
            cable: change.helperCable ?? site.helper.cable,
            since:
              (change.helper ?? site.helper.fitted)
                ? change.helperCable === undefined && site.helper.fitted
                  ? site.helper.since
                  : at
                : null,
          },
        });
      }),
  ),
} as const satisfies { readonly [name: string]: Kind };
