import {
  defaultEar,
  defaultFollower,
  fadesStandard,
  spanStandard,
  type DrawnPoint,
  type Film,
} from '@cyclogram/core';
import {
  randomColors,
  background,
  addLine,
  addPath,
  addRing,
  bandColors,
  copies,
  falloff,
  figure,
  follow,
  layer,
  oneColor,
  pass,
  tie,
} from './builder';

/** A point of the shore whose handles lie along it. */
const shorePoint = (x: number, y: number, slope: number, reach = 120): DrawnPoint => ({
  id: `shore-${x}`,
  at: { x: x - 960, y: y - 775 },
  in: { x: -reach, y: -slope * reach },
  out: { x: reach, y: slope * reach },
  smooth: true,
});

/** The near shore, drawn with the pen from the left edge of the picture to its right: two bays and a spit. */
const shore: DrawnPoint[] = [
  shorePoint(-30, 800, -0.05),
  shorePoint(330, 742, -0.12),
  shorePoint(700, 812, 0.22),
  shorePoint(1080, 846, -0.02),
  shorePoint(1440, 742, -0.3),
  shorePoint(1950, 704, 0.06, 160),
];

/** Tide: a drawn shore with reeds, an area of water and lanterns on it, and the moon. */
export function slowTideFilm(film: Film): Film {
  film.fades = {
    picture: { ...fadesStandard.picture, color: '#03090c', fadeOut: 6 },
    sound: { ...fadesStandard.sound, fadeOut: 4 },
  };
  const slow = { attack: 0.12, release: 0.7 };
  film.ears = [
    {
      ...defaultEar('deep', 'Pipes'),
      ...slow,
      ...{ bands: 48, fromHz: 45, toHz: 900, scale: 'mel', window: 0.18 },
      ...{ floorDb: -70, ceilingDb: -22, tiltDbPerOctave: 3 },
    },
    {
      ...defaultEar('bright', 'Voice and glass'),
      ...slow,
      ...{ bands: 90, fromHz: 220, toHz: 9000, scale: 'log' },
      ...{ floorDb: -84, ceilingDb: -34, tiltDbPerOctave: 3 },
    },
  ];
  // The same pipes, flowing into each other: for water, not for single marks.
  film.ears.push({ ...film.ears[0]!, id: 'shore', name: 'Pipes, flowing', bands: 30, acrossBands: 2.5 });
  film.beats = { bpm: 60, first: 0, perBar: 8 };
  film.followers = [
    follow('voice', 'bright', 'voice'),
    {
      ...defaultFollower('swell', 'deep', 'Loudness'),
      ...{ kind: 'loudness', gatePercent: 10, attack: 0.3, release: 0.8 },
    },
  ];
  film.paths = [];
  const near = addPath(film, {
    id: 'near-shore',
    name: 'Shore',
    kind: 'drawn',
    shape: { points: shore, closed: false },
    place: { position: { x: 960, y: 775 } },
  });
  const sea = addLine(film, 'sea', 'Horizon', [-20, 560], [1940, 560]);
  const moon = addRing(film, 'moon', 'Moon', 92, { position: { x: 1420, y: 262 }, rotation: 90 });
  // All of the shore reacts, most of all in its middle.
  const middle = falloff(film, 'middle', {
    center: { x: 900, y: 800 },
    radius: 260,
    soft: 700,
    outside: 0.25,
  });
  // The moon rises out of the dark in the first half minute.
  const risen = { span: { ...spanStandard, from: 4, fadeIn: 16 } };
  film.layers = [
    figure(film, {
      id: 'moonlight',
      name: 'Moonlight',
      ear: 'bright',
      path: moon,
      kind: 'needles',
      marks: { reach: 150, rest: 4, thickness: 2.5, density: 1 },
      color: { ...bandColors('#ffe9bf', '#ffd08a'), fade: 0.5 },
      rest: risen,
    }),
    figure(film, {
      id: 'moon-ring',
      name: 'Moon',
      ear: 'bright',
      path: moon,
      kind: 'line',
      marks: { side: 'inward', reach: 30, rest: 0, thickness: 3, order: 'middle' },
      color: oneColor('#fff3d6'),
      rest: risen,
    }),
    figure(film, {
      id: 'far-water',
      name: 'Far water',
      ear: 'shore',
      path: sea,
      kind: 'ribbon',
      opacity: 0.55,
      marks: { order: 'middle', reach: 190, rest: 3 },
      color: {
        ...bandColors('#4fb3ae', '#12484f'),
        by: 'across',
      },
      rest: {
        blend: 'screen',
        copies: copies({ count: 3, offset: { x: 0, y: 34 }, delay: 0.35, opacity: 0.6 }),
      },
    }),
    figure(film, {
      id: 'water',
      name: 'Water on the shore',
      ear: 'shore',
      path: near,
      kind: 'area',
      opacity: 0.75,
      marks: { order: 'middle', side: 'inward', reach: 250, rest: 10 },
      color: { ...bandColors('#63c3b4', '#0f4249'), by: 'across' },
      rest: { falloffs: [middle] },
    }),
    figure(film, {
      id: 'reeds',
      name: 'Reeds',
      ear: 'deep',
      path: near,
      kind: 'bars',
      marks: {
        order: 'mirrored',
        side: 'outward',
        reach: 230,
        rest: 8,
        width: 0.34,
        form: 'tapered',
        taper: 0.15,
      },
      color: { ...bandColors('#2f8f86', '#a7e8d6'), by: 'across' },
      rest: { falloffs: [middle] },
    }),
    figure(film, {
      id: 'lanterns',
      name: 'Lanterns',
      ear: 'bright',
      path: near,
      kind: 'dots',
      marks: {
        order: 'up',
        side: 'outward',
        reach: 300,
        rest: 0,
        sizeRest: 2,
        sizeReach: 13,
        soft: 5,
        least: 0.04,
      },
      color: { ...bandColors('#ffc878', '#fff3d6'), fade: 0.4 },
      rest: { falloffs: [middle] },
    }),
  ];
  dress(film);
  film.layers.unshift(background(film, '#123238', '#060f14'));
  return film;
}

/** Mist over the water, and light that softens as the song swells. */
function dress(film: Film): void {
  film.layers.push(
    layer(film, 'particles', {
      id: 'fireflies',
      name: 'Fireflies',
      blend: 'screen',
      position: { x: 960, y: 720 },
      width: 1900,
      height: 520,
      rate: 9,
      life: 9,
      speed: 20,
      turbulence: 140,
      size: 9,
      opacity: 0.55,
      twinkle: 0.9,
      color: randomColors('#ffe3a6', '#bff0d2'),
    }),
  );
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.42, knee: 0.5, radius: 36, strength: 0.4, tint: '#e6f2dc' }),
    pass(film, 'grade', { temperature: -0.06, contrast: 1.05, saturation: 1.05 }),
    pass(film, 'vignette', { amount: 0.45, size: 1.05, softness: 0.8, color: '#01080a' }),
    pass(film, 'grain', { amount: 0.05 }),
  ];
  tie(film, 'glow-swells', ['finish', '', 'passes.strength', 'glow'], 'follower', {
    follower: 'swell',
    how: 'to',
    rest: 0.2,
    peak: 0.75,
  });
}
