import { describe, expect, it } from 'vitest';
import { momentOf } from '../document/momentOf';
import { cordOf } from '../drive/testFilm';
import { bodyKinds } from '../../picture/body/registry';
import { DrawCache } from '../../picture/display/drawCache';
import { figureKinds } from '../../picture/figure/registry';
import { defaultEar } from '../../sound/ear/ear';
import { backgroundFill, defaultFilm, defaultLayer, newLayer } from '../document/defaults';
import type { Film } from '../document/film';
import { defaultFollower } from '../../sound/follower/follower';
import { parseFilm } from '../document/parse';
import { placeStandard } from '../../picture/layer/place';
import { defaultTrack } from '../document/track';
import { EarHearing } from '../../sound/hearing/earHearing';
import { hearStretch, stretchesFrom } from '../../sound/hearing/listen';
import { emptyTables, TableHearing } from '../../sound/hearing/tableHearing';
import type { FigureLayer } from '../../picture/layer/figure';
import { layerKinds } from '../../picture/layer/registry';
import { layerOperations } from '../../picture/layer/layerOperations';
import { boundsOf } from '../../picture/display/operations';
import { passKinds, type PassKindName, type PassSettings } from '../../picture/pass/registry';
import { defaultPath } from '../../picture/path/filmPath';
import { structuredCopy } from '../../contract/property/record';
import { hd } from '../../testing';
import { fitEar, inPercent, rangeOfEar } from './fitEars';
import { applyRecipe } from './applyRecipe';
import { goesByBeats } from './goesByBeats';
import { filmOfRecipe, recipeOf } from './recipe';
import { resized } from './resized';
import { earlierValue, lookKeys, looksOf, resetOwner, resetProperty } from './reset';

const passOf = (kind: PassKindName, id: string) =>
  ({ ...(passKinds[kind].defaults(hd) as object), id, on: true }) as PassSettings;

/** A film with two ears, two figures in a group, a background, a finish, and cords on most of it. */
function sourceFilm(): Film {
  const film = defaultFilm('Old song', [defaultTrack('t', 'Old', { path: 'old.wav' })]);
  const cord = (id: string, list: 'layers' | 'finish', owner: string, key: string, item = '') => ({
    ...cordOf({ list, id: owner, key, item }, 'follower', {
      follower: 'kick',
      peak: key === 'place.scale' ? { x: 1.2, y: 1.2 } : 0.9,
    }),
    id,
  });
  return parseFilm({
    ...film,
    beats: { bpm: 120, first: 0, perBar: 4 },
    sections: [{ id: 's', name: 'Verse', from: 3 }],
    ears: [
      { ...defaultEar('a', 'Low'), tracks: ['t'] },
      { ...defaultEar('b', 'High'), fromHz: 2000 },
    ],
    followers: [{ ...defaultFollower('kick', 'a', 'Kick') }],
    paths: [defaultPath('circle', 'p', 'Ring', hd), defaultPath('line', 'q', 'Line', hd)],
    layers: [
      backgroundFill(hd, 'back', { middle: '#102030', edge: '#000000' }),
      newLayer('group', hd, { id: 'g', name: 'Group' }),
      { ...defaultLayer('one', 'a', 'p', hd, 'One'), group: 'g', sections: ['s'] },
      { ...defaultLayer('two', 'b', 'q', hd, 'Two'), group: 'g' },
    ],
    finish: { passes: [passOf('glow', 'glow')] },
    cords: [
      cord('c1', 'layers', 'one', 'place.scale'),
      cord('c2', 'layers', 'two', 'place.opacity'),
      cord('c3', 'finish', '', 'passes.strength', 'glow'),
    ],
  });
}

const silence = new TableHearing(emptyTables());
let count = 0;
const newId = (stem: string) => `${stem}-new-${++count}`;

describe('a recipe', () => {
  it('is a film without its song: no tracks, no sections, no beats, and ears that analyse whatever there is', () => {
    const recipe = recipeOf(sourceFilm());
    expect(recipe).toMatchObject({ title: '', tracks: [], sections: [], beats: null });
    expect(recipe.ears.map(({ tracks }) => tracks)).toEqual([[], []]);
    expect(recipe.layers.map(({ id }) => id)).toEqual(['back', 'g', 'one', 'two']);
    expect(recipe.layers[2]!.sections).toEqual([]);
    expect(recipe.cords).toHaveLength(3);
  });

  it('of some layers has these, what they need, and nothing else', () => {
    const recipe = recipeOf(sourceFilm(), ['two']);
    expect(recipe.layers.map(({ id, group }) => [id, group])).toEqual([['two', null]]);
    expect(recipe.paths.map(({ id }) => id)).toEqual(['q']);
    // The ear of the follower that moves it, too.
    expect(recipe.ears.map(({ id }) => id)).toEqual(['a', 'b']);
    expect(recipe.cords.map(({ id }) => id)).toEqual(['c2']);
    expect(recipe.finish.passes).toEqual([]);
    // A group comes with what is in it.
    expect(recipeOf(sourceFilm(), ['g']).layers.map(({ id }) => id)).toEqual(['g', 'one', 'two']);
  });

  it('becomes a film of another song', () => {
    const film = filmOfRecipe(
      recipeOf(sourceFilm()),
      'New song',
      [defaultTrack('n', 'New', { path: 'n.wav' })],
      'Us',
    );
    expect(film).toMatchObject({ title: 'New song', artist: 'Us' });
    expect(film.tracks).toHaveLength(1);
    expect(film.layers).toHaveLength(4);
  });
});

describe('a recipe on an open film', () => {
  const open = (): Film => {
    const film = defaultFilm('Open', [defaultTrack('t', 'Song', { path: 'song.wav' })]);
    return parseFilm({
      ...film,
      sections: [{ id: 'v', name: 'Verse', from: 1 }],
      layers: [backgroundFill(hd, 'back', { middle: '#ffffff', edge: '#ffffff' }), ...film.layers],
      finish: { passes: [passOf('grain', 'grain')] },
    });
  };
  const recipe = recipeOf(sourceFilm());

  it('replaces all that was chosen, under new ids, and leaves the song', () => {
    const film = applyRecipe(open(), recipe, ['layers', 'background', 'finish', 'ears'], newId);
    expect(film.tracks).toEqual(open().tracks);
    expect(film.sections).toEqual(open().sections);
    expect(film.layers.map(({ name }) => name)).toEqual(['Background', 'Group', 'One', 'Two']);
    expect(film.layers.every(({ id }) => id.includes('-new-'))).toBe(true);
    expect(film.ears.map(({ name }) => name)).toEqual(['Low', 'High']);
    expect(film.finish.passes.map(({ kind }) => kind)).toEqual(['glow']);
    // Every cord has its target, and its follower.
    expect(film.cords).toHaveLength(3);
    const owners = new Set(film.layers.map(({ id }) => id));
    for (const { target, source } of film.cords) {
      if (target.list === 'layers') expect(owners).toContain(target.id);
      expect((source as { follower: string }).follower).toBe(film.followers[0]!.id);
    }
    // Nothing of the old layers is left over.
    expect(film.paths.map(({ name }) => name)).toEqual(['Ring', 'Line']);
    // Twice is as good as once.
    expect(applyRecipe(film, recipe, ['layers'], newId).layers).toHaveLength(4);
  });

  it('replaces the background only, or the finish only', () => {
    const back = applyRecipe(open(), recipe, ['background'], newId);
    expect(back.layers.map(({ name, id }) => [name, id.includes('-new-')])).toEqual([
      ['Background', true],
      ['Ring of bars', false],
    ]);
    expect(back.finish).toEqual(open().finish);
    expect(back.cords).toEqual([]);
    const finish = applyRecipe(open(), recipe, ['finish'], newId);
    expect(finish.layers).toEqual(open().layers);
    expect(finish.finish.passes.map(({ kind }) => kind)).toEqual(['glow']);
    expect(finish.cords.map(({ target }) => target.key)).toEqual(['passes.strength']);
  });

  it('layers without their ears listen to those that are there', () => {
    const film = applyRecipe(open(), recipe, ['layers'], newId);
    expect(film.ears.map(({ id }) => id)).toEqual(['ear-1']);
    for (const layer of film.layers)
      if (layer.kind === 'figure') expect((layer as FigureLayer).ear).toBe('ear-1');
  });

  it('leaves alone what the film has without using it', () => {
    const film = open();
    film.ears.push(defaultEar('spare', 'Spare'));
    film.followers.push(defaultFollower('own', 'spare', 'Own'));
    film.paths.push(defaultPath('star', 'unused', 'Unused', hd));
    const made = applyRecipe(film, recipe, ['layers', 'background', 'finish'], newId);
    expect(made.ears.map(({ name }) => name)).toContain('Spare');
    expect(made.followers.map(({ name }) => name)).toContain('Own');
    // That of the ring, which is gone, goes; one that was never used stays.
    expect(made.paths.map(({ name }) => name)).toEqual(['Unused', 'Ring', 'Line']);
    expect(made.paths[1]!.id).toContain('-new-');
  });
});

describe('a film in a picture of another size', () => {
  const film = (): Film => {
    const base = defaultFilm('Sized');
    const cord = (id: string, key: string, peak: unknown, how: string) => ({
      ...cordOf({ list: 'layers', id: 'bars', key, item: '' }, 'follower', { follower: 'kick', peak, how }),
      id,
    });
    return parseFilm({
      ...base,
      followers: [defaultFollower('kick', 'ear-1', 'Kick')],
      layers: [
        backgroundFill(hd, 'back'),
        newLayer('image', hd, { id: 'cover', backdrop: true }),
        newLayer('group', hd, {
          id: 'g',
          place: { ...placeStandard, rotation: 20, position: { x: 100, y: -40 } },
        }),
        { ...defaultLayer('bars', 'ear-1', 'path-1', hd), group: 'g', passes: [passOf('blur', 'soft')] },
        newLayer('flare', hd, { id: 'sun', position: { x: 1700, y: 120 } }),
        newLayer('lettering', hd, { id: 'word', at: { x: 960, y: 980 }, size: 80, mostWidth: 1000 }),
      ],
      finish: { passes: [passOf('vignette', 'dark')] },
      cords: [cord('rise', 'figure.reach', 90, 'by'), cord('swell', 'figure.rest', 2, 'times')],
    });
  };
  /** Where everything of a film is drawn, as a list of places. */
  const places = (of: Film): number[] => {
    const moment = momentOf(of, silence, 0, { cache: new DrawCache() });
    const box = (id: string) => boundsOf(layerOperations(id, moment));
    return [...box('g'), ...box('sun')];
  };

  it('is as if the whole were scaled: half the size, half of every place', () => {
    const half = parseFilm(resized(film(), { width: 960, height: 540 }));
    places(half).forEach((value, i) => expect(value).toBeCloseTo(places(film())[i]! / 2, 0));
    const by = (id: string) =>
      half.layers.find((layer) => layer.id === id)! as never as Record<string, unknown>;
    expect(by('word')).toMatchObject({ at: { x: 480, y: 490 }, size: 40, mostWidth: 500 });
    expect(by('cover')).toMatchObject({ size: { x: 960, y: 540 }, center: { x: 480, y: 270 } });
    const [blur] = by('bars')['passes'] as { radius: number }[];
    expect(blur!.radius * 2).toBeCloseTo((passOf('blur', 'soft') as unknown as { radius: number }).radius, 6);
    // What a cord adds is a length, what it multiplies by is none.
    expect(half.cords.map(({ source }) => (source as { peak: number }).peak)).toEqual([45, 2]);
    expect(resized(film(), hd)).toEqual(film());
  });

  it('of another shape stands in its middle, and its finish, too', () => {
    const tall = parseFilm(resized(film(), { width: 1080, height: 1920 }));
    const factor = 1080 / 1920;
    const shift = (1920 - factor * 1080) / 2;
    // The group; a flare is as large as the picture is high.
    const groupOf = (of: Film) => places(of).slice(0, 4);
    groupOf(film()).forEach((value, i) =>
      expect(groupOf(tall)[i]).toBeCloseTo(factor * value + (i % 2 === 1 ? shift : 0), 0),
    );
    expect((tall.finish.passes[0] as unknown as { centre: object }).centre).toEqual({ x: 540, y: 960 });
    expect(tall.layers.find(({ id }) => id === 'cover')).toMatchObject({ size: { x: 1080, y: 1920 } });
  });
});

describe('going back', () => {
  const film = sourceFilm();
  const changed = structuredCopy(film);
  const place = { list: 'layers', id: 'one', key: 'figure.reach', item: '' } as const;
  (changed.layers[2] as FigureLayer).figure = {
    ...(changed.layers[2] as FigureLayer).figure,
    reach: 7,
  } as never;
  changed.layers[2]!.place.opacity = 0.3;

  it('of a property to its default, or to the recipe’s', () => {
    const recipe = recipeOf(film);
    (recipe.layers[2] as FigureLayer).figure = {
      ...(recipe.layers[2] as FigureLayer).figure,
      reach: 55,
    } as never;
    expect(earlierValue(changed, place, recipe)).toBe(55);
    const standard = earlierValue(changed, place);
    expect(standard).toBe((defaultLayer('x', 'a', 'p', hd).figure as { reach: number }).reach);
    const draft = structuredCopy(changed);
    expect(resetProperty(draft, place, recipe)).toBe(true);
    expect((draft.layers[2] as FigureLayer).figure).toMatchObject({ reach: 55 });
    expect(earlierValue(changed, { ...place, key: 'figure.gone' })).toBeUndefined();
    // A layer that the recipe does not have.
    expect(resetProperty(draft, { ...place, id: 'g' }, { ...recipe, layers: [] })).toBe(false);
  });

  it('of a pass to what new ones are', () => {
    const glow = { list: 'finish', id: '', key: 'passes.strength', item: 'glow' } as const;
    expect(earlierValue(film, glow)).toBe(
      (passOf('glow', 'glow') as unknown as { strength: number }).strength,
    );
  });

  it('of marks and of bodies to how their kinds begin, what they listen to kept', () => {
    const draft = structuredCopy(changed);
    resetProperty(draft, { list: 'layers', id: 'one', key: 'figure', item: '' });
    expect((draft.layers[2] as FigureLayer).figure).toEqual(
      expect.objectContaining(figureKinds.bars.defaults(hd) as object),
    );
    const globe = { ...bodyKinds.globe.defaults(hd), id: 'ball', ear: 'b', radius: 999 };
    draft.layers.push(newLayer('depth', hd, { id: 'stage', bodies: [globe] as never }));
    const owner = { list: 'layers', id: 'stage' } as const;
    resetOwner(draft, owner, lookKeys(draft, owner));
    const [ball] = (draft.layers.at(-1) as { bodies?: Record<string, unknown>[] }).bodies!;
    expect(ball).toMatchObject({ kind: 'globe', id: 'ball', ear: 'b' });
    expect(ball!['radius']).toBe((bodyKinds.globe.defaults(hd) as unknown as { radius: number }).radius);
  });

  it('of a whole layer, which keeps its name, its group and what it listens to', () => {
    const draft = structuredCopy(changed);
    const owner = { list: 'layers', id: 'one' } as const;
    expect(resetOwner(draft, owner, lookKeys(draft, owner), recipeOf(film))).toBe(true);
    const layer = draft.layers[2] as FigureLayer;
    expect(layer.place.opacity).toBe(1);
    expect(layer).toMatchObject({ name: 'One', group: 'g', ear: 'a', path: 'p' });
    expect(Object.keys(looksOf(film, layer))).not.toContain('ear');
  });

  it('of which what new layers begin with names no files: they need not be kept for it', () => {
    const source = { asset: 'a'.repeat(64) };
    const draft = structuredCopy(film);
    draft.images = [{ id: 'i', name: 'i', source }] as never;
    draft.footage = [{ id: 'v', name: 'v', source }] as never;
    draft.layers = Object.keys(layerKinds).map((kind, i) =>
      newLayer(kind as keyof typeof layerKinds, draft, { id: `l${i}`, image: 'i', footage: 'v' } as never),
    );
    for (const layer of draft.layers) {
      const looks = looksOf(draft, layer);
      expect(Object.keys(looks).length).toBeGreaterThan(0);
      expect(JSON.stringify(looks)).not.toMatch(/[0-9a-f]{64}/);
      expect(Object.values(looks)).not.toContain('i');
      expect(Object.values(looks)).not.toContain('v');
    }
  });
});

describe('ears on another song', () => {
  const rate = 48000;
  /** Noise bursts at a level, with silence between them. */
  const song = (gain: number, seconds = 6) => {
    let state = 9;
    return Float32Array.from({ length: seconds * rate }, (_, n) => {
      state = (Math.imul(state, 1664525) + 1013904223) | 0;
      return (n / rate) % 1 < 0.6 ? (gain * state) / 2 ** 31 : 0;
    });
  };
  async function heard(ear: Film['ears'][number], samples: Float32Array): Promise<EarHearing> {
    const hearing = new EarHearing(ear, samples.length);
    const read = (_signal: unknown, start: number, out: Float32Array) => {
      for (let i = 0; i < out.length; i++) out[i] = samples[start + i] ?? 0;
      return Promise.resolve();
    };
    for (const stretch of stretchesFrom(hearing.moments, 0, 600))
      await hearStretch(hearing, read as never, stretch);
    hearing.settle();
    return hearing;
  }
  const ear = { ...defaultEar('e', 'Ear'), bands: 24, floorDb: -50, ceilingDb: -20 };

  it('keep the shares of levels that they had, whatever the level of the song', async () => {
    const loud = await heard(ear, song(0.5));
    const levels = loud.levelledDistribution();
    const own = { ...ear, floorDb: levels.percentile(40), ceilingDb: levels.percentile(97) };
    loud.settle(own);
    const percent = inPercent(own, loud);
    expect(percent.floorPercent).toBeCloseTo(40, 0);
    expect(percent.ceilingPercent).toBeCloseTo(97, 0);
    expect(percent.limits).toBe('fitted');
    const quiet = await heard(percent, song(0.05));
    const before = rangeOfEar(loud, own);
    const after = rangeOfEar(quiet, percent);
    // Twenty dB quieter: so are its limits.
    expect(before.ceilingDb - after.ceilingDb).toBeCloseTo(20, 0);
    expect(Math.abs(before.alive - after.alive)).toBeLessThan(0.1);
  });

  it('are neither dead nor pinned after they were fitted', async () => {
    for (const limits of [
      { floorPercent: 99, ceilingPercent: 99.9 },
      { floorPercent: 0, ceilingPercent: 0.5 },
    ]) {
      const hearing = await heard({ ...ear, limits: 'fitted', ...limits }, song(0.3));
      expect(rangeOfEar(hearing, ear).alive).toBeLessThan(0.5);
      const { range, ear: fitted } = fitEar({ ...ear, limits: 'fitted', ...limits }, hearing);
      expect(range.alive).toBeGreaterThan(0.55);
      expect(fitted.ceilingPercent).toBeGreaterThan(fitted.floorPercent);
      expect(range.ceilingDb - range.floorDb).toBeLessThanOrEqual(51);
    }
  });
});

describe('beats of a recipe', () => {
  it('are looked for where something goes by them, and not because a choice that is not shown says so', () => {
    const plain = sourceFilm();
    // Its follower of a range has a phase that it does not use.
    expect(goesByBeats(plain)).toBe(false);
    expect(goesByBeats({ ...plain, followers: [{ ...plain.followers[0]!, kind: 'beat' }] })).toBe(true);
    const swing = (per: string) => ({
      ...cordOf({ list: 'layers', id: 'one', key: 'place.opacity', item: '' }, 'swing', { amount: 0.2, per }),
      id: 's',
    });
    expect(goesByBeats(parseFilm({ ...plain, cords: [swing('second')] }))).toBe(false);
    expect(goesByBeats(parseFilm({ ...plain, cords: [swing('beat')] }))).toBe(true);
    const bursts = newLayer('particles', hd, { id: 'sparks', bursts: 'bar' });
    expect(goesByBeats({ ...plain, layers: [bursts] })).toBe(true);
  });
});
