export * from './counted.ts';
export * from './duration.ts';
export * from './in.ts';
export * from './moment.ts';
export * from './show.ts';
