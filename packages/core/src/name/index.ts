export * from './json.ts';
export * from './names.ts';
