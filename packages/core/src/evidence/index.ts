export * from './attribution.ts';
export * from './evidence.ts';
export * from './table.ts';
