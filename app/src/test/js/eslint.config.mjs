// What watches over the scripts of the browser; ./kerygma test runs it.
import js from '@eslint/js';
import globals from 'globals';

export default [
  js.configs.recommended,
  {
    languageOptions: { globals: { ...globals.browser, Alpine: 'readonly' } },
    rules: {
      'array-callback-return': 'error',
      'consistent-return': 'error',
      eqeqeq: 'error',
      'no-implicit-globals': 'error',
      'no-shadow': 'error',
      'no-unused-expressions': ['error', { allowShortCircuit: true }],
      'no-use-before-define': ['error', { functions: false, classes: false, variables: false }],
      'no-var': 'error',
      'prefer-const': 'error',
    },
  },
  { files: ['**/*.mjs'], languageOptions: { globals: globals.node } },
];
