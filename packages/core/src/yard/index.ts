export * from './dialogue.ts';
export * from './modem.ts';
export * from './of-station.ts';
export * from './programmed.ts';
export * from './texts.ts';
export * from './unit.ts';
