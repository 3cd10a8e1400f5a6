import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a project was before each save, and by which save it became what it is. */
export class Kept1700000000004 implements MigrationInterface {
  name = 'Kept1700000000004';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE project ADD COLUMN saved_by uuid`);
    await runner.query(`
      CREATE TABLE kept_revision (
        project uuid NOT NULL REFERENCES project (id) ON DELETE CASCADE,
        revision int NOT NULL,
        document jsonb NOT NULL,
        at timestamptz NOT NULL,
        PRIMARY KEY (project, revision)
      )`);
    await runner.query(`CREATE INDEX project_in_bin ON project (deleted_at) WHERE deleted_at IS NOT NULL`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX project_in_bin`);
    await runner.query(`DROP TABLE kept_revision`);
    await runner.query(`ALTER TABLE project DROP COLUMN saved_by`);
  }
}
