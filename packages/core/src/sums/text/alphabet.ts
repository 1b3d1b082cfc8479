// The 7-bit default alphabet of text messages and its extension (3GPP TS 23.038, clauses 6.2.1 and 6.2.1.1), and how septets are packed (6.1.2.1.1).

/** Characters by their code, 00 to 7F; the escape stands at 1B. */
export const basicAlphabet: readonly string[] = Array.from(
  '@£$¥èéùìòÇ\nØø\rÅåΔ_ΦΓΛΩΠΨΣΘΞ\u001bÆæßÉ !"#¤%&\'()*+,-./0123456789:;<=>?¡ABCDEFGHIJKLMNOPQRSTUVWXYZÄÖÑÜ§¿abcdefghijklmnopqrstuvwxyzäöñüà',
);
/** Characters behind the escape, by their code. */
export const extension: ReadonlyMap<string, number> = new Map([
  ['\f', 0x0a],
  ['^', 0x14],
  ['{', 0x28],
  ['}', 0x29],
  ['\\', 0x2f],
  ['[', 0x3c],
  ['~', 0x3d],
  [']', 0x3e],
  ['|', 0x40],
  ['€', 0x65],
]);
const escape = 0x1b;
const codes: ReadonlyMap<string, number> = new Map(basicAlphabet.flatMap((of, code) => (code === escape ? [] : [[of, code] as const])));
const behind: ReadonlyMap<number, string> = new Map([...extension].map(([of, code]) => [code, of]));

/** Septets of a text; null where a character is not in the alphabet. */
export const septetsOf = (text: string): number[] | null => {
  const septets: number[] = [];
  for (const of of text) {
    const code = codes.get(of);
    const escaped = extension.get(of);
    if (code !== undefined) septets.push(code);
    else if (escaped !== undefined) septets.push(escape, escaped);
    else return null;
  }
  return septets;
};

/** The text of septets; an unknown code behind the escape is read as if there were none, as the standard asks. */
export const textOfSeptets = (septets: readonly number[]): string => {
  let text = '';
  let escaped = false;
  for (const code of septets) {
    if (code === escape && !escaped) {
      escaped = true;
      continue;
    }
    text += (escaped ? behind.get(code) : undefined) ?? basicAlphabet[code] ?? '';
    escaped = false;
  }
  return text;
};

/** Septets packed into octets, low bits first; `fill` empty bits lead, so that a header ends on a septet (0 to 6). */
export const packSeptets = (septets: readonly number[], fill = 0): Uint8Array => {
  const bytes = new Uint8Array(Math.ceil((fill + septets.length * 7) / 8));
  septets.forEach((septet, i) => {
    const at = fill + i * 7;
    const [byte, shift] = [Math.floor(at / 8), at % 8];
    const wide = septet << shift;
    bytes[byte] = (bytes[byte] ?? 0) | (wide & 0xff);
    if (wide > 0xff) bytes[byte + 1] = (bytes[byte + 1] ?? 0) | (wide >> 8);
  });
  return bytes;
};

/** So many septets out of octets, after `fill` bits. */
export const unpackSeptets = (bytes: Uint8Array, count: number, fill = 0): number[] =>
  Array.from({ length: count }, (_, i) => {
    const at = fill + i * 7;
    const [byte, shift] = [Math.floor(at / 8), at % 8];
    return (((bytes[byte] ?? 0) >> shift) | ((bytes[byte + 1] ?? 0) << (8 - shift))) & 0x7f;
  });
