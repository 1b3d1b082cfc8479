export * from './carriers.ts';
