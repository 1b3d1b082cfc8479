export { groupedBy } from './group-by.ts';
export * from './json.ts';
export * from './names.ts';
export * from './roles.ts';
