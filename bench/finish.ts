import {
  DrawCache,
  defaultFilm,
  emptyTables,
  momentOf,
  newLayer,
  particlesLayer,
  TableHearing,
  paintSprites,
  type ParticlesLayer,
  type SpritesOp,
} from '@cyclogram/core';
import { createCanvas } from '@napi-rs/canvas';
import { once } from 'node:events';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { encodePixels, frameRateOf, runPasses, type PassSettings } from '@cyclogram/core';
import { startEncoder } from '../packages/server/src/render/encode';
import { settingsStandard } from '../packages/server/src/render/plan';
import { formatOf } from '../packages/server/src/render/format/registry';
import { benchPasses, timePasses, usualFinish } from './passes';

const size = { width: 1920, height: 1080 };
const frames = 24;

/** Frames that move: lights that turn. */
function lightsAt(n: number): Uint8ClampedArray {
  const context = createCanvas(size.width, size.height).getContext('2d');
  context.fillStyle = '#140f0d';
  context.fillRect(0, 0, size.width, size.height);
  context.translate(960, 540);
  context.rotate(n / 40);
  for (let i = 0; i < 160; i++) {
    context.fillStyle = `hsl(${(i * 37) % 360} 80% ${40 + (i % 50)}%)`;
    context.rotate((2 * Math.PI) / 160);
    context.fillRect(200, -4, 60 + ((i * 53 + 7 * n) % 260), 8);
  }
  return new Uint8ClampedArray(context.getImageData(0, 0, size.width, size.height).data);
}

/** Milliseconds that x264 needs for each of some frames. */
async function timeEncoding(pictures: readonly Uint8ClampedArray[]): Promise<number> {
  const folder = await mkdtemp(join(tmpdir(), 'cyclogram-bench-'));
  try {
    const start = performance.now();
    const rate = { ...settingsStandard, ...size, fps: frameRateOf(30), frameCount: pictures.length };
    const { process: encoder, finished } = startEncoder(formatOf('h264-mp4'), rate, join(folder, 'a.mp4'));
    for (const picture of pictures) {
      const planes = Buffer.from(encodePixels(picture, size.width, size.height, 'yuv420p'));
      if (!encoder.stdin.write(planes)) await once(encoder.stdin, 'drain');
    }
    encoder.stdin.end();
    await finished;
    return (performance.now() - start) / pictures.length;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

const finished = (pixels: Uint8ClampedArray, passes: readonly PassSettings[], t: number) => {
  const out = pixels.slice();
  runPasses(out, size.width, size.height, passes, { matrix: [1, 0, 0, 1, 0, 0], size, t });
  return out;
};

/** 5,000 particles: milliseconds for where they are, and for drawing them. */
function timeParticles() {
  const layer: ParticlesLayer = newLayer('particles', size, {
    id: 'p',
    rate: 1250,
    life: 4,
    lifeVariation: 0,
  });
  const film = { ...defaultFilm('Bench'), ...size, layers: [layer] };
  const hearing = new TableHearing({ ...emptyTables(), end: 60 });
  const options = { cache: new DrawCache() };
  let [placing, drawing, alive] = [Infinity, Infinity, 0];
  for (let run = 0; run < 8; run++) {
    const start = performance.now();
    const moment = momentOf(film, hearing, 10 + run / 30, options);
    const [operation] = particlesLayer.content(layer, moment).operations as SpritesOp[];
    const placed = performance.now();
    paintSprites(operation!, [1, 0, 0, 1, 0, 0], size.width, size.height);
    placing = Math.min(placing, placed - start);
    drawing = Math.min(drawing, performance.now() - placed);
    alive = operation!.sprites.length / 14;
  }
  return { alive, placing, drawing };
}

/** What a finish and particles cost, against encoding the same frames in the same run. */
export async function benchFinish() {
  const plain = Array.from({ length: frames }, (_, n) => lightsAt(n));
  const dressed = plain.map((pixels, n) => finished(pixels, usualFinish, n / 30));
  const encoding = await timeEncoding(dressed);
  const encodingPlain = await timeEncoding(plain);
  const passes = timePasses(usualFinish);
  const particles = timeParticles();
  return {
    what: 'glow, curves, vignette and grain, and 5,000 particles, at 1920 x 1080, against x264 of the same frames',
    encodingMs: Math.round(encoding),
    encodingPlainMs: Math.round(encodingPlain),
    passesMs: Math.round(passes),
    passesToEncoding: Math.round((100 * passes) / encoding) / 100,
    passesTarget: 0.6,
    particles: particles.alive,
    placingMs: Math.round(particles.placing),
    drawingMs: Math.round(particles.drawing),
    particlesToEncoding: Math.round((100 * (particles.placing + particles.drawing)) / encodingPlain) / 100,
    particlesTarget: 0.3,
    ...{ single: benchPasses() },
  };
}
