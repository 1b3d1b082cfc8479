// Secrets as they travel: the desk's public key, what checks may know of one, and a reveal, which is an entry.
import { fields, formed, listOf, text } from '../problem/index.ts';
import { traitsShape } from './entries.ts';
import { reads, tells } from './route.ts';

const key = formed(/^[0-9a-f]{64}$/, 'a key in 64 hexadecimal digits');
const passing = {
  to: key,
  from: key,
  nonce: formed(/^[0-9a-f]{48}$/, 'a nonce in 48 hexadecimal digits'),
  box: formed(/^(?:[0-9a-f]{2})+$/, 'a sealed secret in hexadecimal digits'),
} as const;
export const secretsKey = reads('/api/secrets/key', 'To which key secrets are sealed on their way.', {}, { key });
export const secretTraits = reads(
  '/api/secrets/traits',
  'What checks may know of a station’s secrets.',
  { stream: text(60) },
  { traits: listOf(traitsShape, 10_000) },
);
export const revealSecret = tells(
  '/api/secrets/reveal',
  'Keeps a reveal as an entry, and answers the secret sealed to a key of this moment.',
  { entry: text(4096), to: key },
  { sealed: fields(passing) },
);
