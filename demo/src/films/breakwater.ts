import {
  placeStandard,
  defaultEar,
  defaultFollower,
  fadesStandard,
  readoutMark,
  spanStandard,
  type Film,
  type Layer,
  type LayerColor,
} from '@cyclogram/core';
import {
  glowKicks,
  randomColors,
  background,
  addLine,
  addRing,
  bandColors,
  copies,
  curve,
  falloff,
  figure,
  follow,
  group,
  key,
  oneColor,
  layer,
  paint,
  pass,
  spread,
  through,
  tie,
  type SongAssets,
} from './builder';

/** Seconds, at 124 beats a minute. */
const beat = 60 / 124;

/** From the path outwards: the glow of a lamp, from its filament to the dark. */
const lampGlow = through(
  [
    [0, '#fff1cf'],
    [0.35, '#ffb45a'],
    [1, '#d8482a'],
  ],
  { by: 'across' },
);

/** Harbour lamps: six figures around one middle, each in a range and at a height of its own. */
export function breakwaterFilm(film: Film, { harbour }: Pick<SongAssets, 'harbour'>): Film {
  film.fades = {
    picture: { ...fadesStandard.picture, fadeOut: 6 * beat },
    sound: { ...fadesStandard.sound, fadeOut: 4 * beat },
  };
  film.ears = [
    {
      ...defaultEar('whole', 'Whole song'),
      ...{ bands: 72, fromHz: 60, toHz: 14000, floorDb: -58, ceilingDb: -20, tiltDbPerOctave: 2.5 },
    },
    {
      ...defaultEar('low', 'Kick and bass'),
      ...{ bands: 24, fromHz: 32, toHz: 220, scale: 'linear', window: 0.12 },
      ...{ floorDb: -40, ceilingDb: -9, tiltDbPerOctave: 0, attack: 0.004, release: 0.22 },
    },
    {
      ...defaultEar('high', 'Bells and hats'),
      ...{ bands: 120, fromHz: 900, toHz: 15000, floorDb: -66, ceilingDb: -30, tiltDbPerOctave: 2 },
      release: 0.28,
    },
  ];
  film.beats = { bpm: 124, first: 0, perBar: 4 };
  film.followers = [
    follow('kick', 'whole', 'kick'),
    follow('hats', 'whole', 'hats'),
    { ...defaultFollower('beat', 'whole', 'Beat'), kind: 'beat' },
  ];
  film.palettes = [
    {
      id: 'embers',
      name: 'Embers',
      mix: 'oklch',
      stops: [
        { id: 'low', at: 0, color: '#c8402a' },
        { id: 'middle', at: 0.5, color: '#ff8f4a' },
        { id: 'high', at: 1, color: '#ffe2a8' },
      ],
    },
  ];
  film.paths = [];
  const embers: LayerColor = { ...bandColors('#c8402a', '#ffe2a8'), palette: 'embers' };
  const hub = addRing(film, 'ring-hub', 'Hub', 206, { rotation: 180 });
  const lamp = addRing(film, 'ring-lamps', 'Lamps', 236);
  const halo = addRing(film, 'ring-halo', 'Halo', 342);
  const outer = addRing(film, 'ring-outer', 'Outer ring', 452, { rotation: 180 });
  film.layers = group(film, 'rings', 'Ring of lamps', [
    figure(film, {
      id: 'echoes',
      name: 'Echoes',
      ear: 'whole',
      path: outer,
      kind: 'line',
      marks: { reach: 86, rest: 0, thickness: 2.5 },
      color: oneColor('#6e3527'),
      rest: { copies: copies({ count: 4, scale: 1.09, opacity: 0.7, delay: 0.08 }) },
    }),
    figure(film, {
      id: 'sparks',
      name: 'Sparks',
      ear: 'high',
      path: outer,
      kind: 'dots',
      marks: { reach: 64, rest: 0, sizeRest: 0, sizeReach: 9, least: 0.05 },
      color: bandColors('#ffb36b', '#fff0d0'),
    }),
    figure(film, {
      id: 'halo',
      name: 'Halo',
      ear: 'high',
      path: halo,
      kind: 'needles',
      marks: { reach: 170, rest: 3, thickness: 2, density: 2 },
      color: { ...bandColors('#943926', '#b98a55'), fade: 0.6 },
      rest: {
        // Longest at the sides, where the picture has room.
        falloffs: [
          falloff(film, 'sides', {
            shape: 'box',
            width: 1900,
            height: 240,
            soft: 420,
            outside: 0.35,
          }),
        ],
      },
    }),
    figure(film, {
      id: 'lamps',
      name: 'Lamps',
      ear: 'whole',
      path: lamp,
      kind: 'bars',
      marks: { reach: 236, rest: 8, width: 0.62, form: 'rounded' },
      color: lampGlow,
    }),
    figure(film, {
      id: 'peaks',
      name: 'Caps',
      ear: 'whole',
      path: lamp,
      kind: 'caps',
      marks: { reach: 236, rest: 14, width: 0.62, thickness: 3 },
      color: oneColor('#ffd9a0'),
      opacity: 0.8,
    }),
    figure(film, {
      id: 'core',
      name: 'Kick',
      ear: 'low',
      path: hub,
      kind: 'bars',
      opacity: 0.95,
      marks: { side: 'inward', reach: 172, rest: 5, width: 0.7, form: 'tapered', taper: 0.35 },
      color: embers,
      // It comes in over the bar before the drum.
      rest: { span: { ...spanStandard, from: 12 * beat, fadeIn: 4 * beat } },
    }),
  ]);
  film.ears[0] = { ...film.ears[0]!, peaks: true, peakHold: 0.22, peakFall: 0.9 };
  film.artist = 'The Mole Lights';
  film.footage = [{ id: 'harbour', name: 'Harbour at night', source: { asset: harbour } }];
  film.layers.unshift(water(film));
  film.layers.push(dust(film), ...sign(film));
  dress(film);
  film.layers.unshift(background(film, '#2a1712', '#0c0707'));
  return film;
}

/** Beat of the drop. */
const drop = 104;

/** The harbour behind the lamps, out of focus until the drop. */
function water(film: Film): Layer {
  const own = layer(film, 'footage', {
    id: 'harbour-night',
    name: 'Harbour',
    footage: 'harbour',
    backdrop: true,
    repeat: 'loop',
    passes: [
      pass(film, 'blur', { id: 'focus', radius: 16, edges: 'mirror' }),
      pass(film, 'grade', { id: 'dusk', exposure: 0.35, saturation: 0.85, temperature: 0.25 }),
    ],
    place: { ...placeStandard, opacity: 0.85 },
    span: { ...spanStandard, from: 0, fadeIn: 6 * beat },
  });
  tie(film, 'focus-pulls', ['layers', 'harbour-night', 'passes.radius', 'focus'], 'keyframes', {
    timeBase: 'beats',
    keys: [key('soft', drop - 16, 16), key('softest', drop - 1, 34), key('sharp', drop + 1, 7)],
  });
  return own;
}

/** Specks in the light of the lamps. */
function dust(film: Film): Layer {
  const own = layer(film, 'particles', {
    id: 'dust',
    name: 'Dust',
    blend: 'screen',
    rate: 16,
    life: 8,
    size: 6,
    opacity: 0.4,
    speed: 14,
    turbulence: 90,
    depth: 900,
    twinkle: 0.5,
    color: randomColors('#ffe9c8', '#ff9a4f'),
  });
  tie(film, 'dust-rises', ['layers', 'dust', 'rate'], 'follower', {
    follower: 'hats',
    how: 'to',
    rest: 10,
    peak: 60,
  });
  return own;
}

/** The glow stays quiet until the drop; from then on it flares with the kick. */
function dress(film: Film): void {
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.5, knee: 0.5, radius: 26, strength: 0.22, tint: '#ffcf9a' }),
    pass(film, 'curves', {
      all: curve([0, 0.012], [0.3, 0.27], [0.7, 0.74], [1, 1]),
      blue: curve([0, 0.02], [0.5, 0.47], [1, 0.96]),
    }),
    pass(film, 'vignette', { amount: 0.4, size: 1.1, softness: 0.7 }),
    pass(film, 'grain', { amount: 0.05 }),
  ];
  tie(film, 'glow-opens', ['finish', '', 'passes.strength', 'glow'], 'keyframes', {
    timeBase: 'beats',
    keys: [key('quiet', drop - 26, 0.22), key('held', drop - 1, 0.34), key('open', drop + 0.5, 0.7)],
  });
  glowKicks(film, 0.35);
}

/** A neon sign on the quay: title, artist and the time that has gone. It sways, it flickers, and it flares with the kick. */
function sign(film: Film): Layer[] {
  const neon = {
    font: 'Righteous',
    shadowOpacity: 0.75,
    shadowColor: '#ff7a3c',
    shadowOffset: { x: 0, y: 0 },
    shadowSoftness: 26,
  };
  const line = addLine(film, 'sign-progress', 'Time on the quay', [560, 1036], [1360, 1036]);
  const inside = [
    layer(film, 'lettering', {
      ...neon,
      id: 'sign-title',
      name: 'Title',
      text: readoutMark('title', ''),
      size: 74,
      tracking: 60,
      at: { x: 960, y: 930 },
      fill: paint('#fff0d0', '#ffc27a'),
    }),
    layer(film, 'lettering', {
      ...neon,
      id: 'sign-artist',
      name: 'Artist',
      text: readoutMark('artist', ''),
      size: 30,
      tracking: 260,
      at: { x: 960, y: 996 },
      fill: paint('#ffb36b'),
      shadowSoftness: 14,
    }),
    layer(film, 'lettering', {
      ...neon,
      id: 'sign-time',
      name: 'Elapsed time',
      font: 'Bebas Neue',
      text: readoutMark('elapsed', ''),
      size: 36,
      tracking: 60,
      align: 'left',
      at: { x: 1380, y: 1037 },
      fill: paint('#ffd9a0'),
      shadowSoftness: 10,
    }),
    layer(film, 'progress', {
      id: 'sign-line',
      name: 'Time on the quay',
      path: line,
      width: 5,
      knob: 15,
      paint: paint('#c8402a', '#ffd9a0'),
      trackColor: '#6e3527',
      trackOpacity: 0.7,
    }),
  ];
  tie(film, 'sign-sway', ['layers', 'sign', 'place.position'], 'wander', {
    amount: { x: 7, y: 4 },
    speed: 0.22,
    detail: 2,
    seed: 12,
  });
  tie(
    film,
    'sign-flicker',
    ['layers', 'sign-title', 'fill.stops.color'],
    'follower',
    { follower: 'kick', rest: '#ffe2b0', peak: '#ffffff' },
    {
      target: { list: 'layers', id: 'sign-title', key: 'fill.stops.color', item: 'stop-1' },
    },
  );
  tie(film, 'sign-tube', ['layers', 'sign-title', 'shadowOpacity'], 'flicker', {
    amount: 0.16,
    rate: 14,
    seed: 4,
  });
  tie(film, 'sign-flare', ['layers', 'sign-title', 'shadowSoftness'], 'follower', {
    follower: 'kick',
    how: 'by',
    peak: 22,
  });
  tie(
    film,
    'sign-letters',
    ['layers', 'sign-title', 'letterRise'],
    'follower',
    { follower: 'hats', how: 'by', peak: 7 },
    {
      spread: spread({ by: 'random', from: 0.1, to: 1, seed: 9, delay: 0.012 }),
    },
  );
  tie(film, 'lamps-breathe', ['layers', 'rings', 'place.scale'], 'follower', {
    follower: 'kick',
    how: 'times',
    peak: 1.035,
    axes: 'proportion',
  });
  tie(film, 'rings-turn', ['paths', 'ring-outer', 'rotation'], 'turn', { amount: 1.5 });
  return group(film, 'sign', 'Sign', inside);
}
