import { defaultEar, fadesStandard, type Film } from '@cyclogram/core';
import {
  randomColors,
  background,
  body,
  curve,
  evenly,
  follow,
  layer,
  pass,
  stage,
  spread,
  tie,
} from './builder';

/** Letters of brass on a quay of planks: each stands up with its own part of the sound, behind them the sea heaves. */
export function slipwayFilm(film: Film): Film {
  film.title = 'Slipway';
  film.artist = 'Slipway Quartet';
  film.fades = {
    ...fadesStandard,
    picture: { ...fadesStandard.picture, color: '#241510', fadeIn: 0.6, fadeOut: 1.25 },
  };
  film.ears = [
    {
      ...defaultEar('all', 'Everything'),
      ...{ bands: 48, fromHz: 50, toHz: 9000, window: 0.05, attack: 0.004, release: 0.24 },
      ...{ floorDb: -62, ceilingDb: -20, tiltDbPerOctave: 2.5 },
    },
  ];
  film.beats = { bpm: 96, first: 0, perBar: 4 };
  film.followers = [follow('strokes', 'all', 'kick', { name: 'Barrel strokes', release: 0.3 })];
  film.paths = [];
  film.layers = [
    stage(film, {
      id: 'quay',
      name: 'Quay',
      bodies: [
        body(
          film,
          'relief',
          'sea',
          {
            ...{ width: 9000, length: 7600, detail: 100, height: 105, grain: 560, layers: 3, seed: 6 },
            ...{ y: -220, z: -1900 },
          },
          { stops: evenly('#1d4a55', '#3c8a8c', '#f3d9a4'), metal: 0.55, roughness: 0.25 },
        ),
        body(
          film,
          'array',
          'planks',
          {
            ...{ ear: 'all', layout: 'grid', columns: 40, rows: 7, spacing: 74, form: 'box', by: 'column' },
            ...{ width: 68, bevel: 0.12, rest: 200, reach: 255, curve: 1.6, grows: 'base', y: -330, z: 120 },
          },
          { by: 'level', stops: evenly('#4a2b1e', '#7c4a30', '#d98a52'), roughness: 0.7 },
        ),
        body(
          film,
          'extrusion',
          'word',
          {
            ...{ ear: 'all', text: 'SLIPWAY', font: 'Archivo Black', textSize: 340, depth: 110, bevel: 8 },
            ...{ rise: 120, growth: 0, curve: 1.3, y: 20, z: 120 },
          },
          { by: 'one', stops: evenly('#ffcf7a'), metal: 0.75, roughness: 0.3 },
        ),
      ],
      camera: { orbit: -14, tilt: 11, distance: 2050, lens: 34, targetY: 20 },
      light: {
        ...{ direction: -40, elevation: 24, key: 1.35, keyColor: '#ffd7a1', ambient: 0.6 },
        ...{ skyColor: '#ffdcae', horizonColor: '#ff9a5c', groundColor: '#4c2a20' },
        ...{ fade: 1, fadeColor: '#f0b57c', fadeFrom: 1.3, fadeTo: 3.1, rim: 0.3, rimColor: '#ffe2b8' },
      },
    }),
  ];
  const stageOf = (key: string, item = '') => ['layers', 'quay', key, item] as const;
  tie(film, 'sway', stageOf('camera.orbit'), 'swing', { amount: 11, period: 36 });
  tie(film, 'nod', stageOf('camera.tilt'), 'wander', { amount: 3, speed: 0.12, detail: 1, seed: 8 });
  tie(film, 'flow', stageOf('bodies.drift', 'sea'), 'turn', { amount: 120 });
  tie(film, 'swell', stageOf('bodies.change', 'sea'), 'turn', { amount: 90 });
  tie(film, 'heave', stageOf('bodies.height', 'sea'), 'follower', {
    follower: 'strokes',
    how: 'by',
    peak: 90,
  });
  tie(
    film,
    'letters',
    stageOf('bodies.letterRise', 'word'),
    'follower',
    { follower: 'strokes', how: 'to', rest: 0, peak: 46 },
    { spread: spread({ by: 'random', from: 0.2, to: 1, seed: 5, delay: 0.03 }) },
  );
  film.layers.push(
    layer(film, 'particles', {
      id: 'chaff',
      name: 'Chaff',
      rate: 14,
      life: 8,
      direction: -20,
      spread: 30,
      speed: 90,
      turbulence: 120,
      depth: 1300,
      size: 7,
      look: 'disc',
      softness: 0.7,
      opacity: 0.5,
      add: false,
      color: randomColors('#fff4d8', '#f2b35c'),
    }),
  );
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.66, knee: 0.4, radius: 34, strength: 0.28, tint: '#ffdcae' }),
    pass(film, 'curves', {
      all: curve([0, 0.02], [0.25, 0.21], [0.75, 0.78], [1, 1]),
      blue: curve([0, 0.05], [0.5, 0.47], [1, 0.9]),
    }),
    pass(film, 'vignette', { amount: 0.45, size: 1.1, softness: 0.7, color: '#2a1208', blend: 'multiply' }),
    pass(film, 'grain', { amount: 0.05 }),
  ];
  film.layers.unshift(background(film, '#f0c48d', '#c9754f'));
  return film;
}
