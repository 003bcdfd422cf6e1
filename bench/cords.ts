import {
  cordRecord,
  DrawCache,
  defaultFilm,
  defaultFollower,
  defaultLayer,
  defaultsOf,
  emptyTables,
  momentOf,
  resolveFilm,
  sourceKinds,
  TableHearing,
  type Cord,
  type Film,
  type SourceKindName,
} from '@cyclogram/core';

const nowhere = { width: 0, height: 0 };
const layers = 100;
const each = ['figure.reach', 'figure.rest', 'place.rotation', 'place.opacity', 'place.position'] as const;
const kinds: readonly SourceKindName[] = ['follower', 'wander', 'swing', 'flicker', 'follower'];

function cordOf(id: string, layer: string, key: string, kind: SourceKindName): Cord {
  const isPoint = key === 'place.position';
  const amount = isPoint ? { x: 4, y: 4 } : 0.1;
  const source = {
    ...defaultsOf(sourceKinds[kind].record, nowhere),
    kind,
    amount,
    follower: 'kick',
    how: 'by',
    peak: amount,
  };
  return {
    ...defaultsOf(cordRecord, nowhere),
    id,
    target: { list: 'layers', id: layer, key, item: '' },
    source: source as unknown as Cord['source'],
  };
}

/** A hundred layers with five cords on each. */
function filmOf(moves: boolean): Film {
  const film = defaultFilm('Cords');
  film.followers = [{ ...defaultFollower('kick', 'ear-1', 'Kick') }];
  film.layers = Array.from({ length: layers }, (_, i) => defaultLayer(`layer-${i}`, 'ear-1', 'path-1', film));
  film.cords = moves
    ? film.layers.flatMap(({ id }) => each.map((key, i) => cordOf(`${id} ${key}`, id, key, kinds[i]!)))
    : [];
  return film;
}

/** Milliseconds that resolving every layer of a film takes, with 500 cords and without any. */
export function benchCords() {
  const values = Float32Array.from({ length: 240 * 60 }, (_, n) => 0.5 + 0.5 * Math.sin(n / 9));
  const tables = {
    ...emptyTables(),
    end: 60,
    followers: new Map([['kick', { rate: 240, values, delay: 0, fires: [] }]]),
  };
  const time = (film: Film) => {
    const hearing = new TableHearing(tables, film);
    const frame = (n: number) => {
      const now = resolveFilm(film, hearing, n / 30);
      for (const { id } of film.layers) now.layer(id);
    };
    for (let n = 0; n < 200; n++) frame(n);
    const start = performance.now();
    for (let n = 0; n < 1000; n++) frame(n);
    return (performance.now() - start) / 1000;
  };
  const [still, moving] = [filmOf(false), filmOf(true)];
  const [without, with500] = [time(still), time(moving)];
  const path = defaultFilm('Path');
  path.cords = [
    {
      ...cordOf('turn', '', '', 'turn'),
      target: { list: 'paths', id: 'path-1', key: 'rotation', item: '' },
      source: {
        ...defaultsOf(sourceKinds.turn.record, nowhere),
        kind: 'turn',
        amount: 30,
      } as unknown as Cord['source'],
    },
  ];
  const hearing = new TableHearing(tables, path);
  const cache = new DrawCache();
  const start = performance.now();
  for (let n = 0; n < 300; n++) {
    const moment = momentOf(path, hearing, n / 30, { cache });
    cache.paths.get(moment.film.paths[0]!).at(10);
  }
  const round = (ms: number) => Math.round(ms * 1000) / 1000;
  return {
    what: '500 cords over 100 layers, resolved for each frame: milliseconds more than without any',
    withoutMs: round(without),
    moreMs: round(with500 - without),
    targetMs: 0.3,
    movedPathMs: round((performance.now() - start) / 300),
    movedPathTargetMs: 1,
  };
}
