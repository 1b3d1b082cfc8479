// A question through the virtual tunnel, printed as a device prints it: answered where the tunnel is up and a path of the station leads out.
import type { Instant } from '../quantity/index.ts';
import { leadsOut, type Outfit, waysOf, type World } from './world/index.ts';

const asked = 3;
/** What asking `host` from `from` prints. Round trips follow from the path that carries. */
export const pingThrough = (
  world: World,
  outfit: Outfit,
  { host, from }: { readonly host: string; readonly from: string },
  at: Instant,
): string => {
  const way = waysOf(outfit).find((path) => leadsOut(world, outfit, path, at));
  const up = outfit.site.tunnel === 'up' && world.office.line && outfit.unit.power.is === 'on' && way !== undefined;
  const ms = way?.way === 'cellular' ? 96 : 24;
  const replies = up
    ? Array.from({ length: asked }, (_, i) => `64 bytes from ${host}: icmp_seq=${i + 1} ttl=62 time=${ms + 2 * i} ms`)
    : [];
  return [
    `PING ${host} (${host}) from ${from} : 56(84) bytes of data.`,
    ...replies,
    `--- ${host} ping statistics ---`,
    `${asked} packets transmitted, ${replies.length} received`,
  ].join('\n');
};
