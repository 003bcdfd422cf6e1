import {
  layerRegistry,
  bodyKinds,
  defaultEar,
  defaultFilm,
  DrawCache,
  emptyTables,
  momentOf,
  newLayer,
  noAssets,
  projected,
  rasterise,
  sceneAt,
  TableHearing,
  viewOf,
  type Film,
  type SceneOp,
} from '@cyclogram/core';
import { createCanvas } from '@napi-rs/canvas';
import { spawn } from 'node:child_process';
import { once } from 'node:events';

const bands = 60;
const frames = 24;
const sizes = [
  [1920, 1080],
  [1280, 720],
] as const;

/** A landscape of 60 rows and 120 columns, and a globe of 1,000 spikes. */
const bodies = {
  terrain: { ...bodyKinds.terrain.defaults({ width: 1920, height: 1080 }), rows: 60 },
  globe: { ...bodyKinds.globe.defaults({ width: 1920, height: 1080 }), count: 1000 },
};

function filmOf(body: object): Film {
  const film = defaultFilm('Scene');
  film.ears = [{ ...defaultEar('ear'), bands }];
  film.layers = [
    newLayer('depth', film, {
      id: 'stage',
      name: 'Stage',
      bodies: [{ ...body, id: 'body', ear: 'ear' }],
    } as never) as Film['layers'][0],
  ];
  return film;
}

const levels = Float32Array.from({ length: 60 * 60 * bands }, (_, i) => {
  const [row, band] = [Math.floor(i / bands), i % bands];
  return 0.5 + 0.5 * Math.sin(row / 9 + band / 3);
});
const hearing = new TableHearing({
  ...emptyTables(),
  ears: new Map([['ear', { bands, rate: 60, first: 0, levels }]]),
});

/** Milliseconds a frame. */
function timed(times: number, run: (n: number) => void): number {
  run(0);
  const from = performance.now();
  for (let n = 0; n < times; n++) run(n);
  return (performance.now() - from) / times;
}

/** Faces sorted and filled one by one, as a canvas would have it. */
function throughCanvas({ meshes }: SceneOp, film: Film, width: number, height: number) {
  const view = viewOf(layerRegistry.as('depth', film.layers[0])!.camera, film);
  const context = createCanvas(width, height).getContext('2d');
  const scale = width / film.width;
  const faces = meshes.flatMap(({ positions, indices, colors, perFace }) =>
    Array.from({ length: indices.length / 3 }, (_, i) => {
      const places = [0, 1, 2].map((k) => {
        const at = 3 * indices[3 * i + k]!;
        return projected(view, [positions[at]!, positions[at + 1]!, positions[at + 2]!]);
      });
      const at = 4 * (perFace ? i : indices[3 * i]!);
      return {
        places,
        depth: places.reduce((sum, place) => sum + (place?.[2] ?? 0), 0),
        color: `rgb(${colors[at]} ${colors[at + 1]} ${colors[at + 2]})`,
      };
    }),
  );
  for (const { places, color } of faces.sort((a, b) => b.depth - a.depth)) {
    const [a, b, c] = places;
    if (!a || !b || !c) continue;
    context.fillStyle = color;
    context.beginPath();
    context.moveTo(a[0] * scale, a[1] * scale);
    context.lineTo(b[0] * scale, b[1] * scale);
    context.lineTo(c[0] * scale, c[1] * scale);
    context.closePath();
    context.fill();
  }
  context.getImageData(0, 0, 1, 1);
}

/** Milliseconds that x264 (veryfast) takes for a frame, the same ones again and again. */
async function encoding(pixels: Buffer[], width: number, height: number): Promise<number> {
  const size = `${width}x${height}`;
  const input = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', size, '-r', '30', '-i', '-'];
  const child = spawn(
    'ffmpeg',
    [
      '-v',
      'error',
      ...input,
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-pix_fmt',
      'yuv420p',
      '-f',
      'null',
      '-',
    ],
    { stdio: ['pipe', 'ignore', 'inherit'] },
  );
  const from = performance.now();
  for (const frame of pixels) if (!child.stdin.write(frame)) await once(child.stdin, 'drain');
  child.stdin.end();
  await once(child, 'exit');
  return (performance.now() - from) / pixels.length;
}

const tidy = (value: number) => Math.round(value * 100) / 100;

/** How long stages take: built and lit, rasterised, painted through a canvas instead, and encoded. */
export async function benchScene() {
  const out: Record<string, Record<string, number>> = {};
  for (const [name, body] of Object.entries(bodies)) {
    const film = filmOf(body);
    const cache = new DrawCache();
    const sceneOf = (n: number) => {
      const moment = momentOf(film, hearing, 5 + (n + 0.5) / 30, { cache, assets: noAssets });
      return sceneAt(layerRegistry.as('depth', moment.layer('stage'))!, moment)!;
    };
    const built = timed(frames, (n) => void sceneOf(n));
    for (const [width, height] of sizes) {
      const scale = width / film.width;
      const matrix = [scale, 0, 0, scale, 0, 0] as const;
      const scenes = Array.from({ length: frames }, (_, n) => sceneOf(n));
      const paint = (n: number) => rasterise(scenes[n]!, matrix, width, height, true, () => undefined);
      const rastered = timed(frames, (n) => void paint(n));
      const canvas = timed(4, (n) => throughCanvas(scenes[n]!, film, width, height));
      const encoded = await encoding(
        scenes.map((_, n) => Buffer.from(paint(n))),
        width,
        height,
      );
      out[`${name} ${height}p`] = {
        faces: scenes[0]!.meshes.reduce((sum, { indices }) => sum + indices.length / 3, 0),
        buildMs: tidy(built),
        rasteriseMs: tidy(rastered),
        canvasMs: tidy(canvas),
        encodeMs: tidy(encoded),
        ratioToEncoding: tidy((built + rastered) / encoded),
      };
    }
  }
  return out;
}
