import { kindOf, referencesIn, Registry, type ValueOfKinds } from '../../contract';
import type { PassBuffer } from '../../pixels';
import { afterimages } from './afterimages';
import { blur } from './blur';
import { colorSplit } from './colorSplit';
import { contourGlow } from './contourGlow';
import { contourShadow } from './contourShadow';
import { curves } from './curves';
import { directionBlur } from './directionBlur';
import { glow } from './glow';
import { grade } from './grade';
import { grain } from './grain';
import { invert } from './invert';
import { kaleidoscope } from './kaleidoscope';
import { lens } from './lens';
import { levels } from './levels';
import { lookupTable } from './lookupTable';
import { mirror } from './mirror';
import { mosaic } from './mosaic';
import { motionBlur } from './motionBlur';
import type { PassContext, PassHeading } from './passKind';
import { posterise } from './posterise';
import { rays } from './rays';
import { rotationBlur } from './rotationBlur';
import { scanLines } from './scanLines';
import { shake } from './shake';
import { tiles } from './tiles';
import type { DrawLater, TimeContext } from './timePass';
import { tint } from './tint';
import { threeTones } from './threeTones';
import { vignette } from './vignette';
import { wipe } from './wipe';
import { wobble } from './wobble';
import { zoomBlur } from './zoomBlur';

/** Every kind of pass there is. A new one is a file beside invert.ts and a line here. */
export const passKinds = {
  glow,
  rays,
  contourGlow,
  contourShadow,
  blur,
  directionBlur,
  zoomBlur,
  rotationBlur,
  lens,
  wobble,
  tiles,
  mosaic,
  mirror,
  kaleidoscope,
  wipe,
  shake,
  grade,
  curves,
  levels,
  tint,
  threeTones,
  lookupTable,
  vignette,
  grain,
  colorSplit,
  scanLines,
  posterise,
  invert,
  afterimages,
  motionBlur,
};

export type PassKindName = keyof typeof passKinds;
export type PassSettings = ValueOfKinds<typeof passKinds>;

/** What is asked of a kind here, whichever it is. */
interface AnyPassKind {
  heading: PassHeading;
  compose?<Op>(settings: PassSettings, drawn: DrawLater<Op>, around: TimeContext<Op>): Op[];
  times?(settings: PassSettings): { back: number; ahead: number };
  margin(settings: PassSettings): number;
  keepsEdges(settings: PassSettings): boolean;
  anySize?: true;
  run(buffer: PassBuffer, settings: PassSettings, context: PassContext): void;
}
const passRegistry = new Registry<typeof passKinds, AnyPassKind>(() => passKinds);

/** Picture units by which a pass reaches beyond what was drawn; Infinity for everywhere. */
export const marginOf = (settings: PassSettings): number =>
  settings.on ? (passRegistry.of(settings)?.margin(settings) ?? 0) : 0;

/**
 * Whether a chain takes what lies at the picture's edges for what lies beyond them: then nothing from beyond the picture
 * comes in, for where a layer covers just the picture that would be nothing.
 */
export const keepsEdges = (passes: readonly PassSettings[]): boolean =>
  passes.some((settings) => settings.on && passRegistry.of(settings)?.keepsEdges(settings) === true);

/** Whether a chain makes the same of a picture of any number of pixels. */
export const takesAnySize = (passes: readonly PassSettings[]): boolean =>
  passes.every((settings) => !settings.on || passRegistry.of(settings)?.anySize === true);

/** Lets a pass change pixels; one that is off, or of an unknown kind, changes nothing. */
export function runPass(buffer: PassBuffer, settings: PassSettings, context: PassContext): void {
  if (settings.on) passRegistry.of(settings)?.run(buffer, settings, context);
  buffer.release();
}

/** Index of the last pass that puts together what is drawn at several times; -1 where there is none. */
export const lastTimePass = (passes: readonly PassSettings[]): number =>
  passes.reduce((last, pass, i) => (pass.on && passRegistry.of(pass)?.compose ? i : last), -1);

/** What such a pass makes of what is drawn. */
export const composeTimes = <Op>(
  settings: PassSettings,
  drawn: DrawLater<Op>,
  around: TimeContext<Op>,
): Op[] => passRegistry.of(settings)?.compose?.(settings, drawn, around) ?? drawn(0);

const nowhere: TimeContext<never> = {
  size: { width: 1, height: 1 },
  fps: 60,
  quick: false,
  together: () => undefined as never,
};

/** How many times passes have what they are given drawn for one picture: 1 where none of them looks at other times. */
export const drawingsOf = (passes: readonly PassSettings[]): number =>
  passes.reduce((product, pass) => {
    if (!pass.on) return product;
    let drawn = 0;
    composeTimes<never>(pass, () => (drawn++, []), nowhere);
    return product * Math.max(1, drawn);
  }, 1);

/** Seconds before and after a moment that passes look at. */
export function passTimes(passes: readonly PassSettings[]): { back: number; ahead: number } {
  const all = passes.map((pass) => passRegistry.of(pass)?.times?.(pass) ?? { back: 0, ahead: 0 });
  return {
    back: all.reduce((sum, { back }) => sum + back, 0),
    ahead: all.reduce((sum, { ahead }) => sum + ahead, 0),
  };
}

/** Ids of the tables of colours that passes look things up in. */
export const lookupsIn = (passes: readonly PassSettings[]): string[] =>
  passes.flatMap((pass) => {
    const kind = pass.on ? kindOf(passKinds, pass) : undefined;
    return kind
      ? referencesIn(kind.record, pass).flatMap(({ to, id }) => (to === 'lookups' ? [id] : []))
      : [];
  });
