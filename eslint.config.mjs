import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const clockAndChance = [
  { name: 'Date', message: 'The core gets its instants from outside.' },
  { name: 'fetch', message: 'The core does no input or output.' },
  { name: 'globalThis', message: 'It hides the clock and the chance.' },
  { name: 'crypto', message: 'Randomness comes in.' },
  { name: 'performance', message: 'The core gets its instants from outside.' },
  { name: 'setTimeout', message: 'The core does not wait.' },
  { name: 'setInterval', message: 'The core does not wait.' },
  { name: 'process', message: 'The core knows no environment.' },
];

export default tseslint.config(
  { ignores: ['**/dist', '**/node_modules', '.cache', '**/test-results', '.demo', '.data'] },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  ...tseslint.configs.stylisticTypeChecked,
  {
    languageOptions: {
      parserOptions: {
        projectService: {
          allowDefaultProject: [
            '*.mjs',
            'scripts/*.mjs',
            'bench/*.mjs',
            'apps/*/jest.config.mjs',
            'packages/*/jest.config.mjs',
            'apps/web/vite.config.ts',
            'apps/web/compressed.ts',
          ],
          maximumDefaultProjectFileMatchCount_THIS_WILL_SLOW_DOWN_LINTING: 30,
        },
      },
    },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/consistent-type-definitions': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/dot-notation': 'off',
      '@typescript-eslint/no-unnecessary-condition': 'error',
      '@typescript-eslint/consistent-indexed-object-style': 'off',
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true, ignoreVoidOperator: true }],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', ...clockAndChance],
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['node:*', '@nestjs/*', 'react*', '@mikro-orm/*', '@green-lamp/*'],
              message: 'The core imports no framework and nothing of its neighbours.',
            },
          ],
        },
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Chance comes in as a seed.' },
        { object: 'Temporal', property: 'Now', message: 'The instant comes in.' },
      ],
    },
  },
  {
    files: ['apps/server/src/**/*.ts'],
    rules: {
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true, allowStaticOnly: true }],
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      'no-unused-private-class-members': 'off',
    },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { ...hooks.configs.recommended.rules, 'react-hooks/set-state-in-effect': 'off' }, // it takes an awaited answer for a synchronous one
  },
  {
    files: ['**/*.test.ts', 'e2e/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off', '@typescript-eslint/unbound-method': 'off', 'no-empty-pattern': 'off' },
  },
  { files: ['**/*.mjs', 'apps/web/vite.config.ts', 'apps/web/compressed.ts'], ...tseslint.configs.disableTypeChecked },
);
