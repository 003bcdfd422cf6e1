import { PassBuffer, type PassClock, passEngine, passMemory, putVeilTask, type Surface } from '../../pixels';
import { channelsOf, pixelOf, type PassContext } from './passKind';
import { runPass, type PassSettings } from './registry';

/** A colour laid over everything. */
export interface Veil {
  color: string;
  /** 0..1 */
  opacity: number;
}

/** What else passes are given. */
interface PassExtras {
  /** Laid over the picture after all passes. */
  veil?: Veil | undefined;
  /** Notes how long each pass takes. */
  clock?: PassClock | undefined;
}

/**
 * Lets passes change the pixels of a canvas, one after the other on one buffer.
 * @param rgba four values of 8 bits a pixel, as `getImageData` gives them; changed in place
 */
export function runPasses(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
  passes: readonly PassSettings[],
  context: PassContext,
  extras: PassExtras = {},
): void {
  const code = passEngine();
  const buffer = new PassBuffer(width, height);
  const at = passMemory().end;
  new Uint8Array(code.memory.buffer, at, 4 * width * height).set(rgba);
  code.premultiply(at, buffer.address, buffer.count);
  runAll(buffer, passes, context, extras);
  code.unpremultiply(buffer.address, at, buffer.count);
  rgba.set(new Uint8Array(code.memory.buffer, at, 4 * width * height));
}

/**
 * Lets passes change the pixels of a surface.
 * @param extras `later`: what can be done row by row may be left for who reads the surface
 */
export function runPassesOn(
  surface: Surface,
  passes: readonly PassSettings[],
  context: PassContext,
  extras: PassExtras & { later?: boolean } = {},
): void {
  const { width, height, pixels } = surface;
  const buffer = new PassBuffer(width, height, pixels);
  runAll(buffer, passes, context, extras);
  const left = extras.later === true ? buffer.settleByRows(pixels) : undefined;
  if (left) surface.leave(left);
  else buffer.settle(pixels);
  surface.touchAll();
}

function runAll(
  buffer: PassBuffer,
  passes: readonly PassSettings[],
  context: PassContext,
  { veil, clock }: PassExtras,
): void {
  buffer.clock = clock;
  const { x, y } = pixelOf(context, { x: 0, y: 0 });
  buffer.origin = { left: Math.round(-x), top: Math.round(-y) };
  for (const pass of passes) {
    if (!pass.on) continue;
    buffer.owner = pass.id;
    const start = clock?.now() ?? 0;
    const inChains = buffer.chainTime;
    runPass(buffer, pass, context);
    clock?.note(pass.id, clock.now() - start - (buffer.chainTime - inChains));
  }
  buffer.owner = '';
  if (!veil || veil.opacity <= 0) return;
  const [red, green, blue] = channelsOf(veil.color);
  const { memory } = buffer.code;
  buffer.point('veil', putVeilTask(memory.buffer, { amount: veil.opacity, red, green, blue }), {
    cost: 1,
    fillsClear: true,
  });
}
