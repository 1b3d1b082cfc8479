export * from './problem.ts';
export * from './shape.ts';
export { sentence } from './words.en.ts';
export * from './worked.ts';
