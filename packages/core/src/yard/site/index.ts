export * from './office.ts';
export * from './portal.ts';
export * from './site.ts';
