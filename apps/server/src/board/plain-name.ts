/** A name or what it is looked for by: small letters, no accents, no half characters. */
export const plainName = (name: string): string => name.toWellFormed().normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
