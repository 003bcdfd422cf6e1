import { backgroundFill, defaultFilm, defaultTrack, newLayer, type Film } from '@cyclogram/core';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { exec, timeCli } from './commands';

const seconds = 12;
const size = { width: 1920, height: 1080 };

/** What footage under a figure costs a render: against the same film with a gradient in its place. */
export async function benchFootage(cli: string) {
  const folder = await mkdtemp(join(tmpdir(), 'cyclogram-bench-'));
  const lavfi = (...args: string[]) => exec('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', ...args]);
  try {
    const [song, video] = [join(folder, 'song.wav'), join(folder, 'video.mp4')];
    await lavfi('-i', `anoisesrc=d=${seconds}:c=pink:r=48000`, song);
    await lavfi('-i', `testsrc2=s=1920x1080:r=30:d=${seconds}`, '-pix_fmt', 'yuv420p', '-crf', '20', video);
    const film = { ...defaultFilm('Bench', [defaultTrack('t', 'Noise', { path: song })]), ...size };
    film.footage = [{ id: 'v', name: 'Video', source: { path: video } }];
    const behind = newLayer('footage', film, { id: 'f', footage: 'v', backdrop: true });
    const films: Record<'without' | 'with', Film> = {
      without: { ...film, footage: [], layers: [backgroundFill(film, 'b'), ...film.layers] },
      with: { ...film, layers: [behind, ...film.layers] },
    };
    const times = { without: Infinity, with: Infinity };
    // The first round makes the copy of the footage, which is not counted.
    for (const round of [0, 1, 2]) {
      for (const name of ['without', 'with'] as const) {
        const path = join(folder, `${name}.json`);
        await writeFile(path, JSON.stringify(films[name]));
        const { seconds: taken } = await timeCli(
          cli,
          ['render', path, '--out', join(folder, `${name}-${round}.mp4`)],
          { CYCLOGRAM_DATA: join(folder, 'data') },
        );
        if (round > 0) times[name] = Math.min(times[name], taken);
      }
    }
    return {
      what: `1080p footage under a figure, ${seconds} s at 30 frames a second, against the film without it`,
      secondsWithout: Number(times.without.toFixed(1)),
      secondsWith: Number(times.with.toFixed(1)),
      timesWithout: Number((times.with / times.without).toFixed(2)),
      target: 1.3,
    };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
