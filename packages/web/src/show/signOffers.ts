import { defaultPath, newLayer, plainPaint } from '@cyclogram/core';
import { Pause, Play, SkipBack, SkipForward, Square, type LucideIcon } from 'lucide-react';
import { newId } from '../editor/newId';
import type { LayerOffer } from './layerOffers';

/** Units from top to bottom of a sign. */
const tall = 200;

/** A sign of a player: a shape like any other, low in the picture. */
const sign = (name: string, Icon: LucideIcon, data: string): LayerOffer => ({
  name,
  about: `The sign for ${name.toLowerCase()}`,
  Icon,
  make(film) {
    const scale = (film.height * 0.06) / tall;
    const path = defaultPath(
      'svg',
      newId('path'),
      name,
      film,
      { data, lines: 'all' },
      {
        position: { x: film.width / 2, y: Math.round(film.height * 0.88) },
        scale: { x: scale, y: scale },
      },
    );
    const layer = newLayer('shape', film, { id: newId('layer'), name, path: path.id });
    return { path, layer: { ...layer, fill: { ...layer.fill, ...plainPaint('#fff4e2') } } };
  },
});

/** Signs of a player, around 0, 0. */
export const signOffers: readonly LayerOffer[] = [
  sign('Play', Play, 'M-75 -100L100 0L-75 100Z'),
  sign('Pause', Pause, 'M-80 -100H-25V100H-80ZM25 -100H80V100H25Z'),
  sign('Stop', Square, 'M-85 -85H85V85H-85Z'),
  sign('Skip forward', SkipForward, 'M-90 -100L55 0L-90 100ZM60 -100H95V100H60Z'),
  sign('Skip back', SkipBack, 'M90 -100L-55 0L90 100ZM-60 -100H-95V100H-60Z'),
];
