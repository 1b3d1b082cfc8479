// Error numbers in plain words: +CME (3GPP TS 27.007 clause 9.2) and +CMS (3GPP TS 27.005 clause 3.2.5).

export const cmeErrors: { readonly [code: number]: string } = {
  0: 'phone failure',
  3: 'operation not allowed',
  4: 'operation not supported',
  5: 'PH-SIM PIN required',
  10: 'SIM not inserted',
  11: 'SIM PIN required',
  12: 'SIM PUK required',
  13: 'SIM failure',
  14: 'SIM busy',
  15: 'SIM wrong',
  16: 'incorrect password',
  17: 'SIM PIN2 required',
  18: 'SIM PUK2 required',
  20: 'memory full',
  21: 'invalid index',
  22: 'not found',
  26: 'dial string too long',
  30: 'no network service',
  31: 'network timeout',
  32: 'network not allowed, emergency calls only',
  40: 'network personalisation PIN required',
  50: 'incorrect parameters',
  100: 'unknown',
  103: 'illegal device',
  106: 'illegal ME',
  107: 'PS services not allowed',
  111: 'PLMN not allowed',
  112: 'area not allowed',
  113: 'roaming not allowed in this area',
  126: 'insufficient resources',
  127: 'missing or unknown APN',
  128: 'unknown PDP type',
  129: 'user authentication failed',
  130: 'rejected by the gateway',
  131: 'rejected, unspecified',
  132: 'service option not supported',
  133: 'service option not subscribed',
  134: 'service option temporarily out of order',
  148: 'unspecified GPRS error',
  149: 'PDP authentication failure',
  150: 'invalid mobile class',
  177: 'operator determined barring',
  192: 'IPv4 only allowed',
  193: 'IPv6 only allowed',
};

export const cmsErrors: { readonly [code: number]: string } = {
  300: 'ME failure',
  302: 'operation not allowed',
  304: 'invalid PDU parameter',
  305: 'invalid text parameter',
  310: 'SIM not inserted',
  311: 'SIM PIN required',
  313: 'SIM failure',
  314: 'SIM busy',
  316: 'SIM PUK required',
  320: 'memory failure',
  321: 'invalid index',
  322: 'memory full',
  330: 'SMSC address unknown',
  331: 'no network service',
  332: 'network timeout',
  500: 'unknown error',
};

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();
const byWords: ReadonlyMap<string, number> = new Map(Object.entries(cmeErrors).map(([code, words]) => [plain(words), Number(code)]));

/** The number of a +CME error that came in words (AT+CMEE=2), or null. */
export const cmeNumber = (words: string): number | null => byWords.get(plain(words)) ?? null;
