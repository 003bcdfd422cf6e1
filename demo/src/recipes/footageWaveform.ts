import { defaultFollower, placeStandard, type Film } from '@cyclogram/core';
import { pictureFades, addLine, curve, figure, layer, oneColor, pass, tie } from '../films/builder';
import { credits } from './credits';
import { earForAny } from './earForAny';

/** Footage, dimmed and soft, under a thin waveform: for songs that say little. @param harbour SHA-256 of the footage */
export function footageWaveform(film: Film, harbour: string): Film {
  film.fades = pictureFades(2, 4);
  film.ears = [
    earForAny('whole', 'Whole song', { bands: 48, fromHz: 60, toHz: 10000, attack: 0.03, release: 0.4 }),
  ];
  film.followers = [
    { ...defaultFollower('swell', 'whole', 'Swell'), kind: 'loudness', attack: 0.3, release: 1 },
  ];
  film.footage = [{ id: 'harbour', name: 'Harbour at night', source: { asset: harbour } }];
  const line = addLine(film, 'horizon', 'Horizon', [330, 560], [1590, 560]);
  film.layers = [
    layer(film, 'footage', {
      ...{ id: 'footage', name: 'Footage', footage: 'harbour', backdrop: true, repeat: 'bounce' },
      passes: [
        pass(film, 'blur', { id: 'focus', radius: 5, edges: 'mirror' }),
        pass(film, 'grade', { id: 'dusk', exposure: 0.75, saturation: 0.85, temperature: -0.1 }),
      ],
    }),
    figure(film, {
      ...{ id: 'glowline', name: 'Glow', ear: 'whole', path: line, kind: 'waveform', opacity: 0.5 },
      marks: { reach: 190, span: 0.03, thickness: 9 },
      color: oneColor('#7fb8c9'),
      rest: { blend: 'screen', passes: [pass(film, 'blur', { id: 'soft', radius: 12, edges: 'clear' })] },
    }),
    figure(film, {
      ...{ id: 'wave', name: 'Waveform', ear: 'whole', path: line, kind: 'waveform' },
      marks: { reach: 190, span: 0.03, thickness: 2.5 },
      color: oneColor('#f3ead8'),
    }),
    ...credits(film, {
      font: 'Caveat',
      color: '#f3ead8',
      size: 84,
      at: { x: 330, y: 820 },
      align: 'left',
      tracking: 10,
    }),
  ];
  film.layers[0] = { ...film.layers[0]!, place: { ...placeStandard, scale: { x: 1.06, y: 1.06 } } };
  tie(film, 'pushes-in', ['layers', 'footage', 'place.scale'], 'follower', {
    ...{ follower: 'swell', how: 'times', peak: 1.07, axes: 'proportion' },
  });
  tie(film, 'brightens', ['layers', 'footage', 'passes.exposure', 'dusk'], 'follower', {
    ...{ follower: 'swell', how: 'by', peak: 0.7 },
  });
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.6, knee: 0.4, radius: 22, strength: 0.25 }),
    pass(film, 'curves', {
      all: curve([0, 0.02], [0.3, 0.27], [0.75, 0.76], [1, 0.98]),
      blue: curve([0, 0.05], [0.5, 0.52], [1, 0.97]),
    }),
    pass(film, 'vignette', { amount: 0.5, size: 1.05, softness: 0.8 }),
    pass(film, 'grain', { amount: 0.06 }),
  ];
  return film;
}
