import js from '@eslint/js';
import importX from 'eslint-plugin-import-x';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import vueParser from 'vue-eslint-parser';

const noImports = (...patterns) => ['error', { patterns: patterns.map(([group, message]) => ({ group, message })) }];

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.data/**', 'test-results/**', 'playwright-report/**'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.{ts,vue,mjs}'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/resolver-next': [importX.createNodeResolver({ extensions: ['.ts', '.mjs', '.js'] })],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
    },
    rules: {
      'import-x/no-cycle': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'separate-type-imports' }],
      // Indices that the code has just bounded, and lookups that the document's checks have proved.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-dynamic-delete': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    // The core is pure: nothing of the other workspaces, no page, no Node, no clock, no chance.
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    languageOptions: { globals: {} },
    rules: {
      'no-restricted-imports': noImports(
        [['@iron-nudge/*', '../../../*/src/*'], 'The core imports nothing of the other workspaces.'],
        [['node:*', 'fs', 'path', 'vue', 'express', 'typeorm', 'ant-design-vue'], 'The core knows no platform.'],
      ),
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'Buffer',
        'fetch',
        'localStorage',
        'setTimeout',
        'setInterval',
        'performance',
        'Worker',
        'self',
      ],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }, { object: 'Date', property: 'now' }],
      'no-undef': 'off',
    },
  },
  {
    // The solver knows primitives only, and what is meant knows no circuit: the proof compares the two.
    files: ['core/src/circuit/**/*.ts', 'core/src/design/when.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': noImports([
        ['**/compile/**', '**/parts/**', '**/rules/**', '**/prove/**', '**/build/**', '**/drawing/**', '**/sizing/**'],
        'This layer stands below the others.',
      ]),
    },
  },
  {
    files: ['web/src/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    languageOptions: { globals: globals.browser },
    rules: {
      'no-restricted-imports': noImports(
        [['@iron-nudge/core/*', '**/core/src/**', '@iron-nudge/server'], 'Only the public face of the core.'],
        [['ant-design-vue/es/*', 'ant-design-vue/lib/*'], 'Named imports only.'],
      ),
    },
  },
  {
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser, extraFileExtensions: ['.vue'] } },
    rules: {
      // Layout is Prettier's; one-word names are for files, not for elements.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/attributes-order': 'off',
      'vue/require-default-prop': 'off',
      'no-undef': 'off',
    },
  },
  { files: ['server/src/**/*.ts', 'cli/src/**/*.ts', 'e2e/**/*.ts'], languageOptions: { globals: globals.node } },
  { files: ['**/*.mjs'], languageOptions: { globals: globals.node } },
  { files: ['scripts/shots.mjs'], languageOptions: { globals: { document: 'readonly' } } },
  { files: ['**/*.test.ts', 'e2e/**/*.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
);
