import {
  copiesStandard,
  defaultEar,
  defaultFollower,
  fadesStandard,
  falloffStandard,
  spanStandard,
  type DrawnPoint,
  type Film,
} from '@cyclogram/core';
import { addPath, addRing, bandColors, figure, follow, oneColor } from './builder';

/** A point of the shore whose handles lie along it. */
const shorePoint = (x: number, y: number, slope: number, reach = 120): DrawnPoint => ({
  ...{ x, y, smooth: true },
  ...{ inX: -reach, inY: -slope * reach, outX: reach, outY: slope * reach },
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
  film.background = { color: '#123238', edgeColor: '#060f14', picture: null };
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
  const near = addPath(film, 'near-shore', 'Shore', 'drawn', { points: shore, closed: false });
  const sea = addPath(film, 'sea', 'Horizon', 'line', { x1: -20, y1: 560, x2: 1940, y2: 560 });
  const moon = addRing(film, 'moon', 'Moon', { centerX: 1420, centerY: 262, radius: 92, start: 90 });
  // All of the shore reacts, most of all in its middle.
  const middle = {
    ...falloffStandard(film.width, film.height),
    centerX: 900,
    centerY: 800,
    radius: 260,
    soft: 700,
    outside: 0.25,
  };
  // The moon rises out of the dark in the first half minute.
  const risen = { span: { ...spanStandard, from: 4, fadeIn: 16 } };
  film.layers = [
    figure(
      film,
      ['moonlight', 'Moonlight'],
      'bright',
      moon,
      'needles',
      { reach: 150, rest: 4, thickness: 2.5, density: 1 },
      { ...bandColors('#ffe9bf', '#ffd08a'), fade: 0.5 },
      risen,
    ),
    figure(
      film,
      ['moon-ring', 'Moon'],
      'bright',
      moon,
      'line',
      { side: 'inward', reach: 30, rest: 0, thickness: 3, order: 'middle' },
      oneColor('#fff3d6'),
      risen,
    ),
    figure(
      film,
      ['far-water', 'Far water'],
      'shore',
      sea,
      'ribbon',
      { order: 'middle', reach: 190, rest: 3 },
      {
        ...bandColors('#4fb3ae', '#12484f'),
        by: 'across',
      },
      {
        ...{ opacity: 0.55, blend: 'screen' },
        copies: { ...copiesStandard, count: 3, moveY: 34, delay: 0.35, opacity: 0.6, scale: 1 },
      },
    ),
    figure(
      film,
      ['water', 'Water on the shore'],
      'shore',
      near,
      'area',
      { order: 'middle', side: 'inward', reach: 250, rest: 10 },
      { ...bandColors('#63c3b4', '#0f4249'), by: 'across' },
      { opacity: 0.75, falloffs: [middle] },
    ),
    figure(
      film,
      ['reeds', 'Reeds'],
      'deep',
      near,
      'bars',
      { order: 'mirrored', side: 'outward', reach: 230, rest: 8, width: 0.34, form: 'tapered', taper: 0.15 },
      { ...bandColors('#2f8f86', '#a7e8d6'), by: 'across' },
      { falloffs: [middle] },
    ),
    figure(
      film,
      ['lanterns', 'Lanterns'],
      'bright',
      near,
      'dots',
      { order: 'up', side: 'outward', reach: 300, rest: 0, sizeRest: 2, sizeReach: 13, soft: 5, least: 0.04 },
      { ...bandColors('#ffc878', '#fff3d6'), fade: 0.4 },
      { falloffs: [middle] },
    ),
  ];
  return film;
}
