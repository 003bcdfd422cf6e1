/**
 * Blend modes of layers, after W3C Compositing and Blending Level 1; `add` is its
 * plus-lighter operator. Each is given with its name in the Canvas 2D API.
 */
export const blendModes = {
  normal: { label: 'Normal', canvas: 'source-over' },
  add: { label: 'Add', canvas: 'lighter' },
  screen: { label: 'Screen', canvas: 'screen' },
  multiply: { label: 'Multiply', canvas: 'multiply' },
  overlay: { label: 'Overlay', canvas: 'overlay' },
  darken: { label: 'Darken', canvas: 'darken' },
  lighten: { label: 'Lighten', canvas: 'lighten' },
  colorDodge: { label: 'Colour dodge', canvas: 'color-dodge' },
  colorBurn: { label: 'Colour burn', canvas: 'color-burn' },
  hardLight: { label: 'Hard light', canvas: 'hard-light' },
  softLight: { label: 'Soft light', canvas: 'soft-light' },
  difference: { label: 'Difference', canvas: 'difference' },
  exclusion: { label: 'Exclusion', canvas: 'exclusion' },
  hue: { label: 'Hue', canvas: 'hue' },
  saturation: { label: 'Saturation', canvas: 'saturation' },
  color: { label: 'Colour', canvas: 'color' },
  luminosity: { label: 'Luminosity', canvas: 'luminosity' },
} as const;

export type BlendMode = keyof typeof blendModes;
