export * from './acts.ts';
export { nextAt, runWorld, sendText, type Stepped, waysOf } from './run.ts';
export * from './trace.ts';
export * from './world.ts';
export * from './view.ts';
export * from './status.ts';
