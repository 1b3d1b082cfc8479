export * from './dale.ts';
export * from './level.ts';
