// A device that keeps a key, as W3C Web Authentication describes one: made with Node's own crypto, and no code of the library that the desk uses but its CBOR.
import { createHash, generateKeyPairSync, randomBytes, sign } from 'node:crypto';
import { isoCBOR } from '@simplewebauthn/server/helpers';

const sha256 = (of: string | Uint8Array): Buffer => createHash('sha256').update(of).digest();
const text = (of: Uint8Array): string => Buffer.from(of).toString('base64url');

export class Authenticator {
  readonly #keys = generateKeyPairSync('ec', { namedCurve: 'P-256' });
  readonly #id = randomBytes(16);
  counter = 0;
  /** Whether whoever holds it has shown a finger. */
  verified = true;

  get id(): string {
    return text(this.#id);
  }
  #data(host: string, more: Uint8Array = Buffer.alloc(0)): Buffer {
    const counter = Buffer.alloc(4);
    counter.writeUInt32BE(this.counter);
    return Buffer.concat([sha256(host), Buffer.from([0x01 | (this.verified ? 0x04 : 0) | (more.length > 0 ? 0x40 : 0)]), counter, more]);
  }
  #client(type: string, challenge: string, origin: string): Buffer {
    return Buffer.from(JSON.stringify({ type, challenge, origin, crossOrigin: false }));
  }
  /** What it gives when it makes a key. */
  makes(challenge: string, origin: string, host = new URL(origin).hostname): string {
    const { x = '', y = '' } = this.#keys.publicKey.export({ format: 'jwk' });
    const key = new Map<number, number | Uint8Array>([
      [1, 2],
      [3, -7],
      [-1, 1],
      [-2, new Uint8Array(Buffer.from(x, 'base64url'))],
      [-3, new Uint8Array(Buffer.from(y, 'base64url'))],
    ]);
    const length = Buffer.alloc(2);
    length.writeUInt16BE(this.#id.length);
    const authData = this.#data(host, Buffer.concat([Buffer.alloc(16), length, this.#id, isoCBOR.encode(key)]));
    const attestation = isoCBOR.encode(
      new Map<string, string | Uint8Array | Map<string, never>>([
        ['fmt', 'none'],
        ['attStmt', new Map<string, never>()],
        ['authData', new Uint8Array(authData)],
      ]),
    );
    const client = this.#client('webauthn.create', challenge, origin);
    const response = { clientDataJSON: text(client), attestationObject: text(attestation), transports: ['internal'] };
    return JSON.stringify({ id: this.id, rawId: this.id, type: 'public-key', clientExtensionResults: {}, response });
  }
  /** What it gives when it signs. */
  signs(challenge: string, origin: string, host = new URL(origin).hostname): string {
    this.counter++;
    const [data, client] = [this.#data(host), this.#client('webauthn.get', challenge, origin)];
    const signature = sign('sha256', Buffer.concat([data, sha256(client)]), this.#keys.privateKey);
    const response = { clientDataJSON: text(client), authenticatorData: text(data), signature: text(signature) };
    return JSON.stringify({ id: this.id, rawId: this.id, type: 'public-key', clientExtensionResults: {}, response });
  }
}
