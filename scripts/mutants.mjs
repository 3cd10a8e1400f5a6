/** `npm run mutants -- FILE [TESTS …]`: mutants of one file, against the tests that are named or that import it. */
import { spawnSync } from 'node:child_process';
import { ROOT } from './lib/steps.mjs';

const [file, ...tests] = process.argv.slice(2);
if (!file) {
  process.stderr.write('Which file? npm run mutants -- core/src/graph/guards.ts [core/src/graph]\n');
  process.exit(2);
}
const { status } = spawnSync(process.execPath, ['node_modules/@stryker-mutator/core/bin/stryker.js', 'run', '--mutate', file], {
  cwd: ROOT,
  stdio: 'inherit',
  env: { ...process.env, MUTANT_TESTS: tests.join(',') },
});
process.exit(status ?? 1);
