export * from './arrival.ts';
export { asItRuns, asPlanned, calledOver, type Heard, inUse, type JudgedBy } from './context.ts';
export { evidenceOf, type Matched, matched } from './evidence-of.ts';
export * from './hold.ts';
export * from './lamps.ts';
export { type Reason, reason, sayReason } from './reason.ts';
export { type LampResult, type Verdict, verdicts, worst } from './result.ts';
export * from './rules.ts';
export { howInWords } from './words.en.ts';
