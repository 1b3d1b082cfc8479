export * from './callers.ts';
export * from './chance.ts';
export * from './demo.ts';
export * from './station.ts';
