import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Records1700000000003 implements MigrationInterface {
  name = 'Records1700000000003';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE record (
        seq bigserial PRIMARY KEY,
        id uuid NOT NULL UNIQUE,
        project uuid NOT NULL REFERENCES project (id) ON DELETE CASCADE,
        body jsonb NOT NULL
      )`);
    await runner.query(`CREATE INDEX record_of_project ON record (project, seq)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE record`);
  }
}
