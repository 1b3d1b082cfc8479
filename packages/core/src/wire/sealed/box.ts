// A secret on its way: sealed to an X25519 key (RFC 7748) with HKDF-SHA-256 (RFC 5869) and XChaCha20-Poly1305 (draft-irtf-cfrg-xchacha).
// What it belongs to is bound in, so that a box can't be moved to another place. Randomness comes in.
import { xchacha20poly1305 } from '@noble/ciphers/chacha.js';
import { x25519 } from '@noble/curves/ed25519.js';
import { hkdf } from '@noble/hashes/hkdf.js';
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, hexToBytes } from '@noble/hashes/utils.js';

export type Sealed = { readonly to: string; readonly from: string; readonly nonce: string; readonly box: string };
/** 32 bytes for the sender's passing key and 24 for the nonce. */
export type Randomness = { readonly key: Uint8Array; readonly nonce: Uint8Array };

const isHex = (text: unknown, bytes: number | null): text is string =>
  typeof text === 'string' && /^(?:[0-9a-f]{2})+$/.test(text) && (bytes === null || text.length === bytes * 2);

export const isSealed = (value: unknown): value is Sealed => {
  if (typeof value !== 'object' || value === null) return false;
  const { to, from, nonce, box } = value as { readonly [name: string]: unknown };
  return isHex(to, 32) && isHex(from, 32) && isHex(nonce, 24) && isHex(box, null) && box.length >= 32 && box.length <= 4096;
};

const keyFor = (shared: Uint8Array, from: string, to: string, about: string): Uint8Array =>
  hkdf(sha256, shared, new TextEncoder().encode(from + to), new TextEncoder().encode(`green lamp secret 1 ${about}`), 32);

export const publicKeyOf = (key: Uint8Array): string => bytesToHex(x25519.getPublicKey(key));

/** Seals a text to a public key; `about` says what it belongs to. */
export const sealTo = (to: string, about: string, plain: string, random: Randomness): Sealed => {
  const from = publicKeyOf(random.key);
  const key = keyFor(x25519.getSharedSecret(random.key, hexToBytes(to)), from, to, about);
  return {
    to,
    from,
    nonce: bytesToHex(random.nonce),
    box: bytesToHex(xchacha20poly1305(key, random.nonce).encrypt(new TextEncoder().encode(plain))),
  };
};

/** Opens what was sealed to this private key for the same `about`; null where it was not, or was touched. */
export const openSealed = (privateKey: Uint8Array, about: string, { to, from, nonce, box }: Sealed): string | null => {
  try {
    if (publicKeyOf(privateKey) !== to) return null;
    const key = keyFor(x25519.getSharedSecret(privateKey, hexToBytes(from)), from, to, about);
    return new TextDecoder('utf-8', { fatal: true }).decode(xchacha20poly1305(key, hexToBytes(nonce)).decrypt(hexToBytes(box)));
  } catch {
    return null;
  }
};
