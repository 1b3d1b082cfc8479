// RFC 8785 text and SHA-256 over it: the form in which an entry is stored, hashed and exported.
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import serialize from 'canonicalize';
import { isSha256, type Json, type Sha256, sure } from '../name/index.ts';

/** The RFC 8785 text of pure JSON. Throws a TypeError on anything else: parse first. */
export const canonical = (value: Json): string => {
  const text = serialize(value);
  if (text === undefined) throw new TypeError('not pure JSON');
  return text;
};

export const same = (a: Json | undefined, b: Json | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && canonical(a) === canonical(b));

export const sha256Of = (bytes: Uint8Array): Sha256 => sure(isSha256, bytesToHex(sha256(bytes)));
export const hashOf = (text: string): Sha256 => sha256Of(new TextEncoder().encode(text));
