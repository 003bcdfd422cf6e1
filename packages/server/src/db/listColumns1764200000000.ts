import { frameRateOf, rateKey } from '@cyclogram/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { listColumns } from '../films/listColumns';

interface OldFilm {
  id: string;
  document: string;
}

/**
 * What lists show of films has columns of its own; frame rates are fractions; renders have a format, and their
 * segments belong to an attempt.
 */
export class ListColumns1764200000000 implements MigrationInterface {
  name = 'ListColumns1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const column of ['"width" integer', '"height" integer', '"fps" text', '"seconds" real']) {
      await runner.query(`ALTER TABLE "film" ADD COLUMN ${column}`);
    }
    const assets = (await runner.query('SELECT "sha256", "length" FROM "asset"')) as {
      sha256: string;
      length: number;
    }[];
    const lengths = new Map(assets.map(({ sha256, length }) => [sha256, length]));
    const films = (await runner.query('SELECT "id", "document" FROM "film"')) as OldFilm[];
    for (const { id, document } of films) {
      const { width, height, fps, seconds } = listColumns(document, (sha256) => lengths.get(sha256));
      await runner.query(
        'UPDATE "film" SET "width" = ?, "height" = ?, "fps" = ?, "seconds" = ? WHERE "id" = ?',
        [width, height, fps && rateKey(fps), seconds, id],
      );
    }
    await runner.query(`ALTER TABLE "render" ADD COLUMN "format" text NOT NULL DEFAULT 'h264-mp4'`);
    await runner.query(`ALTER TABLE "render" ADD COLUMN "attempt" integer NOT NULL DEFAULT 0`);
    await runner.query(`ALTER TABLE "render" ADD COLUMN "rate" text NOT NULL DEFAULT '30'`);
    const renders = (await runner.query('SELECT "id", "fps" FROM "render"')) as { id: string; fps: number }[];
    for (const { id, fps } of renders) {
      await runner.query('UPDATE "render" SET "rate" = ? WHERE "id" = ?', [rateKey(frameRateOf(fps)), id]);
    }
    await runner.query('ALTER TABLE "render" DROP COLUMN "fps"');
    await runner.query('ALTER TABLE "render" RENAME COLUMN "rate" TO "fps"');
    await runner.query(`CREATE TABLE "segment_of_attempt" (
      "renderId" text NOT NULL, "attempt" integer NOT NULL, "index" integer NOT NULL, "frameCount" integer NOT NULL,
      "finishedAt" text NOT NULL, PRIMARY KEY ("renderId", "attempt", "index"))`);
    await runner.query(
      'INSERT INTO "segment_of_attempt" SELECT "renderId", 0, "index", "frameCount", "finishedAt" FROM "segment"',
    );
    await runner.query('DROP TABLE "segment"');
    await runner.query('ALTER TABLE "segment_of_attempt" RENAME TO "segment"');
  }

  async down(): Promise<void> {
    throw new Error('A database of this version cannot be made an older one again.');
  }
}
