// A name as words: small letters without accents, parted at anything else and at capitals inside, so that `simStatus`, `SIM status` and `sim_status` are one.

export const wordsOfName = (name: string): string[] =>
  name
    .replace(/([a-z\d])([A-Z][a-z])/g, '$1 $2')
    .replace(/([a-z])([A-Z]{2,})/g, '$1 $2')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}+]+/u)
    .filter((word) => word !== '');
export const nameWords = (name: string): string => wordsOfName(name).join(' ');
