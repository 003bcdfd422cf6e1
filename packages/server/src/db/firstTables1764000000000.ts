import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The tables of version 1. */
export class FirstTables1764000000000 implements MigrationInterface {
  name = 'FirstTables1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "film" (
      "id" text PRIMARY KEY NOT NULL, "title" text NOT NULL, "revision" integer NOT NULL,
      "document" text NOT NULL, "createdAt" text NOT NULL, "updatedAt" text NOT NULL, "deletedAt" text)`);
    await runner.query(`CREATE TABLE "film_revision" (
      "filmId" text NOT NULL, "revision" integer NOT NULL, "document" text NOT NULL, "savedAt" text NOT NULL,
      PRIMARY KEY ("filmId", "revision"))`);
    await runner.query(`CREATE TABLE "asset" (
      "sha256" text PRIMARY KEY NOT NULL, "name" text NOT NULL, "bytes" integer NOT NULL,
      "channels" integer NOT NULL, "length" integer NOT NULL, "createdAt" text NOT NULL)`);
    await runner.query(`CREATE TABLE "render" (
      "id" text PRIMARY KEY NOT NULL, "filmId" text, "title" text NOT NULL, "document" text NOT NULL,
      "width" integer NOT NULL, "height" integer NOT NULL, "fps" real NOT NULL,
      "firstFrame" integer NOT NULL, "frameCount" integer NOT NULL, "status" text NOT NULL,
      "problem" text, "createdAt" text NOT NULL, "finishedAt" text, "bytes" integer)`);
    await runner.query(`CREATE TABLE "segment" (
      "renderId" text NOT NULL, "index" integer NOT NULL, "frameCount" integer NOT NULL, "finishedAt" text NOT NULL,
      PRIMARY KEY ("renderId", "index"))`);
    await runner.query(`CREATE INDEX "render_by_status" ON "render" ("status", "createdAt")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['segment', 'render', 'asset', 'film_revision', 'film']) {
      await runner.query(`DROP TABLE "${table}"`);
    }
  }
}
