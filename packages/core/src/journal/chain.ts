// The chain of a stream: link = SHA-256(previous link ‖ hash ‖ canonical {seq, received}) over raw octets; the first previous link is SHA-256(stream).
import { hexToBytes } from '@noble/hashes/utils.js';
import type { Sha256, Stream } from '../name/index.ts';
import type { Instant } from '../quantity/index.ts';
import { canonical, hashOf, sha256Of } from './canonical.ts';

export type Kept = { text: string; hash: Sha256; seq: number; received: Instant; link: Sha256 };

export const firstLink = (stream: Stream): Sha256 => hashOf(stream);

/** The link after another one. `sha256` is for whoever has a faster one at hand than the core's own. */
export const linkOf = (
  previous: Sha256,
  hash: Sha256,
  seq: number,
  received: Instant,
  sha256: (octets: Uint8Array) => Sha256 = sha256Of,
): Sha256 => {
  const tail = new TextEncoder().encode(canonical({ received, seq }));
  const octets = new Uint8Array(64 + tail.length);
  octets.set(hexToBytes(previous));
  octets.set(hexToBytes(hash), 32);
  octets.set(tail, 64);
  return sha256(octets);
};

export type ChainFault = { seq: number; what: 'hash' | 'link' | 'sequence' | 'received' };

/** Where a stream's kept entries, in order of seq, break their chain, or null. A cut tail only shows against a head kept elsewhere. */
export const chainFault = (stream: Stream, kept: readonly Kept[]): ChainFault | null => {
  let link = firstLink(stream);
  let received = -1;
  for (const [i, entry] of kept.entries()) {
    if (entry.seq !== i + 1) return { seq: entry.seq, what: 'sequence' };
    if (entry.received <= received) return { seq: entry.seq, what: 'received' };
    if (hashOf(entry.text) !== entry.hash) return { seq: entry.seq, what: 'hash' };
    link = linkOf(link, entry.hash, entry.seq, entry.received);
    if (link !== entry.link) return { seq: entry.seq, what: 'link' };
    received = entry.received;
  }
  return null;
};
