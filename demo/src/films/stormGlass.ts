import { defaultEar, fadesStandard, type Film, type Layer } from '@cyclogram/core';
import { glass } from '../scenes/glass';
import { background, curve, evenly, follow, layer, pass, tie } from './builder';

/** A globe of spikes: one side listens to the drum, the other to what glitters. It wanders, turns, and shows the sky. */
export function stormGlassFilm(film: Film): Film {
  film.title = 'Storm Glass';
  film.artist = 'The Mole Lights';
  film.fades = {
    picture: { ...fadesStandard.picture, fadeIn: 1, fadeOut: 3 },
    sound: { ...fadesStandard.sound, fadeOut: 2 },
  };
  film.ears = [
    {
      ...defaultEar('whole', 'Whole song'),
      ...{
        bands: 64,
        fromHz: 40,
        toHz: 14000,
        floorDb: -58,
        ceilingDb: -18,
        tiltDbPerOctave: 2.5,
        release: 0.2,
      },
    },
  ];
  film.beats = { bpm: 124, first: 0, perBar: 4 };
  film.followers = [follow('kick', 'whole', 'kick'), follow('hats', 'whole', 'hats')];
  film.paths = [];
  film.layers = [
    glass(film, {
      ...{ ear: 'whole', drum: '#ff6a3d', glitter: '#54d1c4', core: '#1b2226', spikes: '#efe6d6' },
      pillars: { stops: evenly('#2b4656', '#5aa0b0', '#ffc27a'), metal: 0.5, roughness: 0.4 },
      light: {
        ...{ keyColor: '#fff0d8', rimColor: '#8fe0d8' },
        ...{ skyColor: '#9db8c9', horizonColor: '#f2b37d', groundColor: '#101519' },
        ...{ fade: 1, fadeColor: '#0e1418', fadeFrom: 0.95, fadeTo: 1.75 },
      },
    }),
  ];
  film.layers.push(...weather(film));
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.55, knee: 0.4, radius: 24, strength: 0.34 }),
    pass(film, 'curves', {
      all: curve([0, 0], [0.28, 0.23], [0.72, 0.77], [1, 1]),
      red: curve([0, 0], [0.5, 0.49], [1, 0.98]),
      blue: curve([0, 0.03], [0.5, 0.52], [1, 0.96]),
    }),
    pass(film, 'vignette', { amount: 0.6, size: 1, softness: 0.75, color: '#020608' }),
    pass(film, 'grain', { amount: 0.045 }),
  ];
  film.layers.unshift(background(film, '#23303a', '#070a0d'));
  return film;
}

/** Sparks that the kick throws off, and a pane that bulges and splits its colours with it. */
function weather(film: Film): Layer[] {
  const sparks = layer(film, 'particles', {
    id: 'sparks',
    name: 'Sparks',
    blend: 'screen',
    source: 'point',
    position: { x: 960, y: 460 },
    rate: 0,
    bursts: 'hit',
    follower: 'kick',
    burst: 46,
    life: 1.5,
    speed: 620,
    speedVariation: 0.85,
    drag: 1.6,
    gravity: { x: 0, y: 260 },
    turbulence: 0,
    look: 'streak',
    stretch: 4,
    size: 5,
    opacity: 0.75,
    color: {
      kind: 'life',
      mix: 'oklch',
      stops: [
        { id: 'hot', at: 0, color: '#fff4da' },
        { id: 'warm', at: 0.4, color: '#ff9a5c' },
        { id: 'cold', at: 1, color: '#3c8a8c' },
      ],
    },
  });
  const pane = layer(film, 'pane', {
    id: 'shock',
    name: 'Shock',
    passes: [
      pass(film, 'lens', { id: 'bulge', zoom: 1 }),
      pass(film, 'colorSplit', { id: 'split', distance: 0, spread: 0 }),
    ],
  });
  tie(film, 'bulge', ['layers', 'shock', 'passes.zoom', 'bulge'], 'follower', {
    follower: 'kick',
    how: 'to',
    rest: 1,
    peak: 1.035,
  });
  tie(film, 'split', ['layers', 'shock', 'passes.spread', 'split'], 'follower', {
    follower: 'kick',
    how: 'to',
    rest: 0,
    peak: 0.006,
  });
  return [sparks, pane];
}
