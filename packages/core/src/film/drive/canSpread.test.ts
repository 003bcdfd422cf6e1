import { describe, expect, it } from 'vitest';
import { momentOf } from '../document/momentOf';
import { defaultsOf } from '../../contract/property/defaults';
import { bodyKinds } from '../../picture/body/registry';
import { DrawCache } from '../../picture/display/drawCache';
import { figureKinds, type FigureKindName } from '../../picture/figure/registry';
import { defaultFilm, defaultLayer, newLayer } from '../document/defaults';
import { defaultPath } from '../../picture/path/filmPath';
import type { Film } from '../document/film';
import { emptyTables, TableHearing } from '../../sound/hearing/tableHearing';
import { canSpread } from '../document/layerGraph';
import { layerKinds, type Layer } from '../../picture/layer/registry';
import { pictureAt } from '../../picture/display/pictureAt';
import { noAssets } from '../../picture/display/moment';
import type { NumberField } from '../../contract/property/field';
import { isShown } from '../../contract/property/field';
import { kindOf } from '../../contract/property/record';
import { hd } from '../../testing';
import { usualTypeface, type Typeface } from '../../picture/typeface/typeface';
import { cordRecord, spreadRecord, type Cord } from './cord';
import type { PropertyAddress } from './address';
import { movingProperties } from './property';

const nowhere = { width: 0, height: 0 };
const bands = 12;
const levels = Float32Array.from({ length: 100 * bands }, (_, i) => 0.3 + 0.5 * ((i * 7) % 5) * 0.2);
const hearing = new TableHearing({
  ...emptyTables(),
  end: 10,
  ears: new Map([['ear', { bands, rate: 10, first: 0, levels, peaks: levels }]]),
  followers: new Map([['kick', { rate: 10, values: new Float32Array(100).fill(1), delay: 0, fires: [1] }]]),
  waveforms: new Map([
    ['ear', { rate: 12000, samples: Int16Array.from({ length: 120_000 }, (_, n) => 9000 * Math.sin(n / 9)) }],
  ]),
});

/** Letters that are squares. */
const blocks: Typeface = {
  ascent: 1,
  descent: 0,
  line: (text) => ({
    width: text.length,
    letters: [...text].map((_, i) => ({
      outlines: [Float32Array.of(0, 0, 0.8, 0, 0.8, -0.8, 0, -0.8)],
      x: i,
      advance: 1,
      blank: false,
    })),
  }),
};
const assets = {
  ...noAssets,
  typefaces: new Map([[usualTypeface, blocks]]),
  images: new Map([['image', { width: 8, height: 8 }]]),
};

function filmOf(layer: Layer): Film {
  const film = defaultFilm('x');
  const ear = { ...film.ears[0]!, id: 'ear', bands };
  const follower = { id: 'kick', ear: 'ear', kind: 'range' };
  const image = { id: 'image', name: 'Image', source: {} };
  return {
    ...film,
    ears: [ear],
    followers: [follower] as never,
    images: [image],
    paths: [defaultPath('circle', 'ring', 'Ring', hd)],
    layers: [layer],
  };
}

/** A film in which a cord moves a property, differently from part to part or not. */
function moved(film: Film, address: PropertyAddress, peak: number, spread: boolean): Film {
  const cord = {
    ...defaultsOf(cordRecord, nowhere),
    id: 'c',
    target: address,
    source: {
      kind: 'follower',
      follower: 'kick',
      how: 'to',
      rest: null,
      peak,
      curve: 1,
      delay: 0,
      axes: 'apart',
      onAbove: 0.6,
      offBelow: 0.4,
    },
    spread: spread ? { ...defaultsOf(spreadRecord, nowhere), by: 'even', from: 0, to: 1 } : null,
  } as unknown as Cord;
  return { ...film, cords: [cord] };
}
const drawn = (film: Film) =>
  JSON.stringify(pictureAt(momentOf(film, hearing, 2.5, { cache: new DrawCache(), assets })));

/** The record that a property is in; of a list that of its first item. */
const recordAt = (layer: Layer, key: string): Record<string, unknown> =>
  key
    .split('.')
    .slice(0, -1)
    .reduce<unknown>((at, step) => {
      const next = (at as Record<string, unknown>)[step];
      return Array.isArray(next) ? (next as unknown[])[0] : next;
    }, layer) as Record<string, unknown>;

/** What a property's cord is spread over: every one that offers it, of every kind of layer, figure and body. */
function offered(): [string, Film, PropertyAddress, NumberField][] {
  const layers: [string, Layer][] = Object.keys(layerKinds).flatMap((kind): [string, Layer][] => {
    if (kind === 'figure') {
      return (Object.keys(figureKinds) as FigureKindName[]).map((name) => {
        const layer = defaultLayer('a', 'ear', 'ring', hd, 'a');
        const figure = {
          ...figureKinds[name].defaults(hd),
          ...('image' in figureKinds[name].defaults(hd) ? { image: 'image' } : {}),
        };
        return [name, { ...layer, figure, copies: { ...layer.copies, count: 3, rotation: 15 } } as Layer];
      });
    }
    const part =
      kind === 'depth'
        ? { bodies: [{ ...bodyKinds.extrusion.defaults(hd), id: 'body', kind: 'extrusion', text: 'ABC' }] }
        : {};
    return [[kind, newLayer(kind as 'lettering', hd, { id: 'a', name: 'a', ...part } as never) as Layer]];
  });
  return layers.flatMap(([name, layer]) => {
    const film = filmOf(layer);
    return movingProperties(kindOf(layerKinds, layer)!.record, layer).flatMap(({ key, item, field }) => {
      const address: PropertyAddress = { list: 'layers', id: 'a', key, item };
      if (!canSpread(film, address)) return [];
      const within = recordAt(layer, key);
      return isShown(field as never, within as never)
        ? [[`${name} ${key}`, film, address, field] as const]
        : [];
    });
  }) as never;
}

describe('a cord that is spread over parts', () => {
  const all = offered();
  it('is offered for letters and copies, and not where there is one part', () => {
    const names = all.map(([name]) => name);
    expect(names).toEqual(
      expect.arrayContaining(['lettering letterScale', 'bars figure.reach', 'depth bodies.letterRise']),
    );
    expect(names.some((name) => name.includes('place.'))).toBe(false);
    const [, film] = all.find(([name]) => name === 'bars figure.reach')!;
    const one = {
      ...film,
      layers: film.layers.map(
        (layer) => ({ ...layer, copies: { ...((layer as never)['copies'] as object), count: 1 } }) as Layer,
      ),
    };
    expect(canSpread(one, { list: 'layers', id: 'a', key: 'figure.reach', item: '' })).toBe(false);
  });

  it.each(all)('%s differs from part to part', (_name, film, address, field) => {
    const value = recordAt(film.layers[0]!, address.key)[address.key.split('.').at(-1)!] as number;
    const { min = -1e4, max = 1e4 } = field;
    const far = field.whole ? Math.min(max, value + 7) : Math.min(max, value * 2 + 5);
    const peak = far !== value ? far : Math.max(min, value / 2);
    const moment = momentOf(moved(film, address, peak, true), hearing, 2.5, {
      cache: new DrawCache(),
      assets,
    });
    const parts = moment.parts('a', address.key, 3, address.item)!;
    expect(new Set(parts).size).toBeGreaterThan(1);
    expect(drawn(moved(film, address, peak, true))).not.toBe(drawn(moved(film, address, peak, false)));
  });
});
