import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Who may do what, once the application is served beyond this machine. */
export class Accounts1700000000005 implements MigrationInterface {
  name = 'Accounts1700000000005';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE account (
        id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
        name text NOT NULL,
        password text NOT NULL,
        is_owner boolean NOT NULL DEFAULT false
      )`);
    await runner.query(`CREATE UNIQUE INDEX account_by_name ON account (lower(name))`);
    await runner.query(`
      CREATE TABLE link (
        id text PRIMARY KEY,
        project uuid NOT NULL REFERENCES project (id) ON DELETE CASCADE,
        made_by text NOT NULL,
        expires_at timestamptz NOT NULL,
        used_at timestamptz
      )`);
    await runner.query(`
      CREATE TABLE session (
        id text PRIMARY KEY,
        account uuid REFERENCES account (id) ON DELETE CASCADE,
        link text REFERENCES link (id) ON DELETE CASCADE,
        csrf text NOT NULL,
        expires_at timestamptz NOT NULL,
        CHECK ((account IS NULL) <> (link IS NULL))
      )`);
    await runner.query(`
      CREATE TABLE member (
        project uuid NOT NULL REFERENCES project (id) ON DELETE CASCADE,
        account uuid NOT NULL REFERENCES account (id) ON DELETE CASCADE,
        role text NOT NULL CHECK (role IN ('owner', 'editor', 'reader')),
        PRIMARY KEY (project, account)
      )`);
    await runner.query(`
      CREATE TABLE audit (
        seq bigserial PRIMARY KEY,
        at timestamptz NOT NULL DEFAULT now(),
        who text NOT NULL,
        what text NOT NULL,
        project uuid,
        detail text NOT NULL DEFAULT ''
      )`);
    await runner.query(`ALTER TABLE project ADD COLUMN saved_by_name text`);
    await runner.query(`ALTER TABLE kept_revision ADD COLUMN saved_by_name text`);
    await runner.query(`ALTER TABLE record ADD COLUMN added_by text`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE record DROP COLUMN added_by`);
    await runner.query(`ALTER TABLE kept_revision DROP COLUMN saved_by_name`);
    await runner.query(`ALTER TABLE project DROP COLUMN saved_by_name`);
    for (const table of ['audit', 'member', 'session', 'link', 'account']) await runner.query(`DROP TABLE ${table}`);
  }
}
