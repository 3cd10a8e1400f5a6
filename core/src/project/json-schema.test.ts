import { expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { projectJsonSchema } from './json-schema.ts';

const at = (path: string) => new URL(`../../../${path}`, import.meta.url);

test('the schema that ships is of today (npm run schema)', () => {
  expect(JSON.parse(readFileSync(at('docs/project.schema.json'), 'utf8'))).toEqual(JSON.parse(JSON.stringify(projectJsonSchema())));
});

test('it names every field of a project, and a file of ours has no other', () => {
  const { properties, additionalProperties } = projectJsonSchema() as { properties: object; additionalProperties: boolean };
  expect(additionalProperties).toBe(false);
  for (const file of readdirSync(at('examples/demo/'))) {
    const document = JSON.parse(readFileSync(at(`examples/demo/${file}`), 'utf8')) as object;
    for (const key of Object.keys(document)) expect(Object.keys(properties)).toContain(key);
  }
});
