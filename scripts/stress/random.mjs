/** Random numbers that are the same each time: mulberry32, a generator in the public domain. */
export function randomOf(seed) {
  let state = seed;
  const random = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const nat = (below) => Math.floor(random() * below);
  return { nat, pick: (list) => list[nat(list.length)] };
}

/** Bytes with some of them changed, moved, repeated or cut off. */
export function mutated(bytes, { nat }) {
  const out = Buffer.from(bytes);
  const way = nat(5);
  if (way === 0) return out.subarray(0, nat(out.length));
  if (way === 1) return Buffer.concat([out, out.subarray(nat(out.length))]);
  if (way === 2) out.copy(out, nat(out.length), nat(out.length));
  const changes = 1 + nat(way === 3 ? 4 : 60);
  for (let i = 0; i < changes; i++) out[nat(way === 3 ? Math.min(out.length, 600) : out.length)] = nat(256);
  return out;
}

/** A document with some values replaced by what does not belong there. */
export function mutatedFilm(film, { nat, pick }) {
  const copy = structuredClone(film);
  const all = [];
  const walk = (holder) => {
    for (const [key, value] of Object.entries(holder)) {
      all.push([holder, key]);
      if (typeof value === 'object' && value !== null) walk(value);
    }
  };
  walk(copy);
  for (let i = 0; i <= nat(4); i++) {
    const [holder, key] = pick(all);
    const value = holder[key];
    holder[key] = pick([
      ...[null, -1, 0, 1e9, 1e-9, NaN, '', 'x'.repeat(5000), [], {}, true, '__proto__'],
      ...(typeof value === 'number' ? [value * 1000, -value, value / 1000, value + 0.5] : [value]),
      ...(Array.isArray(value) ? [[...value, ...value], Array(500).fill(value[0] ?? 0)] : []),
    ]);
  }
  return copy;
}
