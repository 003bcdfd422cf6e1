import {
  newLayer,
  type BodyKindName,
  type BodySettings,
  type Camera,
  type DepthLayer,
  type Film,
  type Light,
  type Material,
} from '@cyclogram/core';
import { newId } from '../editor/newId';
import { newBody } from './stageChanges';

/** A stage to begin with. */
export interface StageOffer {
  name: string;
  about: string;
  make(film: Film): DepthLayer;
}

interface StageLiteral {
  name: string;
  about: string;
  body: BodyKindName;
  settings?: (height: number) => object;
  material?: Partial<Material>;
  camera?: (film: Film) => Partial<Camera>;
  light?: Partial<Light>;
}

/** Its parts are checked against the film format by a test. */
function offer({
  name,
  about,
  body: kind,
  settings,
  material = {},
  camera,
  light = {},
}: StageLiteral): StageOffer {
  return {
    name,
    about,
    make(film) {
      const plain = newBody(kind, film, film.ears[0]?.id ?? null, newId('body'));
      const body = {
        ...plain,
        ...settings?.(film.height),
        material: { ...plain.material, ...material },
      } as BodySettings;
      const layer = newLayer('depth', film, { id: newId('layer'), name, bodies: [body] }) as DepthLayer;
      return {
        ...layer,
        camera: { ...layer.camera, ...camera?.(film) },
        light: { ...layer.light, ...light },
      };
    },
  };
}

const stops = (...colors: string[]) =>
  colors.map((color, i) => ({
    id: `stop-${i + 1}`,
    at: colors.length > 1 ? i / (colors.length - 1) : 0,
    color,
  }));
const part = (share: number) => (film: Film) => Math.round(film.height * share);

export const stageOffers: readonly StageOffer[] = [
  offer({
    name: 'Terrain',
    about: 'The spectrum of each moment as a row of a landscape',
    body: 'terrain',
    light: { fade: 1, fadeFrom: 0.7, fadeTo: 1.7 },
    camera: (film) => ({ tilt: 16, targetY: part(0.05)(film) }),
  }),
  offer({
    name: 'Ridge lines',
    about: 'Rows of lines that hide each other',
    body: 'terrain',
    settings: () => ({ form: 'ridges', rows: 34, interval: 0.09, smoothRows: 0, curve: 1.8 }),
    material: { drawn: 'hidden', by: 'one', stops: stops('#f2e6cf'), lineWidth: 2 },
    camera: (film) => ({ tilt: 28, targetY: part(0.03)(film) }),
  }),
  offer({
    name: 'Rings',
    about: 'Rows that run outwards in rings',
    body: 'terrain',
    settings: (height) => ({
      layout: 'outward',
      order: 'mirrored',
      radius: Math.round(height * 0.05),
      spacing: Math.round(height * 0.012),
      rows: 48,
    }),
    material: { stops: stops('#16343a', '#59b7b0', '#f6e3b0') },
    camera: () => ({ tilt: 48 }),
  }),
  offer({
    name: 'Sea',
    about: 'A surface that heaves: drive its height by the bass',
    body: 'relief',
    settings: (height) => ({ height: Math.round(height * 0.15) }),
    material: { roughness: 0.2, metal: 0.35, stops: stops('#0f2f36', '#3f8d8a', '#e9dcb8') },
    camera: () => ({ tilt: 14 }),
  }),
  offer({
    name: 'Grid of bars',
    about: 'Bars in rows and columns',
    body: 'array',
    camera: (film) => ({ orbit: 35, tilt: 32, targetY: part(0.06)(film) }),
    material: { stops: stops('#3b2a6b', '#c2506e', '#ffc65c') },
  }),
  offer({
    name: 'Globe of spikes',
    about: 'Spikes all over a sphere',
    body: 'globe',
    camera: () => ({ tilt: 12 }),
    material: { by: 'height', stops: stops('#6a3b22', '#ff9d47', '#fff0c9') },
  }),
  offer({
    name: 'Torus of rods',
    about: 'Rods that stand on a ring',
    body: 'globe',
    settings: (height) => ({ base: 'torus', form: 'rod', radius: Math.round(height * 0.26), count: 700 }),
    camera: () => ({ tilt: 38 }),
    material: { by: 'band', metal: 0.5, stops: stops('#2f8f86', '#f2c14e', '#e8633a') },
  }),
  offer({
    name: 'Solid letters',
    about: 'A word with depth, each letter following a band',
    body: 'solid',
    camera: () => ({ orbit: -18, tilt: 12 }),
    material: { metal: 0.7, roughness: 0.25, stops: stops('#e0a458') },
  }),
];
