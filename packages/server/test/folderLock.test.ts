import { mkdir, readFile, readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { FolderTakenError } from '../src/db/folderLock';
import { kill, sendFile, spawnServer, startTestServer, temporaryFolder } from './support';

describe('a data folder', () => {
  it('is for one server: a second one says so, and gets it when the first was killed', async () => {
    const folder = temporaryFolder();
    const first = await spawnServer(folder);
    await expect(startTestServer(folder)).rejects.toThrow(FolderTakenError);
    await kill(first.process);
    const second = await startTestServer(folder);
    expect((await fetch(`${second.url}/api/films`)).status).toBe(200);
    await second.close();
  });

  it('is rid at the start of what killed processes were writing, not of what others write', async () => {
    const folder = temporaryFolder();
    await (await startTestServer(folder)).close();
    // 4194304 is the highest number that Linux gives a process: proc(5), pid_max.
    const ended = 4194304;
    for (const name of [String(ended), String(process.ppid)]) {
      await mkdir(join(folder, 'incoming', name), { recursive: true });
      await writeFile(join(folder, 'incoming', name, 'upload'), 'x');
    }
    await writeFile(join(folder, 'incoming', 'of-an-older-version'), 'x');
    await mkdir(join(folder, 'footage', 'a'));
    for (const name of [
      `copy.mp4.${ended}.part`,
      `small.mp4.${process.ppid}.part`,
      'old.mp4.part',
      'copy.mp4',
    ])
      await writeFile(join(folder, 'footage', 'a', name), 'x');
    await (await startTestServer(folder)).close();
    expect((await readdir(join(folder, 'incoming'))).sort()).toEqual(
      [String(process.pid), String(process.ppid)].sort(),
    );
    expect((await readdir(join(folder, 'footage', 'a'))).sort()).toEqual([
      'copy.mp4',
      `small.mp4.${process.ppid}.part`,
    ]);
  });

  it('has a log in which the reasons of decoders stand', async () => {
    const folder = temporaryFolder();
    const server = await spawnServer(folder);
    try {
      await sendFile(server.url, 'assets', Buffer.from('words'), 'words.mp3');
      await sendFile(server.url, 'images', Buffer.from('\x89PNG\r\n\x1a\nwords', 'latin1'), 'words.png');
      const log = () => readFile(join(folder, 'logs', 'cyclogram.log'), 'utf8').catch(() => '');
      await expect.poll(log, { timeout: 10_000 }).toMatch(/not-audio[^]*ffprobe ended/);
      await expect.poll(log, { timeout: 10_000 }).toMatch(/bad-image[^]*cause/);
    } finally {
      await kill(server.process);
    }
  });
});
