import type { SpriteForm } from '../display/operation/sprites';

/** Which of a flare's sliders a part belongs to. */
export type FlarePartName = 'core' | 'halo' | 'streak' | 'rings' | 'rays';

/** A part at the light itself. Sizes are shares of the picture's height. */
export interface FlarePart {
  of: FlarePartName;
  form: SpriteForm;
  size: number;
  strength: number;
  /** Height of its width. */
  flat?: number;
  /** Degrees. */
  angle?: number;
  corners?: number;
  /** Of rings and rays, as a share. */
  width?: number;
  color?: string;
}

/** A row of reflections. */
interface Reflections {
  count: number;
  size: number;
  strength: number;
  forms: readonly SpriteForm[];
  colors: readonly string[];
}

export interface FlareDesign {
  label: string;
  parts: readonly FlarePart[];
  reflections?: Reflections;
}

const white = '#ffffff';

/** Our own designs. The first two are quiet. */
export const flareDesigns = {
  beacon: {
    label: 'Beacon',
    parts: [
      { of: 'halo', form: 'ball', size: 0.34, strength: 0.32 },
      { of: 'core', form: 'ball', size: 0.07, strength: 0.9, color: white },
      { of: 'core', form: 'ball', size: 0.024, strength: 1, color: white },
    ],
  },
  lantern: {
    label: 'Mist lantern',
    parts: [
      { of: 'halo', form: 'ball', size: 0.55, strength: 0.2 },
      { of: 'halo', form: 'ball', size: 0.2, strength: 0.34 },
      { of: 'rings', form: 'ring', size: 0.3, strength: 0.1, width: 0.35 },
      { of: 'core', form: 'ball', size: 0.045, strength: 1, color: white },
    ],
  },
  searchlight: {
    label: 'Searchlight',
    parts: [
      { of: 'halo', form: 'ball', size: 0.4, strength: 0.26 },
      { of: 'streak', form: 'streak', size: 1.5, strength: 0.8, flat: 0.008 },
      { of: 'streak', form: 'streak', size: 0.9, strength: 0.42, flat: 0.03, color: '#cfe4ff' },
      { of: 'core', form: 'ball', size: 0.06, strength: 1, color: white },
    ],
    reflections: {
      count: 5,
      size: 0.05,
      strength: 0.2,
      forms: ['disc', 'ball'],
      colors: ['#9cc8ff', '#ffd9a0', '#b8f0dc'],
    },
  },
  glassLens: {
    label: 'Old lens',
    parts: [
      { of: 'halo', form: 'ball', size: 0.3, strength: 0.3 },
      { of: 'rings', form: 'ring', size: 0.26, strength: 0.2, width: 0.08, color: '#ffb48a' },
      { of: 'rays', form: 'rays', size: 0.3, strength: 0.45, corners: 14, width: 0.24 },
      { of: 'core', form: 'ball', size: 0.055, strength: 1, color: white },
    ],
    reflections: {
      count: 9,
      size: 0.075,
      strength: 0.22,
      forms: ['polygon', 'polygon', 'ring', 'disc'],
      colors: ['#ff9f6a', '#ffd27a', '#8fd6c0', '#9db4ff', '#ff8fa0'],
    },
  },
  starburst: {
    label: 'Pier star',
    parts: [
      { of: 'halo', form: 'ball', size: 0.24, strength: 0.3 },
      { of: 'rays', form: 'rays', size: 0.52, strength: 0.85, corners: 6, width: 0.07, color: white },
      { of: 'rays', form: 'rays', size: 0.26, strength: 0.4, corners: 12, width: 0.1, angle: 15 },
      { of: 'core', form: 'ball', size: 0.05, strength: 1, color: white },
    ],
  },
  sunrise: {
    label: 'Low sun',
    parts: [
      { of: 'halo', form: 'ball', size: 0.95, strength: 0.3, color: '#ff9a5a' },
      { of: 'halo', form: 'ball', size: 0.42, strength: 0.4, color: '#ffc98a' },
      { of: 'streak', form: 'streak', size: 1.1, strength: 0.35, flat: 0.05, color: '#ffb070' },
      { of: 'core', form: 'ball', size: 0.13, strength: 1, color: '#fff6e2' },
    ],
    reflections: {
      count: 7,
      size: 0.09,
      strength: 0.16,
      forms: ['disc', 'ring', 'ball'],
      colors: ['#ffb070', '#ff7f6a', '#ffe2a0', '#a8d8d0'],
    },
  },
  cross: {
    label: 'Mast light',
    parts: [
      { of: 'halo', form: 'ball', size: 0.2, strength: 0.34 },
      { of: 'streak', form: 'streak', size: 0.46, strength: 0.75, flat: 0.016 },
      { of: 'streak', form: 'streak', size: 0.3, strength: 0.6, flat: 0.024, angle: 90 },
      { of: 'rings', form: 'ring', size: 0.12, strength: 0.22, width: 0.16 },
      { of: 'core', form: 'ball', size: 0.04, strength: 1, color: white },
    ],
  },
} as const satisfies Record<string, FlareDesign>;
