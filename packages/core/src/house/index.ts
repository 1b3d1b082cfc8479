export * from './house.ts';
