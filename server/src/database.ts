import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { parseDesign } from '@iron-nudge/core';
import fernHouse from '../../examples/demo/fern-house.json' with { type: 'json' };
import owlBox from '../../examples/demo/owl-box.json' with { type: 'json' };
import tender7 from '../../examples/demo/tender-7.json' with { type: 'json' };
import { AccountEntity, AuditEntity, LinkEntity, MemberEntity, SessionEntity } from './entities/account.ts';
import { KeptRevisionEntity } from './entities/kept-revision.ts';
import { PartEntity } from './entities/part.ts';
import { ProjectEntity } from './entities/project.ts';
import { RecordEntity } from './entities/record.ts';
import { Projects1700000000001 } from './migrations/0001-projects.ts';
import { Parts1700000000002 } from './migrations/0002-parts.ts';
import { Records1700000000003 } from './migrations/0003-records.ts';
import { Kept1700000000004 } from './migrations/0004-kept.ts';
import { Accounts1700000000005 } from './migrations/0005-accounts.ts';

/** Connects and brings the tables up to date. */
export async function openDatabase(url: string): Promise<DataSource> {
  const source = new DataSource({
    type: 'postgres',
    url,
    entities: [
      ProjectEntity,
      PartEntity,
      RecordEntity,
      KeptRevisionEntity,
      AccountEntity,
      MemberEntity,
      LinkEntity,
      SessionEntity,
      AuditEntity,
    ],
    migrations: [Projects1700000000001, Parts1700000000002, Records1700000000003, Kept1700000000004, Accounts1700000000005],
    migrationsRun: true,
    synchronize: false,
    // An idle client whose server goes away must not end the process; the next query says what is wrong.
    poolErrorHandler: () => undefined,
    extra: { max: 8, connectionTimeoutMillis: 4000 },
  });
  return source.initialize();
}

const DEMOS: readonly (readonly [key: string, document: unknown])[] = [
  ['tender-7', tender7],
  ['fern-house', fernHouse],
  ['owl-box', owlBox],
];

/** Puts each demo project in, once: a demo that was deleted stays deleted. */
export async function seedDemo(source: DataSource): Promise<void> {
  for (const [key, document] of DEMOS)
    await source.transaction(async (manager) => {
      const fresh: unknown[] = await manager.query(`INSERT INTO seeded (what) VALUES ($1) ON CONFLICT DO NOTHING RETURNING what`, [key]);
      if (fresh.length === 0) return;
      const parsed = parseDesign(document);
      if (!parsed.ok)
        throw new Error(`The demo ${key} is broken: ${parsed.problems.map(({ path, message }) => `${path} ${message}`).join('; ')}`);
      await manager.insert(ProjectEntity, { name: parsed.design.name, document: parsed.design });
    });
}
