// Networks: what lies in them, where they end, whether two overlap (RFC 4632; a /31 has no broadcast by RFC 3021).
import { Address4, Address6 } from 'ip-address';
import { inNetwork } from './address.ts';

export type Subnet = {
  /** First address, written as address/prefix. */
  readonly network: string;
  readonly first: string;
  /** Last address: the broadcast where there is one. */
  readonly last: string;
  readonly prefix: number;
  readonly hasBroadcast: boolean;
  /** How many hosts fit; 2^53 at most. */
  readonly hosts: number;
};

/** What a network written as address/prefix is; null for what is none. */
export const subnetOf = (text: string): Subnet | null => {
  try {
    if (!/^[0-9a-fA-F.:]+\/\d{1,3}$/.test(text)) return null;
    const of = text.includes(':') ? new Address6(text) : new Address4(text);
    const prefix = of.subnetMask;
    const first = of.startAddress().correctForm();
    const bits = (of instanceof Address4 ? 32 : 128) - prefix;
    const hasBroadcast = of instanceof Address4 && bits >= 2;
    const size = 2 ** Math.min(bits, 53);
    return {
      network: `${first}/${prefix}`,
      first,
      last: of.endAddress().correctForm(),
      prefix,
      hasBroadcast,
      hosts: hasBroadcast ? size - 2 : size,
    };
  } catch {
    return null;
  }
};

/** The prefix length of a mask such as 255.255.255.0; null where its ones are not all in front. */
export const prefixOfMask = (mask: string): number | null => {
  if (!/^(?:\d{1,3}\.){3}\d{1,3}$/.test(mask)) return null;
  const octets = mask.split('.').map(Number);
  const bits = octets.map((octet) => octet.toString(2).padStart(8, '0')).join('');
  return octets.every((octet) => octet <= 255) && /^1*0*$/.test(bits) ? bits.replace(/0+$/, '').length : null;
};

/** Whether two networks written as address/prefix share an address. */
export const overlap = (one: string, other: string): boolean => {
  const [a, b] = [subnetOf(one), subnetOf(other)];
  if (a === null || b === null) return false;
  return a.prefix <= b.prefix ? inNetwork(b.first, a.network) : inNetwork(a.first, b.network);
};

/** What keeps an address from being a host of a network: outside of it, its first (network) or its last (broadcast) address; null where it can be one. */
export const hostFault = (address: string, network: string): 'outside' | 'network' | 'broadcast' | null => {
  const of = subnetOf(network);
  if (of === null) return null;
  if (!inNetwork(address, of.network)) return 'outside';
  if (!of.hasBroadcast) return null;
  return address === of.first ? 'network' : address === of.last ? 'broadcast' : null;
};

/** Whether an IPv4 address lies between two others, ends included. */
export const between = (address: string, from: string, to: string): boolean => {
  try {
    const [a, b, c] = [new Address4(address).bigInt(), new Address4(from).bigInt(), new Address4(to).bigInt()];
    return a >= b && a <= c;
  } catch {
    return false;
  }
};
