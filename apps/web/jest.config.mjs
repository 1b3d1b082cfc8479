import { base } from '../../jest.base.mjs';

export default {
  ...base,
  displayName: 'web',
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  testEnvironment: 'node',
  testEnvironmentOptions: { globalsCleanup: 'off' }, // else Dexie ends in a call stack that is too deep
  setupFiles: ['<rootDir>/src/testing/browser.ts'],
};
