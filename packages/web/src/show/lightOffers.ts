import {
  flareDesigns,
  newLayer,
  type Film,
  type FlareLayer,
  type Layer,
  type ParticlesLayer,
} from '@cyclogram/core';
import { newId } from '../editor/newId';

/** A layer to begin with. */
export interface MadeOffer {
  name: string;
  about: string;
  make(film: Film): Layer;
}

/** Particles and flares to begin with. */

const particles = (
  name: string,
  about: string,
  part: (film: Film) => Partial<Omit<ParticlesLayer, 'kind'>>,
): MadeOffer => ({
  name,
  about,
  make: (film) => newLayer('particles', film, { id: newId('layer'), name, blend: 'screen', ...part(film) }),
});

const colors = (kind: ParticlesLayer['color']['kind'], ...stops: string[]): ParticlesLayer['color'] => ({
  kind,
  mix: 'oklch',
  stops: stops.map((color, i) => ({ id: `stop-${i + 1}`, at: i / Math.max(1, stops.length - 1), color })),
});

/** The follower that bursts go by: the first there is. */
const firstFollower = ({ followers }: Film) => followers[0]?.id ?? null;

const particleOffers: readonly MadeOffer[] = [
  particles('Dust', 'Pale specks that drift over the picture', ({ width, height }) => ({
    rate: 26,
    life: 7,
    size: height * 0.007,
    opacity: 0.5,
    speed: height * 0.012,
    turbulence: height * 0.08,
    depth: width * 0.5,
    twinkle: 0.4,
    color: colors('random', '#fff3dc', '#e8c9a0'),
  })),
  particles('Sparks', 'A burst at every hit of the first follower', (film) => ({
    source: 'point',
    rate: 0,
    bursts: 'hit',
    follower: firstFollower(film),
    burst: 90,
    life: 1.1,
    speed: film.height * 0.9,
    speedVariation: 0.8,
    drag: 2.2,
    gravity: { x: 0, y: film.height * 0.5 },
    look: 'streak',
    size: film.height * 0.006,
    stretch: 5,
    turbulence: 0,
    color: colors('life', '#fff6e0', '#ffb24f', '#c83c22'),
  })),
  particles('Snow', 'Flakes that sink through the picture', ({ width, height }) => ({
    source: 'line',
    position: { x: -width * 0.1, y: -height * 0.04 },
    end: { x: width * 1.1, y: -height * 0.04 },
    rate: 60,
    life: 12,
    direction: 90,
    spread: 16,
    speed: height * 0.13,
    drag: 0,
    turbulence: height * 0.07,
    depth: width * 0.5,
    size: height * 0.01,
    vanish: 0.1,
    color: colors('color', '#eaf2f4'),
  })),
  particles('Embers', 'Glowing ash that rises', ({ width, height }) => ({
    source: 'line',
    position: { x: 0, y: height * 1.02 },
    end: { x: width, y: height * 1.02 },
    rate: 34,
    life: 6,
    direction: -90,
    spread: 40,
    speed: height * 0.16,
    drag: 0.1,
    turbulence: height * 0.16,
    size: height * 0.008,
    twinkle: 0.7,
    growth: 0.3,
    color: colors('life', '#fff0c0', '#ff9a3d', '#a82b16'),
  })),
  particles('Stars', 'Points of light that come closer', ({ width, height }) => ({
    rate: 70,
    life: 6,
    speed: 0,
    drag: 0,
    turbulence: 0,
    depth: width * 0.2,
    approach: width * 0.16,
    width: width * 1.2,
    height: height * 1.2,
    size: height * 0.004,
    appear: 0.4,
    vanish: 0.15,
    color: colors('random', '#ffffff', '#ffe2b8', '#bcd8ff'),
  })),
  particles('Confetti', 'Paper in all colours', ({ width, height }) => ({
    source: 'line',
    position: { x: 0, y: -height * 0.03 },
    end: { x: width, y: -height * 0.03 },
    rate: 45,
    life: 7,
    direction: 90,
    spread: 60,
    speed: height * 0.22,
    drag: 0.3,
    gravity: { x: 0, y: height * 0.06 },
    turbulence: height * 0.1,
    spin: 220,
    look: 'polygon',
    corners: 4,
    size: height * 0.018,
    softness: 0.02,
    vanish: 0.1,
    add: false,
    blend: 'normal',
    opacity: 1,
    color: colors('random', '#e8633a', '#f2c14e', '#4fb39a', '#e9e2d0', '#7a6bb0'),
  })),
];

const flare = (design: FlareLayer['design']): MadeOffer => ({
  name: flareDesigns[design].label,
  about: 'A flare',
  make: (film) =>
    newLayer('flare', film, {
      id: newId('layer'),
      name: flareDesigns[design].label,
      blend: 'add',
      design,
    }),
});

export const lightOffers: readonly MadeOffer[] = [
  ...particleOffers,
  ...(Object.keys(flareDesigns) as FlareLayer['design'][]).map(flare),
];
