// What a tunnel takes of each packet, and what its signs of life cost a month.
export type TunnelKind = 'WireGuard' | 'IPsec' | 'GRE' | 'IP in IP';

/** Which tunnel a sheet's own words name; null for one whose headers are not known here. */
export const tunnelKind = (words: string): TunnelKind | null =>
  /wire ?guard/i.test(words)
    ? 'WireGuard'
    : /ipsec|\besp\b|ike/i.test(words)
      ? 'IPsec'
      : /\bgre\b/i.test(words)
        ? 'GRE'
        : /ip-?in-?ip|\bipip\b/i.test(words)
          ? 'IP in IP'
          : null;

/**
 * The largest packet that fits inside, bytes, where the path's largest is `outer` (IPv4). `nat`: IPsec through UDP because of a NAT between.
 * WireGuard pads to 16 behind 60 bytes; IPsec is taken as ESP tunnel mode with AES-GCM-16: 20 + 8 + 8 + ⌈(inner + 2)/4⌉·4 + 16, and 8 more through UDP; GRE 24, IP in IP 20.
 * Sources: RFC 4303, RFC 4106, RFC 3948, RFC 2784, RFC 2003; WireGuard's own paper (from memory). Null where nothing fits.
 */
export const tunnelInner = (kind: TunnelKind, outer: number, { nat }: { readonly nat: boolean }): number | null => {
  const down = (n: number, to: number): number => Math.floor(n / to) * to;
  const inner =
    kind === 'WireGuard'
      ? down(outer - 60, 16)
      : kind === 'IPsec'
        ? down(outer - 20 - (nat ? 8 : 0) - 8 - 8 - 16, 4) - 2
        : outer - (kind === 'GRE' ? 24 : 20);
  return inner >= 68 ? inner : null;
};

/** Bytes of one sign of life on the path, IPv4: WireGuard 60, IPsec's NAT keepalive 29 (RFC 3948: one byte in UDP); of the others an empty packet of 48. */
export const keepaliveBytes = (kind: TunnelKind | null): number => (kind === 'WireGuard' ? 60 : kind === 'IPsec' ? 29 : 48);

const thirtyDays = 30 * 86_400_000;
/** What signs of life every `every` ms cost in thirty days, bytes, both ways where they are answered; 0 without any. */
export const keepaliveMonth = (kind: TunnelKind | null, every: number, answered: boolean): number =>
  every > 0 ? Math.round((thirtyDays / every) * keepaliveBytes(kind) * (answered ? 2 : 1)) : 0;
