import { base } from '../../jest.base.mjs';

export default { ...base, displayName: 'cli', testMatch: ['<rootDir>/src/**/*.test.ts'] };
