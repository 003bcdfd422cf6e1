import { defaultEar, fadesStandard, placeStandard, type Film, type Layer } from '@cyclogram/core';
import {
  background,
  addLine,
  addOutline,
  addPath,
  addRing,
  bandColors,
  copies,
  curve,
  figure,
  follow,
  group,
  layer,
  oneColor,
  paint,
  pass,
  spread,
  tie,
} from './builder';

const ink = '#1f1b18';
const paper = '#efe6d2';
const red = '#d8432b';

/** Where the buoy floats: the middle of its waterline. */
const water = { x: 960, y: 700 };

/** Dry dock: a bell buoy as a drawing in ink on paper. Its parts listen to different ranges, each moves a little by its own. */
export function dryDockFilm(film: Film): Film {
  film.artist = 'Slipway Quartet';
  // Two beats at 96 a minute.
  film.fades = {
    ...fadesStandard,
    picture: { ...fadesStandard.picture, color: paper, fadeOut: 1.25 },
  };
  const dry = { window: 0.04, attack: 0, release: 0.09, scale: 'mel' as const, tiltDbPerOctave: 2 };
  film.ears = [
    {
      ...defaultEar('all', 'Everything'),
      ...{ bands: 96, fromHz: 60, toHz: 12000, window: 0.05, release: 0.16 },
      ...{ floorDb: -66, ceilingDb: -22, tiltDbPerOctave: 3 },
    },
    {
      ...defaultEar('barrels', 'Barrels'),
      ...dry,
      ...{ tracks: ['instrument-1'], bands: 24, fromHz: 40, toHz: 500, scale: 'linear' },
      ...{ floorDb: -44, ceilingDb: -8, tiltDbPerOctave: 0, release: 0.25 },
    },
  ];
  film.beats = { bpm: 96, first: 0, perBar: 4 };
  film.followers = [
    follow('barrel-strokes', 'barrels', 'kick', { name: 'Barrel strokes', release: 0.22 }),
    follow('planks', 'all', 'snare-body', { name: 'Planks', fromHz: 300, toHz: 2000, release: 0.16 }),
    follow('tin', 'all', 'hats', { name: 'Tin', fromHz: 2200, toHz: 9000, release: 0.3 }),
  ];
  film.paths = [];
  film.layers = [...waves(film), ...reflection(film), ...buoy(film), ...front(film), ...word(film)];
  move(film);
  // Ink that bleeds a little into old paper, and a hand that trembles when a barrel is struck.
  film.finish.passes = [
    pass(film, 'wobble', { amount: 1.6, size: 46, speed: 6, detail: 2 }),
    pass(film, 'curves', { all: curve([0, 0.05], [0.5, 0.5], [1, 0.97]) }),
    pass(film, 'grain', { amount: 0.1, size: 2.2, color: 0, rate: 8 }),
    pass(film, 'vignette', {
      amount: 0.4,
      size: 1.12,
      softness: 0.6,
      roundness: -0.5,
      color: '#7a5a36',
      blend: 'multiply',
    }),
  ];
  tie(film, 'hand-trembles', ['finish', '', 'passes.amount', 'wobble'], 'follower', {
    follower: 'barrel-strokes',
    how: 'to',
    rest: 1.2,
    peak: 6,
  });
  film.layers.unshift(background(film, paper, '#d9cbac'));
  return film;
}

/** The buoy: float, frame, bell and lantern. */
function buoy(film: Film): Layer[] {
  const at = (x: number, y: number) => ({ x: water.x + x, y: water.y + y });
  const ring = (x: number, y: number) => ({ position: at(x, y) });
  const float = addOutline(
    film,
    'float',
    'Float',
    'M-214 -44L214 -44L232 6Q206 118 96 132L-96 132Q-206 118 -232 6Z',
    at(0, 0),
  );
  const band = addOutline(film, 'band', 'Band', 'M-228 -6L228 -6L231 26L-231 26Z', at(0, 0));
  const frame = addOutline(
    film,
    'frame',
    'Frame',
    'M-150 -44L-58 -392M150 -44L58 -392M-131 -116L131 -116M-104 -218L104 -218M-80 -308L80 -308M-58 -392L58 -392M-131 -116L104 -218M131 -116L-104 -218M-104 -218L80 -308M104 -218L-80 -308',
    at(0, 0),
  );
  const bell = addOutline(
    film,
    'bell',
    'Bell',
    'M-9 -8C-44 0 -52 34 -56 72L-76 98L76 98L56 72C52 34 44 0 9 -8Z',
    at(0, -232),
  );
  const clapper = addRing(film, 'clapper', 'Clapper', 15, ring(0, -126));
  const glow = addRing(film, 'glow', 'Glow', 150, ring(0, -452));
  const lantern = addOutline(film, 'lantern', 'Lantern', 'M-40 44L-34 -34Q0 -62 34 -34L40 44Z', at(0, -438));
  const cap = addOutline(film, 'cap', 'Lantern cap', 'M-54 -34Q0 -92 54 -34Z', at(0, -440));
  const rays = addRing(film, 'rays', 'Rays', 96, ring(0, -452));
  const centre = (y: number) => ({
    ...placeStandard,
    anchor: { x: water.x / 1920, y: (water.y + y) / 1080 },
  });
  const outlined = { outlined: true, stroke: paint(ink), width: 9 } as const;
  return group(
    film,
    'buoy',
    'Bell buoy',
    [
      layer(film, 'shape', {
        id: 'lantern-glow',
        name: 'Glow',
        path: glow,
        // White changes nothing where colours are multiplied: the glow ends in whatever lies behind it.
        fill: { ...paint('#ffbf47', '#ffffff'), kind: 'radial', size: 0.72 },
        blend: 'multiply',
        place: { ...centre(-452), opacity: 0.6 },
      }),
      figure(film, {
        id: 'lantern-rays',
        name: 'Rays',
        ear: 'all',
        path: rays,
        kind: 'bars',
        marks: {
          order: 'mirrored',
          form: 'tapered',
          taper: 0.2,
          reach: 130,
          rest: 10,
          width: 0.5,
          bandFrom: 8,
          bandTo: 56,
        },
        color: { ...bandColors(red, '#eda23a'), by: 'level' },
      }),
      layer(film, 'shape', {
        id: 'frame',
        name: 'Frame',
        path: frame,
        filled: false,
        outlined: true,
        stroke: paint(ink),
        width: 10,
      }),
      layer(film, 'shape', {
        id: 'bell',
        name: 'Bell',
        path: bell,
        fill: paint('#f0b746', '#c67c26'),
        ...outlined,
        place: centre(-236),
      }),
      layer(film, 'shape', {
        id: 'clapper',
        name: 'Clapper',
        path: clapper,
        fill: paint(ink),
        place: centre(-236),
      }),
      layer(film, 'shape', {
        id: 'lantern',
        name: 'Lantern',
        path: lantern,
        fill: paint('#fff2c4', '#f2b84b'),
        ...outlined,
        place: centre(-394),
      }),
      layer(film, 'shape', { id: 'cap', name: 'Lantern cap', path: cap, fill: paint(red), ...outlined }),
      layer(film, 'shape', {
        id: 'float',
        name: 'Float',
        path: float,
        fill: paint(red, '#a92a1d'),
        ...outlined,
        place: centre(60),
      }),
      layer(film, 'shape', {
        id: 'band',
        name: 'Band',
        path: band,
        fill: paint(paper),
        ...outlined,
        width: 7,
        place: centre(60),
      }),
    ],
    { place: { ...placeStandard, anchor: { x: water.x / 1920, y: (water.y + 60) / 1080 } } },
  );
}

/** The buoy in the water, upside down and paler. */
function reflection(film: Film): Layer[] {
  return [
    layer(film, 'linked', {
      id: 'reflection',
      name: 'Reflection',
      source: 'buoy',
      delay: 0.06,
      place: {
        ...placeStandard,
        anchor: { x: 0.5, y: (water.y + 60) / 1080 },
        scale: { x: 1, y: 0.62 },
        rotation: 180,
        opacity: 0.16,
      },
    }),
  ];
}

/** The water behind the buoy. */
function waves(film: Film): Layer[] {
  const far = addLine(film, 'far-water', 'Far water', [-40, 690], [1960, 690]);
  return [
    figure(film, {
      id: 'far-water',
      name: 'Far water',
      ear: 'all',
      path: far,
      kind: 'line',
      marks: { order: 'mirrored', side: 'outward', reach: 46, rest: 0, thickness: 3 },
      color: oneColor('#b9a988'),
      rest: { copies: copies({ count: 3, offset: { x: 0, y: 12 }, delay: 0.07, opacity: 0.7 }) },
    }),
  ];
}

/** The water in front of it: the waveform itself. */
function front(film: Film): Layer[] {
  const near = addPath(film, {
    id: 'near-water',
    name: 'Near water',
    kind: 'line',
    shape: { start: { x: -1000, y: 0 }, end: { x: 1000, y: 0 } },
    place: { position: { x: 960, y: 790 } },
  });
  return [
    figure(film, {
      id: 'rope',
      name: 'Near water',
      ear: 'all',
      path: near,
      kind: 'waveform',
      marks: { reach: 80, span: 0.03, calm: 0.25, gain: 6, thickness: 6 },
      color: oneColor(ink),
    }),
  ];
}

/** The word, whose letters rise one by one. */
function word(film: Film): Layer[] {
  return [
    layer(film, 'lettering', {
      id: 'word',
      name: 'Word',
      text: 'DRY DOCK',
      size: 150,
      tracking: 230,
      at: { x: 960, y: 978 },
      fill: paint(ink),
    }),
  ];
}

/** Each part listens to a range of its own, and moves by a little. */
function move(film: Film): void {
  tie(film, 'swell', ['layers', 'buoy', 'place.rotation'], 'swing', { amount: 2.2, period: 8, per: 'beat' });
  tie(film, 'drift', ['layers', 'buoy', 'place.position'], 'wander', {
    amount: { x: 16, y: 9 },
    speed: 0.2,
    detail: 2,
    seed: 3,
  });
  tie(film, 'sink', ['layers', 'buoy', 'place.position'], 'follower', {
    follower: 'barrel-strokes',
    how: 'by',
    peak: { x: 0, y: 16 },
    axes: 'y',
  });
  tie(film, 'float-squash', ['layers', 'float', 'place.scale'], 'follower', {
    follower: 'barrel-strokes',
    how: 'times',
    peak: { x: 1.045, y: 0.94 },
    axes: 'apart',
  });
  tie(film, 'band-squash', ['layers', 'band', 'place.scale'], 'follower', {
    follower: 'barrel-strokes',
    how: 'times',
    peak: { x: 1.045, y: 0.94 },
    axes: 'apart',
  });
  tie(film, 'bell-ring', ['layers', 'bell', 'place.rotation'], 'follower', {
    follower: 'tin',
    how: 'by',
    peak: 11,
    curve: 0.8,
  });
  tie(film, 'bell-sway', ['layers', 'bell', 'place.rotation'], 'swing', {
    amount: 3,
    period: 4,
    per: 'beat',
    phase: 0.25,
  });
  tie(film, 'clapper-ring', ['layers', 'clapper', 'place.rotation'], 'follower', {
    follower: 'tin',
    how: 'by',
    peak: -16,
    delay: 0.05,
  });
  tie(film, 'clapper-sway', ['layers', 'clapper', 'place.rotation'], 'swing', {
    amount: 7,
    period: 4,
    per: 'beat',
    phase: 0.2,
  });
  tie(film, 'lantern-flare', ['layers', 'lantern-glow', 'place.scale'], 'follower', {
    follower: 'planks',
    how: 'times',
    peak: 1.3,
    axes: 'proportion',
  });
  tie(film, 'lantern-light', ['layers', 'lantern-glow', 'place.opacity'], 'follower', {
    follower: 'planks',
    how: 'to',
    peak: 0.95,
  });
  tie(film, 'lantern-flicker', ['layers', 'lantern-glow', 'place.opacity'], 'flicker', {
    amount: 0.05,
    rate: 12,
    seed: 8,
  });
  tie(film, 'lantern-grow', ['layers', 'lantern', 'place.scale'], 'follower', {
    follower: 'planks',
    how: 'times',
    peak: 1.06,
    axes: 'proportion',
  });
  tie(film, 'reflection-sway', ['layers', 'reflection', 'place.position'], 'wander', {
    amount: { x: 12, y: 5 },
    speed: 0.7,
    seed: 21,
  });
  tie(film, 'reflection-light', ['layers', 'reflection', 'place.opacity'], 'follower', {
    follower: 'barrel-strokes',
    how: 'by',
    peak: 0.08,
  });
  tie(
    film,
    'letters-rise',
    ['layers', 'word', 'letterRise'],
    'follower',
    { follower: 'planks', how: 'by', peak: 34 },
    {
      spread: spread({ by: 'same', delay: 0.07 }),
    },
  );
  tie(
    film,
    'letters-turn',
    ['layers', 'word', 'letterRotation'],
    'follower',
    { follower: 'planks', how: 'by', peak: 7 },
    {
      spread: spread({ by: 'random', from: -1, to: 1, seed: 5, delay: 0.07 }),
    },
  );
}
