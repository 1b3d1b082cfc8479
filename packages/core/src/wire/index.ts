export * as line from './line/records.ts';
export { lineWhy } from './line/words.en.ts';
export type { LineFault, LineRecord, LineWhy } from './line/records.ts';
export * from './sealed/box.ts';
