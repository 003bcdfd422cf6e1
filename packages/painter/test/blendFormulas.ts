import type { BlendMode } from '@cyclogram/core';

const softLight = (b: number, s: number) => {
  if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
  const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
  return b + (2 * s - 1) * (d - b);
};
const hardLight = (b: number, s: number) => (s <= 0.5 ? 2 * b * s : 1 - 2 * (1 - b) * (1 - s));

export type Color = [number, number, number];
const luminosity = ([r, g, b]: Color) => 0.3 * r + 0.59 * g + 0.11 * b;
const saturation = (color: Color) => Math.max(...color) - Math.min(...color);
const clipColor = (color: Color): Color => {
  const l = luminosity(color);
  const [low, high] = [Math.min(...color), Math.max(...color)];
  return color.map((c) => {
    const raised = low < 0 ? l + ((c - l) * l) / (l - low) : c;
    return high > 1 ? l + ((raised - l) * (1 - l)) / (high - l) : raised;
  }) as Color;
};
const setLuminosity = (color: Color, l: number) =>
  clipColor(color.map((c) => c + l - luminosity(color)) as Color);
const setSaturation = (color: Color, s: number): Color => {
  const [low, high] = [Math.min(...color), Math.max(...color)];
  return color.map((c) => (high > low ? ((c - low) * s) / (high - low) : 0)) as Color;
};

// Formulas: W3C Compositing and Blending Level 1, sections 9 and 10; Cb below, Cs above, 0..1.
const each =
  (formula: (b: number, s: number) => number) =>
  (b: Color, s: Color): Color =>
    b.map((value, i) => formula(value, s[i]!)) as Color;
export const formulas: Record<BlendMode, (b: Color, s: Color) => Color> = {
  normal: each((_b, s) => s),
  add: each((b, s) => Math.min(1, b + s)),
  screen: each((b, s) => b + s - b * s),
  multiply: each((b, s) => b * s),
  overlay: each((b, s) => hardLight(s, b)),
  darken: each((b, s) => Math.min(b, s)),
  lighten: each((b, s) => Math.max(b, s)),
  colorDodge: each((b, s) => (b === 0 ? 0 : s === 1 ? 1 : Math.min(1, b / (1 - s)))),
  colorBurn: each((b, s) => (b === 1 ? 1 : s === 0 ? 0 : 1 - Math.min(1, (1 - b) / s))),
  hardLight: each(hardLight),
  softLight: each(softLight),
  difference: each((b, s) => Math.abs(b - s)),
  exclusion: each((b, s) => b + s - 2 * b * s),
  hue: (b, s) => setLuminosity(setSaturation(s, saturation(b)), luminosity(b)),
  saturation: (b, s) => setLuminosity(setSaturation(b, saturation(s)), luminosity(b)),
  color: (b, s) => setLuminosity(s, luminosity(b)),
  luminosity: (b, s) => setLuminosity(b, luminosity(s)),
};
