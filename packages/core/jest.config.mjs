import { base } from '../../jest.base.mjs';

export default { ...base, displayName: 'core', testMatch: ['<rootDir>/src/**/*.test.ts'] };
