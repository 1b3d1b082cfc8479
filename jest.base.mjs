// Shared by every package's Jest project: swc for TypeScript and for ESM-only packages, the core from its source.
export const base = {
  transform: {
    '^.+\\.[cm]?[jt]sx?$': [
      '@swc/jest',
      {
        swcrc: false,
        jsc: {
          target: 'es2023',
          parser: { syntax: 'typescript', decorators: true, tsx: true },
          transform: { legacyDecorator: true, decoratorMetadata: true, react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [],
  moduleNameMapper: {
    '^@green-lamp/core/(.+)$': '<rootDir>/../../packages/core/src/$1/index.ts',
    '^canonicalize$': '<rootDir>/../../node_modules/canonicalize/lib/canonicalize.js',
  },
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
};
