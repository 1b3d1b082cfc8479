export * from './attribution.ts';
export * from './drills.ts';
export * from './evidence.ts';
export * from './table.ts';
