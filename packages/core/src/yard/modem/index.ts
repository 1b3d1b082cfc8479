export * from './dialogue.ts';
export * from './modem.ts';
export { cardTouched, powerOff, powerOn, restart, stateNumber } from './radio.ts';
export { deliverText } from './texts.ts';
export { basicTable, type CommandRow, commandTable } from './table.ts';
