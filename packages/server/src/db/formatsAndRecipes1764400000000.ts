import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How renders of older versions were made. */
const settings = JSON.stringify({
  fit: 'extend',
  quality: 'high',
  crf: null,
  speed: 'fast',
  transparent: false,
  fadeIn: 0,
  fadeOut: 0,
});

/** Renders have settings of their format, an order, and names for their files; recipes are kept. */
export class FormatsAndRecipes1764400000000 implements MigrationInterface {
  name = 'FormatsAndRecipes1764400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "render" ADD COLUMN "settings" text NOT NULL DEFAULT '${settings}'`);
    await runner.query(`ALTER TABLE "render" ADD COLUMN "position" real NOT NULL DEFAULT 0`);
    await runner.query(`ALTER TABLE "render" ADD COLUMN "fileName" text NOT NULL DEFAULT ''`);
    // Those that are there already are videos named by their ids.
    await runner.query(`UPDATE "render" SET "fileName" = "id" || '.mp4'`);
    const renders = (await runner.query('SELECT "id" FROM "render" ORDER BY "createdAt"')) as {
      id: string;
    }[];
    for (const [i, { id }] of renders.entries())
      await runner.query('UPDATE "render" SET "position" = ? WHERE "id" = ?', [i, id]);
    await runner.query(`CREATE TABLE "recipe" (
      "id" text PRIMARY KEY NOT NULL, "name" text NOT NULL, "note" text NOT NULL, "document" text NOT NULL,
      "createdAt" text NOT NULL, "updatedAt" text NOT NULL)`);
  }

  async down(): Promise<void> {
    throw new Error('A database of this version cannot be made an older one again.');
  }
}
