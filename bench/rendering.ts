import { createReadStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { frameRateOf } from '@cyclogram/core';
import { exec, timeCli } from './commands';
import { startEncoder } from '../packages/server/src/render/encode';
import { settingsStandard } from '../packages/server/src/render/plan';
import { formatOf } from '../packages/server/src/render/format/registry';

const seconds = 12;
const fps = 30;

/** Seconds that encoding the very same frames takes on its own, with as many encoders at once as a render uses. */
async function timeEncoding(
  frames: string[],
  width: number,
  height: number,
  folder: string,
): Promise<number> {
  const start = performance.now();
  await Promise.all(
    frames.map(async (path, i) => {
      const { process: encoder, finished } = startEncoder(
        formatOf('h264-mp4'),
        { ...settingsStandard, width, height, fps: frameRateOf(fps), frameCount: seconds * fps },
        join(folder, `alone-${i}.mp4`),
      );
      await pipeline(createReadStream(path, { highWaterMark: 1 << 20 }), encoder.stdin);
      await finished;
    }),
  );
  return (performance.now() - start) / 1000;
}

/**
 * Rendering a part of a demo film, against its playing time and against encoding alone.
 * @param data folder that holds the demo
 */
export async function benchRendering(cli: string, data: string) {
  process.env['CYCLOGRAM_DATA'] = data;
  const results = [];
  for (const [width, height, target] of [
    [1280, 720, 1],
    [1920, 1080, 0.45],
  ] as const) {
    const folder = await mkdtemp(join(tmpdir(), 'cyclogram-bench-'));
    try {
      const video = join(folder, 'film.mp4');
      const size = `${width}x${height}`;
      const args = [
        'render',
        'demo-breakwater',
        '--from',
        '50',
        '--to',
        String(50 + seconds),
        '--size',
        size,
        '--fps',
        String(fps),
      ];
      const render = await timeCli(cli, [...args, '--out', video]);
      // The frames as raw pixels, in two halves, as two drawing threads would hand them over.
      const halves = await Promise.all(
        [0, 1].map(async (half) => {
          const path = join(folder, `half-${half}.yuv`);
          const from = String((half * seconds) / 2);
          await exec('ffmpeg', [
            '-v',
            'error',
            '-ss',
            from,
            '-t',
            String(seconds / 2),
            '-i',
            video,
            '-f',
            'rawvideo',
            '-pix_fmt',
            'yuv420p',
            '-y',
            path,
          ]);
          return path;
        }),
      );
      const alone = await timeEncoding(halves, width, height, folder);
      results.push({
        what: `${size} at ${fps} fps, ${seconds} s of a demo film`,
        timesPlayingSpeed: Number((seconds / render.seconds).toFixed(2)),
        timesPlayingSpeedTarget: target,
        timesEncodingAlone: Number((render.seconds / alone).toFixed(2)),
        timesEncodingAloneTarget: 2.2,
        peakMemoryMiB: Math.round(render.peakMemory),
        peakMemoryTarget: 1500,
      });
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }
  return results;
}
