import type { PassKindName } from '@cyclogram/core';

/** A way of grading to begin with: passes that go together. */
export interface Look {
  name: string;
  about: string;
  passes: readonly { kind: PassKindName; part: object }[];
}

/** A point of a curve. */
const point = (at: number, value: number) => ({ id: `p${Math.round(at * 1000)}`, at, value });

export const looks: readonly Look[] = [
  {
    name: 'Lantern',
    about: 'Warm lights, brown shadows, a quiet glow',
    passes: [
      { kind: 'glow', part: { threshold: 0.55, knee: 0.4, strength: 0.45, tint: '#ffd9a8' } },
      { kind: 'grade', part: { temperature: 0.18, saturation: 1.06, contrast: 1.06 } },
      {
        kind: 'curves',
        part: { blue: [point(0, 0.02), point(0.5, 0.47), point(1, 0.95)] },
      },
      { kind: 'vignette', part: { amount: 0.45 } },
    ],
  },
  {
    name: 'Cold water',
    about: 'Green shadows, pale lights',
    passes: [
      { kind: 'grade', part: { temperature: -0.22, saturation: 0.9, contrast: 1.08 } },
      {
        kind: 'curves',
        part: {
          red: [point(0, 0), point(0.5, 0.46), point(1, 0.97)],
          green: [point(0, 0.015), point(0.5, 0.52), point(1, 1)],
        },
      },
      { kind: 'vignette', part: { amount: 0.5, color: '#020a0c' } },
    ],
  },
  {
    name: 'Faded print',
    about: 'Lifted blacks, soft whites, a little grain',
    passes: [
      {
        kind: 'curves',
        part: { all: [point(0, 0.07), point(0.25, 0.27), point(0.75, 0.74), point(1, 0.93)] },
      },
      { kind: 'grade', part: { saturation: 0.72, temperature: 0.06 } },
      { kind: 'grain', part: { amount: 0.09 } },
    ],
  },
  {
    name: 'Night blue',
    about: 'Blue darkness, cream lights',
    passes: [
      {
        kind: 'threeTones',
        part: { shadows: '#060a1e', midtones: '#4d6a94', highlights: '#fff1d6', amount: 0.55 },
      },
      { kind: 'glow', part: { threshold: 0.6, strength: 0.4 } },
    ],
  },
  {
    name: 'Deep contrast',
    about: 'Black blacks, bright lights',
    passes: [
      {
        kind: 'curves',
        part: { all: [point(0, 0), point(0.3, 0.2), point(0.7, 0.8), point(1, 1)] },
      },
      { kind: 'grade', part: { saturation: 1.12 } },
      { kind: 'vignette', part: { amount: 0.35 } },
    ],
  },
  {
    name: 'One ink',
    about: 'Everything in one colour, on its shadows',
    passes: [
      {
        kind: 'threeTones',
        part: { shadows: '#120a08', midtones: '#c4552f', highlights: '#ffe9cf', amount: 1, balance: 0.45 },
      },
      { kind: 'grain', part: { amount: 0.12, color: 0, size: 2 } },
    ],
  },
  {
    name: 'Old projector',
    about: 'Grain, a soft frame, colours apart at the edges',
    passes: [
      { kind: 'colorSplit', part: { distance: 1, spread: 0.004 } },
      { kind: 'grade', part: { saturation: 0.85, temperature: 0.14, contrast: 1.05 } },
      { kind: 'grain', part: { amount: 0.14, size: 2.4 } },
      { kind: 'vignette', part: { amount: 0.7, roundness: -0.5, size: 1, softness: 0.35 } },
      { kind: 'shake', part: { amount: 1.6, rotation: 0.05, speed: 5 } },
    ],
  },
];
