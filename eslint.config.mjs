import { fileURLToPath } from 'node:url';
import js from '@eslint/js';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import regexp from 'eslint-plugin-regexp';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const ownOnly = {
  selector: "BinaryExpression[operator='in'][left.type!='Literal']",
  message: 'Look up own properties only: isOwn or own of core/own.ts.',
};

export default tseslint.config(
  { ignores: ['node_modules/', '.next/', '.next-test/', '.data/', 'next-env.d.ts', 'test-results/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['**/*.tsx'],
    plugins: { 'react-hooks': reactHooks, ...jsxA11y.flatConfigs.recommended.plugins },
    rules: { ...reactHooks.configs.recommended.rules, ...jsxA11y.flatConfigs.recommended.rules },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  {
    // What the compiler knows of types: every kind has its case, and nothing is begun that nobody waits for.
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: fileURLToPath(new URL('.', import.meta.url)) },
    },
    rules: {
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-unnecessary-condition': ['error', { allowConstantLoopConditions: true }],
    },
  },
  {
    // What a person or a stranger typed is read in a time that grows with its length and no faster.
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'certain' }],
      'regexp/no-super-linear-move': ['error', { report: 'certain' }],
    },
  },
  {
    // What was typed is looked up among a table's own words: every object answers to `constructor` too.
    files: ['core/**/*.ts', 'desk/**/*.ts', 'app/**/*.{ts,tsx}', 'components/**/*.{ts,tsx}', 'door/**/*.ts'],
    rules: { 'no-restricted-syntax': ['error', ownOnly] },
  },
  {
    // Pages and forms ask the desk; how the tables are called is its own affair.
    files: ['app/**/*.{ts,tsx}', 'components/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ownOnly,
        {
          selector: "MemberExpression[object.name='db'][property.name=/^[A-Z]/]",
          message: 'Ask the desk: what pages list stands in desk/read/lists.ts.',
        },
      ],
    },
  },
  {
    // What decides much, or goes on for long, is read in parts that have names.
    rules: { complexity: ['error', 20] },
  },
  {
    // A description of tests holds them all.
    ignores: ['**/*.test.{ts,tsx}'],
    rules: { 'max-lines-per-function': ['error', { max: 120, skipBlankLines: true, skipComments: true }] },
  },
  {
    // The core has no clock and no chance of its own: instants and seeds are arguments.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'performance', 'localStorage'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now' },
        { object: 'Math', property: 'random' },
      ],
      'no-restricted-syntax': [
        'error',
        ownOnly,
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'The core has no clock: take the instant as an argument.',
        },
      ],
    },
  },
  {
    files: ['scripts/**/*.mjs', '*.mjs', '*.cjs', 'standins/**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        fetch: 'readonly',
        AbortSignal: 'readonly',
        Response: 'readonly',
        Buffer: 'readonly',
        performance: 'readonly',
        URL: 'readonly',
        module: 'writable',
      },
    },
  },
);
