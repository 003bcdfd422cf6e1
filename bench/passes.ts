import { passKinds, runPasses, type PassKindName, type PassSettings } from '@cyclogram/core';
import { createCanvas } from '@napi-rs/canvas';

const size = { width: 1920, height: 1080 };
const runs = 6;

/** A picture with lights on a dark ground, as pixels. */
function lights(): Uint8ClampedArray {
  const context = createCanvas(size.width, size.height).getContext('2d');
  context.fillStyle = '#140f0d';
  context.fillRect(0, 0, size.width, size.height);
  for (let i = 0; i < 160; i++) {
    context.fillStyle = `hsl(${(i * 37) % 360} 80% ${40 + (i % 50)}%)`;
    const [angle, from] = [(i / 160) * 2 * Math.PI, 200];
    const to = from + 60 + ((i * 53) % 260);
    context.save();
    context.translate(960, 540);
    context.rotate(angle);
    context.fillRect(from, -4, to - from, 8);
    context.restore();
  }
  return new Uint8ClampedArray(context.getImageData(0, 0, size.width, size.height).data);
}

const pass = (kind: PassKindName, part: object = {}): PassSettings =>
  ({ ...passKinds[kind].defaults(size), id: kind, ...part }) as PassSettings;

/** Milliseconds that passes take on a picture of 1920 x 1080, moving its pixels in and out not counted. */
export function timePasses(passes: readonly PassSettings[]): number {
  const picture = lights();
  let best = Infinity;
  for (let run = 0; run < runs; run++) {
    const times = new Map<string, number>();
    const clock = {
      now: () => performance.now(),
      note: (id: string, ms: number) => void times.set(id, ms),
    };
    const context = { matrix: [1, 0, 0, 1, 0, 0] as const, size, t: run };
    runPasses(picture.slice(), size.width, size.height, passes, context, { clock });
    best = Math.min(
      best,
      [...times.values()].reduce((sum, ms) => sum + ms, 0),
    );
  }
  return best;
}

const points = [0, 0.3, 0.7, 1].map((at, i) => ({ id: `p${i}`, at, value: at ** 1.2 }));

/** The finish that is aimed at 0.6 of encoding the same frames: glow, curves, vignette, grain. */
export const usualFinish = [pass('glow'), pass('curves', { all: points }), pass('vignette'), pass('grain')];

/** Every pass by itself, and blurs of different radii. */
export function benchPasses() {
  const each = Object.fromEntries(
    (Object.keys(passKinds) as PassKindName[]).map((kind) => {
      const part =
        kind === 'curves' ? { all: points } : kind === 'grade' ? { exposure: 0.3, saturation: 1.2 } : {};
      return [kind, Math.round(10 * timePasses([pass(kind, part)])) / 10];
    }),
  );
  const blurs = Object.fromEntries(
    [1, 3, 6, 12, 48, 200].map((radius) => [radius, Math.round(timePasses([pass('blur', { radius })]))]),
  );
  return {
    what: 'milliseconds of passes on 1920 x 1080 in Node, and of blurs by their radius',
    usualFinish: Math.round(timePasses(usualFinish)),
    each,
    blurs,
  };
}
