// Whether addresses are changed on the way: what a device shows as its own against what the other end saw.
import { parseAddress } from './address.ts';

export type NatIs = 'same' | 'carrier' | 'private' | 'another' | 'no address';

/**
 * What lies between a device and whoever saw it: nothing, a carrier's NAT (RFC 6598: 100.64.0.0/10), a NAT before a private network
 * (RFC 1918, RFC 4193), or another way than this device. `shown` and `seen` as text; 'no address' where one of them is none.
 */
export const natBetween = (shown: string, seen: string): NatIs => {
  const [own, there] = [parseAddress(shown.trim()), parseAddress(seen)];
  if (!own.ok || !there.ok) return 'no address';
  if (own.value.text === there.value.text) return 'same';
  if (own.value.kind === 'carrier NAT') return 'carrier';
  return own.value.kind === 'private' ? 'private' : 'another';
};
