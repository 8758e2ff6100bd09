import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

const outside = [
  'window',
  'document',
  'process',
  'Buffer',
  'console',
  'fetch',
  'setTimeout',
  'setInterval',
  'localStorage',
  'performance',
  'require',
].map((name) => ({ name, message: 'pure rooms know no host' }));

export default ts.config(
  { ignores: ['dist/', 'node_modules/', '.astro/', '.data/', 'drizzle/'] },
  js.configs.recommended,
  ...ts.configs.recommendedTypeChecked,
  {
    languageOptions: {
      globals: { ...globals.node, ...globals.browser },
      parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname },
    },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-empty': ['error', { allowEmptyCatch: false }],
      eqeqeq: 'error',
      'max-lines': ['error', 400],
      'one-var': ['error', 'never'],
      'no-control-regex': 'off',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/require-await': 'off', // a port may answer at once
    },
  },
  { files: ['**/*.{js,mjs,cjs,d.mts}'], ...ts.configs.disableTypeChecked },
  {
    files: ['**/*.test.ts', 'test/**', 'bench/**'], // what a program prints is looked at as it comes
    rules: Object.fromEntries(
      ['argument', 'assignment', 'member-access', 'return', 'call'].map((n) => [
        `@typescript-eslint/no-unsafe-${n}`,
        'off',
      ]),
    ),
  },
  {
    files: ['**/*.tsx'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'off' },
  },
  {
    files: ['src/core/**/*.ts', 'src/areas/*/{model,kinds,settings}/**/*.ts', 'src/areas/rules/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', ...outside],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'pure rooms are repeatable' },
        { object: 'Date', property: 'now', message: 'pure rooms have no clock' },
      ],
    },
  },
  {
    files: ['**/*.cjs'],
    languageOptions: { globals: globals.node },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
);
