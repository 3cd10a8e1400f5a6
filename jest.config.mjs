/** One run over all workspaces; the database's address comes from the test command. */
export default {
  testMatch: ['<rootDir>/{core,contract,server,cli,web}/src/**/*.test.ts', '<rootDir>/scripts/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  moduleFileExtensions: ['js', 'mjs', 'cjs', 'ts', 'json', 'vue'],
  // The components' library is CommonJS here, and there must be one Vue.
  moduleNameMapper: {
    '^vue$': '<rootDir>/node_modules/vue/index.js',
    '^@vue/test-utils$': '<rootDir>/node_modules/@vue/test-utils/dist/vue-test-utils.cjs.js',
  },
  transform: {
    '\\.vue$': '<rootDir>/scripts/lib/vue-for-jest.mjs',
    '^.+\\.ts$': [
      '@swc/jest',
      {
        jsc: { parser: { syntax: 'typescript' }, target: 'es2022', experimental: { keepImportAttributes: true } },
        module: { type: 'es6' },
      },
    ],
  },
  testEnvironment: 'node',
  // One a core: the default leaves one core of two idle, and nothing here waits for another file's tests.
  maxWorkers: '100%',
  // For a slow machine: a test that hangs is still ended.
  testTimeout: 120_000,
};
