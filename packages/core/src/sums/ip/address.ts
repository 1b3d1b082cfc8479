// Addresses as the trade types them. Strict: '010' is refused with what each reader would take it for, never read as octal.
import { Address4, Address6 } from 'ip-address';
import { bad, good, type Parsed, problem } from '../../problem/index.ts';

export type AddressKind =
  | 'private'
  | 'carrier NAT'
  | 'documentation'
  | 'loopback'
  | 'link-local'
  | 'unspecified'
  | 'multicast'
  | 'reserved'
  | 'public';
export type Address = { family: 4 | 6; text: string; kind: AddressKind };

const faultOf = (typed: string): string => {
  const octets = typed.split('.');
  if (/\s/.test(typed)) return 'It has a space in it.';
  if (octets.length > 4) return `It has ${octets.length} octets; an IPv4 address has four.`;
  const over = octets.find((octet) => Number(octet) > 255);
  if (over !== undefined) return `${over} is over 255.`;
  const zero = octets.find((octet) => /^0\d+$/.test(octet));
  if (zero !== undefined) {
    const octal = /^[0-7]+$/.test(zero) ? `, others as ${Number.parseInt(zero, 8)}` : '';
    return `Some read ${zero} as ${Number(zero)}${octal}. Write it without the zero.`;
  }
  return 'Write four numbers from 0 to 255 with dots, or an IPv6 address.';
};

// IANA special-purpose registries (RFC 6890, from memory): rows that the library gives no flag for, or another one, checked first and in this order.
const more: readonly (readonly [string, AddressKind])[] = [
  ['0.0.0.0/32', 'unspecified'],
  ['0.0.0.0/8', 'reserved'],
  ['198.18.0.0/15', 'reserved'],
  ['::ffff:0:0/96', 'reserved'],
  ['64:ff9b:1::/48', 'reserved'],
  ['100:0:0:1::/64', 'reserved'],
  ['2001::/23', 'reserved'],
  ['2002::/16', 'reserved'],
  ['3fff::/20', 'documentation'],
  ['fec0::/10', 'reserved'],
  ['192.0.0.0/24', 'reserved'],
  ['192.88.99.0/24', 'reserved'],
  ['64:ff9b::/96', 'reserved'],
  ['100::/64', 'reserved'],
  ['5f00::/16', 'reserved'],
  ['2001:20::/28', 'reserved'],
];

const kindOf = (address: Address4 | Address6): AddressKind => {
  const special = more.find(([net]) =>
    net.includes(':')
      ? address instanceof Address6 && address.isInSubnet(new Address6(net))
      : address instanceof Address4 && address.isInSubnet(new Address4(net)),
  );
  if (special) return special[1];
  if (address.isUnspecified()) return 'unspecified';
  if (address.isLoopback()) return 'loopback';
  if (address.isLinkLocal()) return 'link-local';
  if (address.isMulticast()) return 'multicast';
  if (address.isDocumentation()) return 'documentation';
  if (address instanceof Address4 ? address.isPrivate() : address.isULA()) return 'private';
  if (address instanceof Address4 && address.isCGNAT()) return 'carrier NAT';
  return address instanceof Address4 && address.isReserved() ? 'reserved' : 'public';
};

/** An IPv4 or IPv6 address. Refuses leading zeros, five octets, blanks and zone indices. IPv6 is given back in RFC 5952 form. */
export const parseAddress = (typed: string, path = ''): Parsed<Address> => {
  try {
    if (typed.includes(':')) {
      if (/[%/]/.test(typed)) return bad(problem('address', path, { got: typed.slice(0, 60), why: 'Leave out the part from % or / on.' }));
      const six = new Address6(typed);
      return good({ family: 6, text: six.correctForm(), kind: kindOf(six) });
    }
    if (!/^(?:(?:0|[1-9]\d{0,2})\.){3}(?:0|[1-9]\d{0,2})$/.test(typed)) throw new RangeError('form');
    const four = new Address4(typed);
    return good({ family: 4, text: four.correctForm(), kind: kindOf(four) });
  } catch {
    return bad(problem('address', path, { got: typed.slice(0, 60), why: faultOf(typed) }));
  }
};

/** Whether an address lies in a network written as address/prefix; false for mixed families and for what is neither. */
export const inNetwork = (address: string, network: string): boolean => {
  try {
    if (!/^[0-9a-fA-F.:]+\/\d{1,3}$/.test(network)) return false;
    return network.includes(':')
      ? address.includes(':') && new Address6(address).isInSubnet(new Address6(network))
      : !address.includes(':') && new Address4(address).isInSubnet(new Address4(network));
  } catch {
    return false;
  }
};

/** Whether two addresses lie in one network, the first in the network that the second is written with (address/prefix); an IPv6 network counts as its /64. */
export const sameNetwork = (address: string, network: string): boolean =>
  inNetwork(address, network.includes(':') ? network.replace(/\/.*$/, '/64') : network);

/** Whether a network is too wide to tell a path from the world: wider than /8, for IPv6 wider than /16; also what is none. */
export const isTooWide = (network: string): boolean => {
  const prefix = /\/(\d{1,3})$/.exec(network)?.[1];
  return prefix === undefined || Number(prefix) < (network.includes(':') ? 16 : 8);
};

export type Host = { kind: 'address'; address: Address } | { kind: 'name'; name: string };

/** A desk's address or host name (RFC 1123 §2.1: letters, digits, hyphens; the last label not all digits). */
export const parseHost = (typed: string, path = ''): Parsed<Host> => {
  if (typed.includes(':') || /^[\d.\s]+$/.test(typed)) {
    const address = parseAddress(typed, path);
    return address.ok ? good({ kind: 'address', address: address.value }) : address;
  }
  const name = typed.toLowerCase();
  const named =
    name.length <= 253 && /^(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)*[a-z0-9-]*[a-z][a-z0-9-]*$/.test(name) && !name.endsWith('-');
  return named ? good({ kind: 'name', name }) : bad(problem('form', path, { want: 'an address or a host name', got: typed.slice(0, 60) }));
};
