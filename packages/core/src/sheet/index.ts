export * from './bindings.ts';
export * from './cautions.ts';
export * from './parameter.ts';
export * from './readings.ts';
export * from './table.ts';
export * from './value.ts';
