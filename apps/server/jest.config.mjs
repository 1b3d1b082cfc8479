import { base } from '../../jest.base.mjs';

export default { ...base, displayName: 'server', testMatch: ['<rootDir>/src/**/*.test.ts'] };
