import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Renders lie in a bin before they go; files that nothing refers to are noted with the time since when; decoded sounds have a
 * checksum; lists of films need not look into documents for their version.
 */
export class BinAndUnused1764700000000 implements MigrationInterface {
  name = 'BinAndUnused1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "render" ADD COLUMN "deletedAt" text`);
    await runner.query(`ALTER TABLE "asset" ADD COLUMN "pcmSha256" text`);
    await runner.query(`ALTER TABLE "film" ADD COLUMN "version" integer`);
    await runner.query(`UPDATE "film" SET "version" = json_extract("document", '$.version')
      WHERE CASE WHEN json_valid("document") THEN json_type("document", '$.version') IN ('integer', 'real') END`);
    await runner.query(`CREATE TABLE "unused" (
      "kind" text NOT NULL, "sha256" text NOT NULL, "since" text NOT NULL, PRIMARY KEY ("kind", "sha256"))`);
    await runner.query(`CREATE INDEX "film_by_change" ON "film" ("deletedAt", "updatedAt")`);
  }

  async down(): Promise<void> {
    throw new Error('A database of this version cannot be made an older one again.');
  }
}
