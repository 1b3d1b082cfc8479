export * from './card/apn.ts';
export * from './card/identifiers.ts';
export * from './card/luhn.ts';
export * from './ip/address.ts';
