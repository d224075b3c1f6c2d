import js from '@eslint/js';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  {
    ignores: [
      '**/dist/',
      '.cache/',
      'data/',
      'demo/output/',
      'test-results/',
      'playwright-report/',
    ],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  { languageOptions: { globals: { ...globals.node } } },
  {
    files: ['web/**'],
    languageOptions: { globals: { ...globals.browser } },
    ...reactHooks.configs.flat['recommended-latest'],
  },
  { files: ['web/src/**/*.tsx'], ...jsxA11y.flatConfigs.recommended },
  {
    files: ['web/src/**/*.tsx'],
    rules: {
      // A dialog puts the focus in its first field.
      'jsx-a11y/no-autofocus': 'off',
      // Text that scrolls must be within reach of the keyboard.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: ['pre'] }],
    },
  },
  {
    files: ['web/src/**'],
    // The React Compiler, which this warns about, is not used.
    rules: { 'react-hooks/incompatible-library': 'off' },
  },
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { attributes: false } },
      ],
      '@typescript-eslint/no-unnecessary-condition': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      // Taking parts off an object by name is how it is left without them.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      'no-undef': 'off',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      '@typescript-eslint/no-unnecessary-type-arguments': 'error',
      '@typescript-eslint/prefer-reduce-type-parameter': 'error',
      '@typescript-eslint/return-await': 'error',
      '@typescript-eslint/no-deprecated': 'error',
      '@typescript-eslint/no-base-to-string': 'error',
      '@typescript-eslint/no-confusing-void-expression': [
        'error',
        { ignoreArrowShorthand: true, ignoreVoidOperator: true },
      ],
      '@typescript-eslint/prefer-return-this-type': 'error',
      '@typescript-eslint/use-unknown-in-catch-callback-variable': 'error',
      '@typescript-eslint/no-shadow': [
        'error',
        { ignoreTypeValueShadow: true, ignoreOnInitialization: true, allow: ['_'] },
      ],
      complexity: ['error', 22],
      'max-params': ['error', 4],
      'max-len': ['error', { code: 1000, comments: 100, ignoreUrls: true, ignoreStrings: true }],
      eqeqeq: 'error',
    },
  },
  {
    // Tests say what they try in a row; the demo's drawing says its figures as pens do.
    files: ['**/*.test.ts', '**/testing/**', 'demo/**', 'e2e/**'],
    rules: { 'max-params': ['error', 7], complexity: ['error', 31] },
  },
  {
    files: ['e2e/**', 'demo/generate.ts'],
    // What a page computes takes what it is given under the names that it has outside.
    rules: { '@typescript-eslint/no-shadow': 'off' },
  },
);
