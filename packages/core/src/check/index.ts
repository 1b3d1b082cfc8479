export { kindWords } from './agree.ts';
export * from './check.ts';
export * from './fleet.ts';
export { type Around, type Bridge, type Finding, type Rule, severities, type Severity, type Traits } from './rule.ts';
export { rules } from './rules/index.ts';
export { trapWords } from './trap-words.en.ts';
export * from './traps.ts';
export { sayFinding } from './words.en.ts';
