import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Projects1700000000001 implements MigrationInterface {
  name = 'Projects1700000000001';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE project (
        id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
        name text NOT NULL,
        revision int NOT NULL DEFAULT 1 CHECK (revision >= 1),
        document jsonb NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now(),
        updated_at timestamptz NOT NULL DEFAULT now(),
        deleted_at timestamptz
      )`);
    await runner.query(`CREATE INDEX project_listed ON project (updated_at DESC) WHERE deleted_at IS NULL`);
    await runner.query(`CREATE TABLE seeded (what text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE seeded`);
    await runner.query(`DROP TABLE project`);
  }
}
