import { defaultEar, fadesStandard, type FigureOf, type Film } from '@cyclogram/core';
import { readFont, textToData } from '@cyclogram/core/typeface';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { addLine, addPath, addRing, bandColors, figure, follow, oneColor } from './builder';

const font = 'Archivo Black';

/** The outline of the title, in a typeface that ships with the application. */
function outline(text: string, spacing: number): string {
  const resolve = createRequire(import.meta.url).resolve;
  const file = readFileSync(resolve('@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff'));
  return textToData(readFont(new Uint8Array(file).buffer), text, spacing);
}

/** Dry dock: the title as a drawing in ink on paper, its outline alive, and two wheels heard apart. */
export function dryDockFilm(film: Film): Film {
  film.background = { color: '#efe6d2', edgeColor: '#dccfb2', image: null };
  // Two beats at 96 a minute.
  film.fades = {
    ...fadesStandard,
    picture: { ...fadesStandard.picture, color: '#efe6d2', fadeOut: 1.25 },
  };
  const dry = { window: 0.04, attack: 0, release: 0.09, scale: 'mel' as const, tiltDbPerOctave: 2 };
  const sideRange = { bands: 20, fromHz: 50, toHz: 9000, floorDb: -56, ceilingDb: -14 };
  film.ears = [
    { ...defaultEar('left', 'Left side'), ...dry, ...sideRange, channel: 'left' },
    { ...defaultEar('right', 'Right side'), ...dry, ...sideRange, channel: 'right' },
    {
      ...defaultEar('barrels', 'Barrels'),
      ...dry,
      ...{ tracks: ['instrument-1'], bands: 16, fromHz: 40, toHz: 400, scale: 'linear' },
      ...{ floorDb: -44, ceilingDb: -8, tiltDbPerOctave: 0 },
    },
    {
      ...defaultEar('all', 'Everything'),
      ...{ bands: 96, fromHz: 60, toHz: 12000, window: 0.05, release: 0.16 },
      ...{ floorDb: -66, ceilingDb: -22, tiltDbPerOctave: 3 },
    },
  ];
  film.beats = { bpm: 96, first: 0, perBar: 4 };
  film.followers = [
    follow('barrel-strokes', 'barrels', 'kick', { name: 'Barrel strokes' }),
    follow('planks', 'left', 'snare-body', { name: 'Planks', fromHz: 300, toHz: 2500 }),
  ];
  film.paths = [];
  const spacing = 90;
  const title = addPath(film, {
    id: 'title',
    name: 'Title',
    kind: 'text',
    shape: { text: 'DRY DOCK', font, spacing, data: outline('DRY DOCK', spacing), lines: 'all' },
    place: { position: { x: 960, y: 420 }, scale: { x: 0.27, y: 0.27 } },
  });
  const left = addRing(film, 'left-wheel', 'Left wheel', 92, {
    position: { x: 560, y: 800 },
    rotation: 180,
  });
  const right = addRing(film, 'right-wheel', 'Right wheel', 92, {
    position: { x: 1360, y: 800 },
    rotation: 180,
  });
  const keel = addLine(film, 'keel', 'Keel', [760, 800], [1160, 800]);
  const ink = oneColor('#1f1b18');
  const red = bandColors('#d8432b', '#e98a2c');
  const stroke: Partial<FigureOf<'bars'>> = { form: 'square', rest: 8, width: 0.66, reach: 150 };
  const hub: Partial<FigureOf<'bars'>> = { ...stroke, side: 'inward', reach: 66, rest: 5 };
  film.layers = [
    figure(film, {
      id: 'letter-needles',
      name: 'Letters, needles',
      ear: 'all',
      path: title,
      kind: 'needles',
      marks: { order: 'mirrored', reach: 46, rest: 0, thickness: 4, density: 4, least: 0.03 },
      color: { ...bandColors('#d8432b', '#e9a23c'), by: 'level' },
    }),
    figure(film, {
      id: 'letter-lines',
      name: 'Letters, outline',
      ear: 'all',
      path: title,
      kind: 'line',
      marks: { order: 'mirrored', side: 'inward', reach: 7, rest: 0, thickness: 5 },
      color: ink,
    }),
    figure(film, {
      id: 'left',
      name: 'Left wheel',
      ear: 'left',
      path: left,
      kind: 'bars',
      marks: stroke,
      color: ink,
    }),
    figure(film, {
      id: 'right',
      name: 'Right wheel',
      ear: 'right',
      path: right,
      kind: 'bars',
      marks: stroke,
      color: ink,
    }),
    figure(film, {
      id: 'left-hub',
      name: 'Left hub',
      ear: 'barrels',
      path: left,
      kind: 'bars',
      marks: hub,
      color: red,
    }),
    figure(film, {
      id: 'right-hub',
      name: 'Right hub',
      ear: 'barrels',
      path: right,
      kind: 'bars',
      marks: hub,
      color: red,
    }),
    figure(film, {
      id: 'rope',
      name: 'Rope',
      ear: 'all',
      path: keel,
      kind: 'waveform',
      marks: { reach: 70, span: 0.025, calm: 0.25, gain: 6, thickness: 4 },
      color: ink,
    }),
  ];
  return film;
}
