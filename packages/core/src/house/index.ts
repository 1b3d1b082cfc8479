export * from './house.ts';
export * from './schools.ts';
