export * from './next.ts';
export * from './pending.ts';
