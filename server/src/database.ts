import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { parseDesign } from '@iron-nudge/core';
import owlBox from '../../examples/demo/owl-box.json' with { type: 'json' };
import { ProjectEntity } from './entities/project.ts';
import { Projects1700000000001 } from './migrations/0001-projects.ts';

/** Connects and brings the tables up to date. */
export async function openDatabase(url: string): Promise<DataSource> {
  const source = new DataSource({
    type: 'postgres',
    url,
    entities: [ProjectEntity],
    migrations: [Projects1700000000001],
    migrationsRun: true,
    synchronize: false,
    // An idle client whose server goes away must not end the process; the next query says what is wrong.
    poolErrorHandler: () => undefined,
    extra: { max: 8, connectionTimeoutMillis: 4000 },
  });
  return source.initialize();
}

/** Puts the demo project in, once: a demo that was deleted stays deleted. */
export async function seedDemo(source: DataSource): Promise<void> {
  await source.transaction(async (manager) => {
    const fresh: unknown[] = await manager.query(`INSERT INTO seeded (what) VALUES ('owl-box') ON CONFLICT DO NOTHING RETURNING what`);
    if (fresh.length === 0) return;
    const parsed = parseDesign(owlBox);
    if (!parsed.ok)
      throw new Error(`The demo project is broken: ${parsed.problems.map(({ path, message }) => `${path} ${message}`).join('; ')}`);
    await manager.insert(ProjectEntity, { name: parsed.design.name, document: parsed.design });
  });
}
