/** `npm run schema`: the JSON Schema of a project file, from its Zod schema; `--check` says whether the file is of today. */
import { readFileSync, writeFileSync } from 'node:fs';
import { projectJsonSchema } from '@iron-nudge/core';

const file = new URL('../docs/project.schema.json', import.meta.url);
const text = `${JSON.stringify(projectJsonSchema(), null, 2)}\n`;
if (process.argv.includes('--check')) {
  if (readFileSync(file, 'utf8') !== text) {
    process.stderr.write('docs/project.schema.json is not of today: run npm run schema\n');
    process.exit(1);
  }
} else writeFileSync(file, text);
