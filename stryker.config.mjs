/** `npm run mutants -- FILE`: changes one line at a time and sees whether some test dies. */
const tests = (process.env.MUTANT_TESTS ?? '').split(',').filter(Boolean);

export default {
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules', '--disable-warning=ExperimentalWarning'],
  jest: {
    projectType: 'custom',
    configFile: 'jest.config.mjs',
    enableFindRelatedTests: tests.length === 0,
    config: tests.length === 0 ? {} : { testMatch: tests.map((test) => `<rootDir>/${test}`) },
  },
  coverageAnalysis: 'off',
  checkers: [],
  reporters: ['clear-text'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  concurrency: 2,
  timeoutMS: 60_000,
  disableTypeChecks: false,
  inPlace: true,
  ignoreStatic: false,
  tempDirName: 'node_modules/.stryker',
  mutator: { excludedMutations: ['StringLiteral', 'Regex'] },
};
