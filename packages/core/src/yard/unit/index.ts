export * from './calls.ts';
export * from './kinds.ts';
export * from './local.ts';
export * from './outputs.ts';
export * from './programmed.ts';
export * from './setup.ts';
export * from './unit.ts';
export * from './uplink.ts';
