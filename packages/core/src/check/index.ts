export * from './check.ts';
export { type Around, type Finding, type Rule, type Severity, type Traits } from './rule.ts';
export { rules } from './rules/index.ts';
export { sayFinding } from './words.en.ts';
