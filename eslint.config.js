import js from '@eslint/js';
import globals from 'globals';
import ts from 'typescript-eslint';
import vue from 'eslint-plugin-vue';

/** Arrows go one way: web, server, cli and paper may import the core; the core imports none of them. */
const upward = [
  '@bemtor/paper*',
  '@bemtor/server*',
  '@bemtor/web*',
  '@bemtor/cli*',
  '**/paper/src/**',
  '**/server/**',
  '**/web/**',
  '**/cli/**',
];

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'test-results/**', 'playwright-report/**'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser }, globals: globals.browser },
    rules: {
      // Layout is Prettier's business; these rules would fight it.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
    },
  },
  {
    // Screens are made of the kit: it alone knows what a control is here.
    files: ['web/src/**/*.vue'],
    ignores: ['web/src/kit/**'],
    rules: {
      'vue/no-restricted-html-elements': [
        'error',
        ...['button', 'input', 'select', 'textarea', 'table', 'dialog', 'v-btn', 'v-dialog'].map(
          (element) => ({
            element,
            message: 'Take the control of web/src/kit.',
          }),
        ),
      ],
      'vue/no-restricted-syntax': [
        'error',
        {
          selector:
            "VElement[rawName=/^(li|tr|td|div|span|p|section|ul|ol|article|img|figure)$/] > VStartTag > VAttribute[directive=true][key.name.name='on'][key.argument.name=/^(click|pointerdown)$/]",
          message: 'What can be pressed is a control of web/src/kit.',
        },
      ],
    },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      // Unknown is absent or null in every document: `== null` asks for both, on purpose.
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-undef': 'off',
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/src/testing/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: [...upward, 'node:*', 'fs', 'path', 'vue*'],
              message: 'The core is pure: no I/O, no interface code.',
            },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        'fetch',
        'window',
        'document',
        'process',
        'setTimeout',
        'setInterval',
        'performance',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Seeds come in as arguments.' },
        { object: 'Date', property: 'now', message: 'Time comes in as an argument.' },
      ],
    },
  },
  {
    files: ['web/src/**/*.{ts,vue}', 'cli/src/**/*.ts', 'server/src/**/*.ts', 'paper/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['**/core/src/**', '@bemtor/core/*'],
              message: 'Import the core by its barrel, @bemtor/core.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['core/src/reader/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 40, skipBlankLines: true, skipComments: true }],
    },
  },
  // Playwright wants its fixtures' first argument taken apart, even where nothing is taken.
  { files: ['e2e/**'], rules: { 'no-empty-pattern': 'off' } },
  { files: ['demo/**', 'core/src/reader/lexicon/**'], rules: { 'max-lines': 'off' } },
);
