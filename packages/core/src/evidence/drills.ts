// Kinds of drill, as data: how a path is made to fail, safely, and what has to be heard at the desk so that it has shown something.
import type { PathKind } from '../sheet/index.ts';

/**
 * What shows it. 'over': another path calls while this one is cut. 'slow': the station calls meanwhile, by whichever path.
 * 'dark': nothing calls meanwhile, and afterwards the station calls by itself. 'kept': nothing calls meanwhile, and what was made meanwhile comes afterwards.
 */
export type DrillWay = 'over' | 'slow' | 'dark' | 'kept';
type Row = {
  readonly way: DrillWay;
  readonly is: string;
  /** On which kinds of path it can be made, and how; under 'all' what is done to the station as a whole, under 'rack' where the card is lent by a box on the LAN. */
  readonly make: { readonly [K in PathKind | 'all' | 'rack']?: string };
  readonly back: string;
  /** Whether it takes more than this station off the network, so that somebody at the client agrees first. */
  readonly agreed: boolean;
};

export const drills = {
  'link loss': {
    way: 'over',
    is: 'The link itself goes: the plug, or the radio.',
    make: {
      ethernet: 'Pull its cable at the unit.',
      wifi: 'Switch its access point off.',
      cellular:
        'Switch the radio off from the modem; or power down, put a matched load or a shielded box on the aerial line, power up. Never unscrew a live aerial.',
      rack: 'Pull the rack’s cable at the router; the router and its own card stay.',
    },
    back: 'Put the cable, the access point or the radio back.',
    agreed: false,
  },
  'soft failure': {
    way: 'over',
    is: 'The link stays up, and nothing lies beyond it.',
    make: {
      ethernet:
        'Leave the cable between line box and unit in, and unplug the line’s outer side; or block the unit’s outbound traffic at the site router.',
      wifi: 'Leave the access point on, and unplug its line; or block the unit at the site router.',
      cellular: 'Have its data suspended at the carrier: it stays registered, and nothing lies beyond.',
    },
    back: 'Plug the line in again, take the rule away, or have the data given back.',
    agreed: true,
  },
  'supply loss': {
    way: 'over',
    is: 'The first path’s own device is without power; the unit keeps its own.',
    make: {
      ethernet: 'Take the supply of the line box or router away; the unit’s stays.',
      wifi: 'Take the access point’s supply away; the unit’s stays.',
      cellular: 'Take the supply of this path’s modem or router away; the unit’s stays. If both fall, one fuse feeds two.',
      rack: 'Take the rack’s supply away; the router’s stays. If both fall, one fuse feeds two.',
    },
    back: 'Give it its supply again.',
    agreed: false,
  },
  blackout: {
    way: 'dark',
    is: 'The whole station is without supply for a minute, and comes back with nobody’s hands on it.',
    make: {
      all: 'Switch the mains off for a minute, then on, and keep your hands off. What starts by itself is isolated and locked off first.',
    },
    back: 'Switch the mains on, and do nothing: it has to call by itself.',
    agreed: true,
  },
  'all paths down': {
    way: 'kept',
    is: 'No path leads out. Events are made meanwhile, and come later, in their order, with their own time.',
    make: { all: 'Cut every path as above, one after the other. Then make events at the unit, and say here when each was made.' },
    back: 'Put every path back.',
    agreed: false,
  },
  'slow and lossy': {
    way: 'slow',
    is: 'The path is up, slow, and loses packets.',
    make: {
      ethernet: 'A rate or loss rule at the site router, for this unit alone.',
      wifi: 'A rate or loss rule at the access point or the site router, for this unit alone.',
    },
    back: 'Take the rule away.',
    agreed: true,
  },
  'refused card': {
    way: 'over',
    is: 'The network refuses the card.',
    make: {
      cellular:
        'Have the card suspended at the carrier. A modem that was refused may stay silent for twelve minutes before it asks again: a shorter drill proves nothing of its return.',
    },
    back: 'Have the card taken up again, and wait: it asks again by itself.',
    agreed: false,
  },
} as const satisfies { readonly [name: string]: Row };

export type DrillKind = keyof typeof drills;
export const isDrillKind = (value: unknown): value is DrillKind => typeof value === 'string' && Object.hasOwn(drills, value);
export const drillRow = (kind: DrillKind): Row => drills[kind];
/** In the order in which they are usually tried. */
export const drillKinds = Object.keys(drills).filter(isDrillKind);
/** What a standby is proved by, with the return; and what a station that nobody visits may be asked for besides, by house rule. */
export const provingDrills = ['link loss', 'soft failure', 'supply loss'] as const satisfies readonly DrillKind[];
export const furtherDrills = ['blackout', 'all paths down'] as const satisfies readonly DrillKind[];

/** How a kind of drill is made on a path of a kind; null where the kind has none. `lent`: its card comes from a rack. */
export const drillMade = (kind: DrillKind, of: PathKind | null, lent = false): string | null => {
  const { make } = drillRow(kind);
  const own = lent ? make.rack : undefined;
  return make.all ?? own ?? (of === null ? null : (make[of === 'text' ? 'cellular' : of] ?? null));
};
