import { fadesStandard, readoutMark, type Film } from '@cyclogram/core';
import {
  addLine,
  background,
  curve,
  figure,
  follow,
  layer,
  oneColor,
  paint,
  pass,
  spread,
  tie,
} from '../films/builder';
import { earForAny } from './earForAny';

/** The title on warm paper, printed by hand: each letter jumps with its own slice of the sound. */
export function letters(film: Film): Film {
  film.fades = {
    ...fadesStandard,
    picture: { ...fadesStandard.picture, fadeIn: 0.6, fadeOut: 2, color: '#f4e8d2' },
  };
  film.ears = [
    earForAny('whole', 'Whole song', {
      ...{ bands: 90, fromHz: 50, toHz: 11000, tiltDbPerOctave: 2.5, attack: 0.005, release: 0.2 },
    }),
  ];
  film.followers = [
    follow('kick', 'whole', 'kick'),
    follow('all', 'whole', 'kick', {
      name: 'Whole range',
      fromHz: 60,
      toHz: 9000,
      gatePercent: 45,
      release: 0.16,
    }),
  ];
  const line = addLine(film, 'rule', 'Rule', [260, 742], [1660, 742]);
  film.layers = [
    layer(film, 'lettering', {
      ...{
        id: 'shadow',
        name: 'Overprint',
        text: readoutMark('title', ''),
        font: 'Archivo Black',
        size: 190,
        mostWidth: 1560,
      },
      ...{ at: { x: 968, y: 540 }, fill: paint('#f2b23c'), blend: 'multiply' },
    }),
    layer(film, 'lettering', {
      ...{
        id: 'title',
        name: 'Title',
        text: readoutMark('title', ''),
        font: 'Archivo Black',
        size: 190,
        mostWidth: 1560,
      },
      ...{ at: { x: 960, y: 530 }, fill: paint('#c8372d'), blend: 'multiply' },
    }),
    layer(film, 'lettering', {
      ...{
        id: 'artist',
        name: 'Artist',
        text: readoutMark('artist', ''),
        font: 'Fraunces',
        size: 44,
        mostWidth: 1400,
      },
      ...{ tracking: 180, at: { x: 960, y: 840 }, fill: paint('#2b2a33') },
    }),
    figure(film, {
      ...{ id: 'bars', name: 'Bars', ear: 'whole', path: line, kind: 'bars' },
      marks: { reach: 54, rest: 3, width: 0.5, order: 'mirrored', side: 'both' },
      color: oneColor('#2b2a33'),
      rest: { blend: 'multiply' },
    }),
  ];
  const slices = { spread: spread({ by: 'same', slices: true }) };
  for (const id of ['title', 'shadow']) {
    tie(
      film,
      `${id}-rise`,
      ['layers', id, 'letterRise'],
      'follower',
      { follower: 'all', how: 'by', peak: 120 },
      slices,
    );
    tie(
      film,
      `${id}-scale`,
      ['layers', id, 'letterScale'],
      'follower',
      {
        ...{ follower: 'all', how: 'times', peak: id === 'title' ? 1.25 : 1.4 },
      },
      slices,
    );
  }
  tie(film, 'trembles', ['finish', '', 'passes.amount', 'hand'], 'follower', {
    ...{ follower: 'kick', how: 'to', rest: 1.2, peak: 5 },
  });
  film.finish.passes = [
    pass(film, 'wobble', { id: 'hand', amount: 1.6, size: 46, speed: 6, detail: 2 }),
    pass(film, 'curves', { all: curve([0, 0.05], [0.5, 0.5], [1, 0.97]) }),
    pass(film, 'grain', { amount: 0.09, size: 2.2, color: 0, rate: 8 }),
    pass(film, 'vignette', {
      amount: 0.35,
      size: 1.12,
      softness: 0.6,
      roundness: -0.5,
      color: '#8a6238',
      blend: 'multiply',
    }),
  ];
  film.layers.unshift(background(film, '#f6ead4', '#e6d2ae'));
  return film;
}
