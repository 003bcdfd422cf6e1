import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { readdir, readFile, stat, truncate, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import {
  api,
  decodeFrames,
  kill,
  renderState,
  smallFilm,
  spawnServer,
  streams,
  temporaryFolder,
  tone,
  upload,
  writeWav,
} from './support';

/** Uploads a song of this length and asks for a render of it. */
async function startRender(
  url: string,
  seconds: number,
  size = { width: 640, height: 360 },
): Promise<string> {
  const wav = await writeWav(join(temporaryFolder(), 'song.wav'), tone(seconds, 220));
  const { body: asset } = await upload(url, await readFile(wav), 'song.wav');
  const document = smallFilm({ asset: String(asset['sha256']) });
  const { body: film } = await api(url, 'POST', '/films', { document });
  const { body } = await api(url, 'POST', '/renders', { filmId: film['id'], ...size });
  return String(body['id']);
}

/** Finished segments of a render with the times they were written at. */
async function segmentTimes(folder: string, id: string): Promise<Map<string, number>> {
  const path = join(folder, 'renders', `${id}.segments`);
  const names = existsSync(path) ? (await readdir(path)).filter((name) => name.endsWith('.mp4')) : [];
  return new Map(
    await Promise.all(names.map(async (name) => [name, (await stat(join(path, name))).mtimeMs] as const)),
  );
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe('a server killed in the middle of a render', () => {
  it('goes on where it was: finished segments are not drawn again, the file is complete', async () => {
    const folder = temporaryFolder();
    const first = await spawnServer(folder);
    const id = await startRender(first.url, 24);
    let before = new Map<string, number>();
    for (let tries = 0; tries < 600 && before.size < 2; tries++) {
      await pause(50);
      before = await segmentTimes(folder, id);
    }
    await kill(first.process);
    before = await segmentTimes(folder, id);
    expect(before.size).toBeGreaterThanOrEqual(2);
    expect(before.size).toBeLessThan(6);

    const second = await spawnServer(folder);
    try {
      const seen = new Map<string, number>();
      for (;;) {
        for (const [name, time] of await segmentTimes(folder, id).catch(() => new Map<string, number>()))
          seen.set(name, time);
        const { body } = await api(second.url, 'GET', `/renders/${id}`);
        if (body['status'] === 'done') break;
        expect(['waiting', 'running']).toContain(body['status']);
        await pause(50);
      }
      for (const [name, time] of before) expect(seen.get(name)).toBe(time);
      const response = await fetch(`${second.url}/api/renders/${id}/file`);
      const video = join(folder, 'video.mp4');
      await writeFile(video, Buffer.from(await response.arrayBuffer()));
      expect(await streams(video)).toMatchObject({ video: { nb_frames: '720' } });
    } finally {
      await kill(second.process);
    }
  });
});

describe('a render', () => {
  it('can be cancelled, leaves nothing, and started again', async () => {
    const folder = temporaryFolder();
    const server = await spawnServer(folder);
    try {
      const id = await startRender(server.url, 20);
      await renderState(server.url, id, 'running');
      expect((await api(server.url, 'POST', `/renders/${id}/cancel`)).body['status']).toBe('cancelled');
      expect(await readdir(join(folder, 'renders'))).toEqual([]);
      expect((await api(server.url, 'GET', `/renders/${id}/file`)).status).toBe(409);
      expect((await api(server.url, 'POST', `/renders/${id}/resume`)).body['status']).toBe('waiting');
      await renderState(server.url, id, 'running');
      expect((await api(server.url, 'DELETE', `/renders/${id}`)).status).toBe(204);
      expect((await api(server.url, 'GET', `/renders/${id}`)).status).toBe(404);
    } finally {
      await kill(server.process);
    }
  });

  it('that was cancelled is heard of last as that', async () => {
    // An ffmpeg that takes its time to say its version: the render is cancelled meanwhile, before it hears the song.
    const tools = temporaryFolder();
    const slow = '#!/bin/sh\ncase "$1" in -version) sleep 1;; esac\nexec ffmpeg "$@"\n';
    await writeFile(join(tools, 'ffmpeg'), slow, { mode: 0o755 });
    await writeFile(join(tools, 'ffprobe'), '#!/bin/sh\nexec ffprobe "$@"\n', { mode: 0o755 });
    const server = await spawnServer(temporaryFolder(), { CYCLOGRAM_FFMPEG: tools });
    try {
      const events = await fetch(`${server.url}/api/renders/events`);
      const reader = events.body!.pipeThrough(new TextDecoderStream()).getReader();
      const id = await startRender(server.url, 20);
      await renderState(server.url, id, 'running');
      await api(server.url, 'POST', `/renders/${id}/cancel`);
      // When another one has done something, all that there was to say of the first has been said.
      const other = await startRender(server.url, 20);
      const views: { id: string; status: string; stage: string | null }[] = [];
      let rest = '';
      while (!views.some((view) => view.id === other && view.stage === 'drawing')) {
        const lines = (rest + (await reader.read()).value).split('\n');
        rest = lines.pop()!;
        for (const line of lines)
          if (line.startsWith('data: {')) views.push(JSON.parse(line.slice(6)) as (typeof views)[number]);
      }
      await reader.cancel();
      expect(views.filter((view) => view.id === id).at(-1)?.status).toBe('cancelled');
    } finally {
      await kill(server.process);
    }
  });

  it('gives way to the interface: its threads and encoders do, the server does not', async (context) => {
    if (process.platform !== 'linux') return context.skip('threads have no priority of their own here');
    const server = await spawnServer(temporaryFolder());
    try {
      const id = await startRender(server.url, 20);
      await renderState(server.url, id, 'running');
      const { pid } = server.process;
      // Niceness is the 19th field of stat, the parent the 4th (proc(5)).
      const field = (path: string, n: number) =>
        Number(readFileSync(path, 'utf8').split(') ')[1]!.split(' ')[n - 3]);
      const threads = () =>
        readdirSync(`/proc/${pid}/task`).map((thread) => field(`/proc/${pid}/task/${thread}/stat`, 19));
      const encoders = () => openedBy(`${id}.segments`).map((child) => field(`/proc/${child}/stat`, 19));
      await expect.poll(threads, { timeout: 10_000 }).toContain(5);
      await expect.poll(encoders, { timeout: 10_000 }).toContain(5);
      expect(field(`/proc/${pid}/task/${pid}/stat`, 19)).toBe(0);
    } finally {
      await kill(server.process);
    }
  });

  it('tells its progress as it goes', async () => {
    const server = await spawnServer(temporaryFolder());
    try {
      const id = await startRender(server.url, 6);
      const events = await fetch(`${server.url}/api/renders/events`);
      const reader = events.body!.pipeThrough(new TextDecoderStream()).getReader();
      const frames: number[] = [];
      let text = '';
      while (!text.includes('"status":"done"')) {
        text += (await reader.read()).value;
        for (const match of text.matchAll(/"framesDone":(\d+)/g)) frames.push(Number(match[1]));
      }
      await reader.cancel();
      expect(new Set(frames).size).toBeGreaterThan(2);
      expect(Math.max(...frames)).toBe(180);
      expect((await api(server.url, 'GET', `/renders/${id}`)).body['status']).toBe('done');
    } finally {
      await kill(server.process);
    }
  });
});

describe('a server killed while it joins a video', () => {
  it('leaves nobody writing; started again, it makes a whole one', async () => {
    // An ffmpeg that takes its time to join, so that there is time to kill the server.
    const tools = temporaryFolder();
    const slow =
      '#!/bin/sh\ncase " $* " in *" concat "*) exec ffmpeg -readrate 1 "$@";; esac\nexec ffmpeg "$@"\n';
    await writeFile(join(tools, 'ffmpeg'), slow, { mode: 0o755 });
    await writeFile(join(tools, 'ffprobe'), '#!/bin/sh\nexec ffprobe "$@"\n', { mode: 0o755 });
    const folder = temporaryFolder();
    const first = await spawnServer(folder, { CYCLOGRAM_FFMPEG: tools });
    const id = await startRender(first.url, 8, { width: 320, height: 180 });
    const parts = async () =>
      (await readdir(join(folder, 'renders'))).filter((name) => name.endsWith('.part'));
    while ((await parts()).length === 0) await pause(20);
    const [part] = await parts();
    await kill(first.process);

    const second = await spawnServer(folder);
    try {
      expect(await renderState(second.url, id, 'done', 'failed')).toMatchObject({ status: 'done' });
      expect(openedBy(part!)).toEqual([]);
      await expect.poll(() => readdir(join(folder, 'renders'))).toEqual(['Small film.mp4']);
      const video = join(folder, 'video.mp4');
      const response = await fetch(`${second.url}/api/renders/${id}/file`);
      await writeFile(video, Buffer.from(await response.arrayBuffer()));
      expect(await decodeFrames(video, 16, 9)).toHaveLength(240);
    } finally {
      await kill(second.process);
    }
  });
});

/** Processes that were started to write a file of this name. */
function openedBy(name: string): string[] {
  return readdirSync('/proc')
    .filter((pid) => /^\d+$/.test(pid))
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(name);
      } catch {
        // It has ended in the meantime.
        return false;
      }
    });
}

describe('a segment that was cut off after it was finished', () => {
  it('is found when the video is joined, and drawn again', async () => {
    const folder = temporaryFolder();
    const first = await spawnServer(folder);
    const id = await startRender(first.url, 16, { width: 160, height: 90 });
    while ((await segmentTimes(folder, id)).size < 2) await pause(20);
    await kill(first.process);
    const [name] = [...(await segmentTimes(folder, id)).keys()].sort();
    const path = join(folder, 'renders', `${id}.segments`, name!);
    await truncate(path, Math.floor((await stat(path)).size / 2));

    const second = await spawnServer(folder);
    try {
      const failed = await renderState(second.url, id, 'done', 'failed');
      expect(failed).toMatchObject({ status: 'failed', problem: { status: 500 } });
      expect(existsSync(path)).toBe(false);
      await api(second.url, 'POST', `/renders/${id}/resume`);
      expect(await renderState(second.url, id, 'done', 'failed')).toMatchObject({
        status: 'done',
        framesDone: 480,
      });
    } finally {
      await kill(second.process);
    }
  });
});

describe('orders that follow each other at once', () => {
  it('cancel and resume: the render is made', async () => {
    const folder = temporaryFolder();
    const server = await spawnServer(folder);
    try {
      const id = await startRender(server.url, 6, { width: 160, height: 90 });
      for (let round = 0; round < 4; round++) {
        await renderState(server.url, id, 'running');
        const cancelled = await api(server.url, 'POST', `/renders/${id}/cancel`);
        const resumed = await api(server.url, 'POST', `/renders/${id}/resume`);
        expect([cancelled.status, resumed.status]).toEqual([200, 200]);
      }
      expect(await renderState(server.url, id, 'done', 'failed', 'cancelled')).toMatchObject({
        status: 'done',
        problem: null,
        framesDone: 180,
      });
      // What it was made of goes just after it is known to be done.
      await expect.poll(() => readdir(join(folder, 'renders'))).toEqual(['Small film.mp4']);
    } finally {
      await kill(server.process);
    }
  });

  it('delete and resume: the render is gone, whichever comes first', async () => {
    const folder = temporaryFolder();
    const server = await spawnServer(folder);
    try {
      for (let round = 0; round < 4; round++) {
        const id = await startRender(server.url, 4, { width: 160, height: 90 });
        await renderState(server.url, id, 'running');
        await api(server.url, 'POST', `/renders/${id}/cancel`);
        const orders = [
          () => api(server.url, 'DELETE', `/renders/${id}`),
          () => api(server.url, 'POST', `/renders/${id}/resume`),
        ];
        if (round % 2) orders.reverse();
        await Promise.all(orders.map((order) => order()));
        expect((await api(server.url, 'GET', `/renders/${id}`)).status).toBe(404);
      }
      // One that is asked for afterwards is made after all that was left of them.
      const id = await startRender(server.url, 1, { width: 160, height: 90 });
      await renderState(server.url, id, 'done');
      expect((await api(server.url, 'GET', '/renders')).body['renders']).toHaveLength(1);
      await expect.poll(() => readdir(join(folder, 'renders'))).toEqual(['Small film.mp4']);
    } finally {
      await kill(server.process);
    }
  });
});

/** A small file system in memory, or undefined where we may not mount one. */
function mountSmallDisk(size: string): string | undefined {
  const folder = join(temporaryFolder(), 'disk');
  mkdirSync(folder);
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${size}`, 'tmpfs', folder], { stdio: 'ignore' });
    return folder;
  } catch {
    return undefined;
  }
}

describe('a full disk while rendering', () => {
  it('fails with a clear reason, keeps what is finished, and goes on when there is space', async (context) => {
    const disk = mountSmallDisk('12m');
    if (!disk) return context.skip('a small disk cannot be mounted here');
    const server = await spawnServer(disk);
    try {
      const id = await startRender(server.url, 16);
      // All space but a little is taken by somebody else.
      const free = Number(execFileSync('df', ['--output=avail', '-B1', disk]).toString().split('\n')[1]);
      await writeFile(join(disk, 'ballast'), Buffer.alloc(Math.max(0, free - 300_000))).catch(() => {});
      const failed = await renderState(server.url, id, 'failed', 'done');
      expect(failed['status']).toBe('failed');
      expect(failed['problem']).toMatchObject({ type: 'urn:cyclogram:problem:disk-full', status: 507 });
      expect((await api(server.url, 'GET', '/health')).status).toBe(200);

      execFileSync('mount', ['-o', 'remount,size=200m', disk]);
      expect((await api(server.url, 'POST', `/renders/${id}/resume`)).status).toBe(200);
      const done = await renderState(server.url, id, 'failed', 'done');
      expect(done).toMatchObject({ status: 'done', frameCount: 480, framesDone: 480 });
    } finally {
      await kill(server.process);
      execFileSync('umount', ['-l', disk]);
    }
  });
});
