export default {
  maxWorkers: '100%',
  // No test asserts a time: a slow machine only takes longer.
  testTimeout: 60_000,
  projects: ['<rootDir>/packages/core', '<rootDir>/apps/server', '<rootDir>/apps/cli', '<rootDir>/apps/web'],
};
