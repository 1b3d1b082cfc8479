export * from './dialogue.ts';
export * from './modem.ts';
export { cardTouched, powerOff, powerOn, restart, stateNumber } from './radio.ts';
export { cmsErrors } from './texts.ts';
