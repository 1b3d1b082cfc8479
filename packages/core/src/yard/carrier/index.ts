export * from './carriers.ts';
export * from './names.ts';
