export * from './next.ts';
export * from './pending.ts';
export * from './summary.ts';
