import { base } from '../../jest.base.mjs';

export default { ...base, displayName: 'web', testMatch: ['<rootDir>/src/**/*.test.ts'] };
