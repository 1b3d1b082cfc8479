// Passwords: how they are kept, and which are none. scrypt (RFC 7914) by Node's own crypto, outside of the event loop.
import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { zxcvbn, zxcvbnOptions } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { leastPassword, mostPassword } from '@green-lamp/core/api';
import { type Problem, problem } from '@green-lamp/core/problem';

/** Cost, block size, parallelism: 32 MiB and three rounds (OWASP's password storage sheet, from memory). */
const cost = { N: 32_768, r: 8, p: 3 } as const;
const octets = 32;
const most = 64 * 1024 * 1024;

type Cost = { readonly N: number; readonly r: number; readonly p: number };
export const derive = (password: string, salt: Uint8Array, { N, r, p }: Cost, length = octets): Promise<Buffer> =>
  new Promise((done, failed) => {
    scrypt(password.normalize('NFC'), salt, length, { N, r, p, maxmem: most }, (error, key) => {
      if (error === null) done(key);
      else failed(error);
    });
  });

/** A password as it is kept: scrypt$N$r$p$salt$key. */
export const keepPassword = async (password: string): Promise<string> => {
  const salt = randomBytes(16);
  const key = await derive(password, salt, cost);
  return ['scrypt', cost.N, cost.r, cost.p, salt.toString('base64url'), key.toString('base64url')].join('$');
};

/** For names that nobody has: it takes as long as a wrong password. */
const nobody = ['scrypt', cost.N, cost.r, cost.p, Buffer.alloc(16).toString('base64url'), Buffer.alloc(octets).toString('base64url')].join(
  '$',
);

export const isPassword = async (password: string, kept: string | null): Promise<boolean> => {
  const [, N, r, p, salt = '', key = ''] = (kept ?? nobody).split('$');
  const want = Buffer.from(key, 'base64url');
  const got = await derive(password, Buffer.from(salt, 'base64url'), { N: Number(N), r: Number(r), p: Number(p) }, want.length);
  return timingSafeEqual(got, want) && kept !== null;
};

/** What this job would add to the passwords that are tried first. */
const ofThisJob = ['greenlamp', 'green lamp', 'telemetry', 'passwort', 'station'];
zxcvbnOptions.setOptions({ dictionary: { ...dictionary, ofThisJob }, graphs: adjacencyGraphs });
/** From this class on (0 to 4) a password withstands guessing where it is kept slowly, as here: 10¹⁰ guesses. The library's own scale. */
const leastClass = 4;

/** What keeps a text from being a password: its length, and that a list of broken passwords, a row of keys, a date, repeats or the person's name bring one to it in few guesses. No rule on its kinds of characters (OWASP ASVS 4.0.3, 2.1.7 and 2.1.9). */
export const passwordFaults = (password: string, name: string): Problem[] => {
  const { length } = Array.from(password);
  if (length < leastPassword)
    return [
      problem('refused', 'password', {
        why: `it has ${length} characters; ${leastPassword} are the least. Three or four words are easy to keep.`,
      }),
    ];
  if (length > mostPassword) return [problem('long', 'password', { most: mostPassword, in: 'characters' })];
  const { score } = zxcvbn(password, [name, ...name.split(/\s+/)]);
  return score < leastClass
    ? [
        problem('refused', 'password', {
          why: 'it is one of the first that are tried. Take three or four words that do not belong together.',
        }),
      ]
    : [];
};
