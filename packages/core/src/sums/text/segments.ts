// Text messages: which alphabet they need and how many parts they become (3GPP TS 23.038 clause 6.2.1, TS 23.040 clause 9.2.3.24).
import { basicAlphabet, extension } from './alphabet.ts';

const basic = new Set(basicAlphabet.filter((of) => of !== '\u001b'));

export type Segments = {
  readonly alphabet: '7-bit' | '16-bit';
  /** Septets, or 16-bit units. */
  readonly units: number;
  readonly parts: number;
  /** The first character that forces the 16-bit alphabet. */
  readonly odd: string | null;
};

const limits = { '7-bit': { one: 160, part: 153 }, '16-bit': { one: 70, part: 67 } } as const;

/** Counts a text as the network does. Escape pairs and surrogate pairs are never split over two parts (concatenation with an 8-bit reference). */
export const segmentsOf = (text: string): Segments => {
  const characters = Array.from(text);
  const odd = characters.find((character) => !basic.has(character) && !extension.has(character)) ?? null;
  const alphabet = odd === null ? '7-bit' : '16-bit';
  const sizes = characters.map((character) => (alphabet === '16-bit' ? character.length : extension.has(character) ? 2 : 1));
  const units = sizes.reduce((sum, size) => sum + size, 0);
  const { one, part } = limits[alphabet];
  if (units <= one) return { alphabet, units, parts: 1, odd };
  let parts = 1;
  let filled = 0;
  for (const size of sizes) {
    if (filled + size > part) {
      parts += 1;
      filled = 0;
    }
    filled += size;
  }
  return { alphabet, units, parts, odd };
};
