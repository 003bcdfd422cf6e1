import { cos, exact, pow, record, sin, type ValueOf } from '../../contract';
import type { Vector } from './camera';
import type { Texture } from './rasterise';
import { linearOf, type Rgb } from './srgb';
import { look } from './surroundings';

const share = { kind: 'number', min: 0, max: 4, step: 5, unit: '%', shownPer: 100 } as const;
const angle = { kind: 'number', min: -3600, max: 3600, step: 5, unit: '°' } as const;

/** What lights a stage. */
export const lightRecord = record('light', [
  {
    heading: 'Light',
    fields: [
      {
        ...angle,
        key: 'direction',
        label: 'Direction',
        help: 'Where the key light comes from: 0° from the front, 90° from the right.',
        default: 35,
      },
      { ...angle, key: 'elevation', label: 'Elevation', help: 'How high it stands.', default: 45 },
      { ...share, key: 'key', label: 'Key light', default: 1 },
      { kind: 'color', key: 'keyColor', label: 'Key colour', default: '#fff1dc' },
      { ...share, key: 'ambient', label: 'Ambient light', default: 0.55 },
      {
        ...share,
        key: 'rim',
        label: 'Rim light',
        help: 'Along edges that turn away from the camera.',
        default: 0,
      },
      { kind: 'color', key: 'rimColor', label: 'Rim colour', default: '#bfe3da' },
    ],
  },
  {
    heading: 'Environment',
    slot: 'environmentPresets',
    fields: [
      {
        kind: 'reference',
        key: 'image',
        label: 'Environment map',
        help: 'Equirectangular: twice as wide as high. What metal reflects, instead of the colours below.',
        to: 'images',
        nullable: true,
      },
      {
        kind: 'color',
        key: 'skyColor',
        label: 'Sky',
        help: 'Lights from above, and is what smooth metal reflects.',
        default: '#8fa3ad',
      },
      { kind: 'color', key: 'horizonColor', label: 'Horizon', default: '#e8c79a' },
      { kind: 'color', key: 'groundColor', label: 'Ground', help: 'Lights from below.', default: '#4a3c33' },
      {
        ...share,
        max: 1,
        key: 'fade',
        label: 'Fog',
        help: 'How much of what is far away goes over into the fog colour.',
        default: 0,
      },
      {
        kind: 'color',
        key: 'fadeColor',
        label: 'Fog colour',
        default: '#14100d',
        shownWhen: { key: 'fade', isNot: [0] },
      },
      {
        kind: 'number',
        key: 'fadeFrom',
        label: 'Fog start',
        help: 'Distance from the camera, of that of its target.',
        min: 0,
        max: 100,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0.8,
        shownWhen: { key: 'fade', isNot: [0] },
      },
      {
        kind: 'number',
        key: 'fadeTo',
        label: 'Fog end',
        min: 0.01,
        max: 100,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 2.2,
        shownWhen: { key: 'fade', isNot: [0] },
      },
    ],
  },
]);
export type Light = ValueOf<typeof lightRecord>;

/** What light meets. */
export interface SurfaceMaterial {
  metal: number;
  /** 0 mirror-like to 1 matt. */
  roughness: number;
  /** Own light, as a share of its colour. */
  glow: number;
}

/** Light that is reflected straight on by what is no metal (common practice). */
const plainReflectance = 0.04;

/** Share of light that is reflected at an angle. Source: C. Schlick, An Inexpensive BRDF Model, 1994, equation 15. */
export const schlick = (reflectance: number, cosine: number): number => {
  const rest = 1 - Math.min(Math.max(cosine, 0), 1);
  return reflectance + (1 - reflectance) * rest * rest * rest * rest * rest;
};

/** Where the key light comes from: of length 1. */
export function keyDirection({ direction, elevation }: Pick<Light, 'direction' | 'elevation'>): Vector {
  const [a, e] = [(direction * Math.PI) / 180, (elevation * Math.PI) / 180];
  return [sin(a) * cos(e), sin(e), cos(a) * cos(e)];
}

/** Gives corners and faces their colours. */
export interface Shading {
  /**
   * Light that goes to the camera.
   * @param out red, green and blue, linear, are written there from `at` on
   * @param color of the surface, linear
   * @param x and `y` and `z`: the place on the stage
   * @param normalX and `normalY` and `normalZ`: of length 1 or 0; turned to the camera where it points away from it
   */
  shade(
    out: Float32Array,
    at: number,
    surface: SurfaceMaterial,
    color: Rgb,
    x: number,
    y: number,
    z: number,
    normalX: number,
    normalY: number,
    normalZ: number,
  ): void;
  /** The same of what nothing lights: lines and points. @param bright what its colour is multiplied by */
  plain(out: Float32Array, at: number, color: Rgb, bright: number, x: number, y: number, z: number): void;
}

/**
 * @param distance of the camera from its target
 * @param image of the surroundings, where there is one
 */
export function shadingOf(light: Light, eye: Vector, distance: number, image?: Texture): Shading {
  const toKey = keyDirection(light);
  const linear = (color: string, by = 1) => linearOf(color).map((value) => value * by) as unknown as Rgb;
  const [key, rim] = [linear(light.keyColor, light.key), linear(light.rimColor, light.rim)];
  const [sky, horizon, ground] = [
    linear(light.skyColor),
    linear(light.horizonColor),
    linear(light.groundColor),
  ];
  const fadeColor = linear(light.fadeColor);
  const [fadeFrom, fadeTo] = [
    light.fadeFrom * distance,
    Math.max(light.fadeTo, light.fadeFrom + 0.001) * distance,
  ];
  /** The surroundings in a direction, the more blurred the rougher: between sky, horizon and ground. */
  const seen = new Float32Array(3);
  const around = (channel: number, y: number, roughness: number) => {
    if (image) return seen[channel]!;
    const soft = 0.12 + 0.88 * roughness;
    const up = Math.min(Math.max(y / soft, -1), 1);
    const to = up > 0 ? sky[channel]! : ground[channel]!;
    const share = Math.abs(up);
    return horizon[channel]! + (to - horizon[channel]!) * share * (2 - share);
  };
  const fadeAt = (far: number) =>
    light.fade > 0 ? light.fade * smooth((far - fadeFrom) / (fadeTo - fadeFrom)) : 0;
  return {
    plain(out, at, color, bright, x, y, z) {
      const fade = fadeAt(
        Math.sqrt(exact.square(eye[0] - x) + exact.square(eye[1] - y) + exact.square(eye[2] - z)),
      );
      for (let channel = 0; channel < 3; channel++) {
        const value = color[channel]! * bright;
        out[at + channel] = value + (fadeColor[channel]! - value) * fade;
      }
    },
    shade(out, at, { metal, roughness, glow }, color, x, y, z, normalX, normalY, normalZ) {
      const far =
        Math.sqrt(exact.square(eye[0] - x) + exact.square(eye[1] - y) + exact.square(eye[2] - z)) || 1;
      const vx = (eye[0] - x) / far;
      const vy = (eye[1] - y) / far;
      const vz = (eye[2] - z) / far;
      const away = normalX * vx + normalY * vy + normalZ * vz;
      const sign = away < 0 ? -1 : 1;
      const nx = sign * normalX;
      const ny = sign * normalY;
      const nz = sign * normalZ;
      const facing = sign * away;
      const lit = Math.max(0, nx * toKey[0] + ny * toKey[1] + nz * toKey[2]);
      const rest = 1 - facing;
      const edge = light.rim > 0 ? rest * rest * rest : 0;
      // Half way between the light and the eye; a narrow highlight is a bright one.
      let shine = 0;
      if (lit > 0) {
        const hx = toKey[0] + vx;
        const hy = toKey[1] + vy;
        const hz = toKey[2] + vz;
        const size = Math.sqrt(hx * hx + hy * hy + hz * hz) || 1;
        const half = Math.max(0, (nx * hx + ny * hy + nz * hz) / size);
        const rough = Math.max(roughness, 0.08);
        const power = 2 / (rough * rough * rough * rough) - 2;
        // The normalised model of Blinn and Phong (common practice).
        shine = Math.min(((power + 8) / 25.13) * pow(half, power), 12) * lit;
      }
      const mirrored = 2 * facing * ny - vy;
      if (image) look(seen, image, 2 * facing * nx - vx, mirrored, 2 * facing * nz - vz, roughness);
      const shown = 1 - roughness * 0.7;
      const fade = fadeAt(far);
      for (let channel = 0; channel < 3; channel++) {
        const own = color[channel]!;
        const reflectance = schlick(plainReflectance + (own - plainReflectance) * metal, facing);
        const above = (ny + 1) / 2;
        const ambient = light.ambient * (ground[channel]! + (sky[channel]! - ground[channel]!) * above);
        const spread = own * (1 - metal) * (key[channel]! * lit + ambient);
        const mirror =
          reflectance * shown * around(channel, mirrored, roughness) * (0.35 * (1 - metal) + metal);
        let value = spread + mirror + reflectance * shine * key[channel]! + own * glow + edge * rim[channel]!;
        if (fade > 0) value += (fadeColor[channel]! - value) * fade;
        out[at + channel] = value;
      }
    },
  };
}

const smooth = (x: number) => {
  const s = Math.min(Math.max(x, 0), 1);
  return s * s * (3 - 2 * s);
};
