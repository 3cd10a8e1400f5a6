import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Parts1700000000002 implements MigrationInterface {
  name = 'Parts1700000000002';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE part (
        id text PRIMARY KEY,
        document jsonb NOT NULL,
        updated_at timestamptz NOT NULL DEFAULT now()
      )`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE part`);
  }
}
