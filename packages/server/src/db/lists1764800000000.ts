import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What lists show of films and renders stands in indices, too: a list is read from there alone. In their tables it lies
 * behind documents, which SQLite would have to go through page by page.
 */
export class Lists1764800000000 implements MigrationInterface {
  name = 'Lists1764800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX "film_by_change"');
    await runner.query(`CREATE INDEX "film_list" ON "film" ("deletedAt", "updatedAt", "id", "title", "revision",
      "createdAt", "version", "width", "height", "fps", "seconds")`);
    await runner.query(`CREATE INDEX "render_list" ON "render" ("deletedAt", "createdAt", "status", "id", "filmId", "title",
      "format", "width", "height", "fps", "firstFrame", "frameCount", "settings", "position", "fileName", "problem",
      "finishedAt", "bytes", "attempt")`);
    await runner.query('CREATE INDEX "render_queue" ON "render" ("status", "position")');
  }

  async down(): Promise<void> {
    throw new Error('A database of this version cannot be made an older one again.');
  }
}
