import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { IsNull, type DataSource } from 'typeorm';
import { RenderEntity, SegmentEntity, type RenderRow } from '../db/entities';
import { formatOf } from './format/registry';

type Named = Pick<RenderRow, 'fileName' | 'format'>;
/** A run of a render: started anew it has segments of its own. */
type Attempt = Pick<RenderRow, 'id' | 'attempt'>;

/** Files of renders: finished ones by their names, and segments while they are made. */
export class RenderFiles {
  /** @param folder where they are */
  constructor(
    private readonly database: DataSource,
    readonly folder: string,
  ) {}

  private get segments() {
    return this.database.getRepository(SegmentEntity);
  }

  /** The finished file, or folder of pictures. */
  path({ fileName, format }: Named): string {
    const path = join(this.folder, fileName);
    // A sequence is a folder here, and a zip where it goes.
    return formatOf(format).result === 'folder' ? path.replace(/\.zip$/, '') : path;
  }

  remove(render: Named): Promise<void> {
    return rm(this.path(render), { recursive: true, force: true });
  }

  /** A name like this that no other render has. */
  async freeName(name: string): Promise<string> {
    const [, stem = name, ending = ''] = /^(.*)(\.[^.]+)$/.exec(name) ?? [];
    const named = await this.database.getRepository(RenderEntity).find({
      select: { fileName: true },
      // In the bin only what has a file keeps its name.
      where: [{ deletedAt: IsNull() }, { status: 'done' }],
    });
    const lower = new Set(named.map(({ fileName }) => fileName.toLowerCase()));
    let free = name;
    for (let n = 2; lower.has(free.toLowerCase()); n++) free = `${stem} ${n}${ending}`;
    return free;
  }

  segmentFolder({ id, attempt }: Attempt): string {
    return join(this.folder, attempt === 0 ? `${id}.segments` : `${id}.${attempt}.segments`);
  }

  /** Notes a finished segment. The file is what counts; the row is there to be looked at. */
  async noteSegment({ id, attempt }: Attempt, index: number, frameCount: number): Promise<void> {
    const row = { renderId: id, attempt, index, frameCount, finishedAt: new Date().toISOString() };
    await this.segments.upsert(row, ['renderId', 'attempt', 'index']);
  }

  /** Forgets the segments of an attempt, whose files are gone. */
  async forgetSegments({ id, attempt }: Attempt): Promise<void> {
    await this.segments.delete({ renderId: id, attempt });
  }

  /** Frames of the finished segments of an attempt. */
  async framesOf({ id, attempt }: Attempt): Promise<number> {
    return (await this.segments.sum('frameCount', { renderId: id, attempt })) ?? 0;
  }

  /** The same of many renders, by one query. @returns a function of a render and its attempt */
  async framesOfMany(ids: readonly string[]): Promise<(attempt: Attempt) => number> {
    const rows: { renderId: string; attempt: number; frames: number }[] = await this.database.query(
      `SELECT "renderId", "attempt", sum("frameCount") AS "frames" FROM "segment"
       WHERE "renderId" IN (SELECT value FROM json_each(?)) GROUP BY "renderId", "attempt"`,
      [JSON.stringify(ids)],
    );
    const frames = new Map(rows.map((row) => [`${row.renderId} ${row.attempt}`, row.frames]));
    return ({ id, attempt }) => frames.get(`${id} ${attempt}`) ?? 0;
  }

  /** Removes the segments of an attempt; of all when none is named. */
  async removeSegments(id: string, attempt?: number): Promise<void> {
    const isOwn = (name: string) =>
      attempt === undefined
        ? name.startsWith(`${id}.`) && name.endsWith('.segments')
        : join(this.folder, name) === this.segmentFolder({ id, attempt });
    for (const name of (await readdir(this.folder)).filter(isOwn))
      await rm(join(this.folder, name), { recursive: true, force: true });
    await this.segments.delete(attempt === undefined ? { renderId: id } : { renderId: id, attempt });
  }

  /** Removes what a killed server was writing, in no order to be used again. */
  async removeLeftovers(): Promise<void> {
    for (const name of await readdir(this.folder)) {
      if (/\.(part|list)$/.test(name)) await rm(join(this.folder, name), { recursive: true, force: true });
    }
  }
}
