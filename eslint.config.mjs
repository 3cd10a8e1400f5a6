import js from '@eslint/js';
import importX from 'eslint-plugin-import-x';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import vueParser from 'vue-eslint-parser';

const noImports = (...patterns) => ['error', { patterns: patterns.map(([group, message]) => ({ group, message })) }];

/** Layers of the core, from the top down. */
const LAYERS = [
  'quantity',
  'reference',
  'document',
  'kinds',
  'project',
  'graph',
  'solve',
  'wiring',
  'analysis',
  'rules',
  'scenarios',
  'advice',
  'sums',
  'outputs',
];

/** What supplies, signals and loads are discriminated by, and their kinds. */
const KIND_NAMES = [
  ['nature', 'switch|feed|ground-switch|threshold|pressure|quantity|pin|receiver|regulator|timer|two-hand|auxiliary'],
  [
    'kind',
    'battery|alternator|converter|mains|adapter|heater|filament|heat-lamp|led|motor|solenoid|electronics|transformer|variable-transformer|outlet',
  ],
  ['loadKind', 'battery|heater|filament|heat-lamp|led|motor|solenoid|electronics|transformer|variable-transformer|outlet'],
];
/** Kinds of part. A branch of the model has kinds of its own, and a job's device is a relay or none. */
const PART_KINDS =
  'adapter|bar|battery|board-device|box-terminal|connector|controller|data-input|data-pin|diode|distribution-stud|enclosure|feed|fuse|ground-point|ground-switch|load|mains|meter|module-input|pin|relay|resistor|return-bus|splice|switch|tap-filter|thermal-fuse|thermocouple|threshold|transistor|varistor';
const partKind = `:matches([left.property.name='kind'], [left.expression.property.name='kind']):not([left.expression.object.name=/^(branch|phrase|device|deviceFound|last|second)$/]):not([left.expression.object.property.name=/^(branch|device|cutOut|selection)$/]):not([left.object.name=/^(branch|phrase|device|cutOut)$/]):not([left.object.property.name=/^(branch|device|cutOut)$/])`;
const comparedKind = ([field, names]) => ({
  selector: `BinaryExpression[operator=/^[!=]==$/]:matches([left.property.name='${field}'], [left.expression.property.name='${field}'], [left.name='${field}'])[right.value=/^(${names})$/]`,
  message: 'Ask a facet of the kind, in core/src/kinds, and not its name.',
});

/** A list of terminals is made of terminals: it may be said how many they are. */
const BRAND_CAST = {
  selector: 'TSAsExpression > TSTypeReference[typeName.name=/^(Terminal|BranchId)$/]',
  message: 'Make it with terminal(), branchId() or wireBranch().',
};

export default tseslint.config(
  { ignores: ['**/dist/**', '**/.types/**', '**/node_modules/**', '.data/**', 'test-results/**', 'playwright-report/**'] },
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
    // The layers of the core, written once: each imports what stands above it, through that layer's index, types too.
    files: ['core/src/*/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/src/testing/**'],
    rules: {
      'import-x/no-restricted-paths': [
        'error',
        {
          zones: LAYERS.map((layer, at) => ({
            target: `./core/src/${layer}`,
            from: './core/src',
            except: [`./${layer}`, ...LAYERS.slice(0, at).map((above) => `./${above}/index.ts`)],
            message: `${layer} imports only ${at === 0 ? 'its own files' : `itself and the index of ${LAYERS.slice(0, at).join(', ')}`}.`,
          })),
        },
      ],
    },
  },
  {
    // What is meant and what its circuit does are worked out by code that never calls the other.
    files: ['core/src/solve/**/*.ts', 'core/src/document/when.ts', 'core/src/project/intent.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': noImports([
        ['**/wiring/**', '**/analysis/**', '**/rules/**'],
        'The proof compares two computations that share nothing but the document.',
      ]),
    },
  },
  {
    // A branded name is made where such names are made, and by no cast elsewhere.
    files: ['core/src/**/*.ts', 'web/src/**/*.{ts,vue}', 'server/src/**/*.ts', 'cli/src/**/*.ts'],
    ignores: ['core/src/testing/**', 'core/src/quantity/terminal.ts', 'core/src/kinds/part/kind.ts'],
    rules: {
      'no-restricted-syntax': ['error', BRAND_CAST],
    },
  },
  {
    // Kinds own their facts: outside their modules nobody compares a kind's name.
    files: ['core/src/**/*.ts', 'web/src/**/*.{ts,vue}', 'server/src/**/*.ts', 'cli/src/**/*.ts'],
    // The solver knows branches and no parts.
    ignores: [
      '**/*.test.ts',
      'core/src/quantity/**',
      'core/src/kinds/**',
      'core/src/document/migrations.ts',
      'core/src/testing/**',
      'core/src/solve/**',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        BRAND_CAST,
        ...KIND_NAMES.map(comparedKind),
        ...['BinaryExpression[operator=/^[!=]==$/]', 'SwitchCase'].map((at) => ({
          selector:
            at === 'SwitchCase'
              ? `SwitchStatement[discriminant.object.name='part'][discriminant.property.name='kind']`
              : `${at}${partKind}[right.value=/^(${PART_KINDS})$/]`,
          message: 'Ask a role or a facet of the part, in core/src/kinds/part, and not its kind.',
        })),
      ],
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
      // A component that nobody imports is drawn as nothing, and neither the compiler nor vue-tsc says so.
      'vue/no-undef-components': ['error', { ignorePatterns: ['^Router(Link|View)$'] }],
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
