export * from './desk.ts';
export type * from './entries.ts';
export type * from './live.ts';
export type * from './remote.ts';
export * from './stations.ts';
