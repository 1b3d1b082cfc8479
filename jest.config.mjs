export default {
  maxWorkers: '100%',
  projects: ['<rootDir>/packages/core', '<rootDir>/apps/server', '<rootDir>/apps/cli', '<rootDir>/apps/web'],
};
