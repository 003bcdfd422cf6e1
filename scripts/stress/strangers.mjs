import { setTimeout as sleep } from 'node:timers/promises';
import { mutated, mutatedFilm } from './random.mjs';
import { font, samples } from './samples.mjs';
import { fail, median, say } from './server.mjs';

const count = (counts, key) => (counts[key] = (counts[key] ?? 0) + 1);

/** A film that shows one file that was taken in. */
function filmOf(path, answer) {
  const film = { version: 1, title: 'Stranger', width: 64, height: 36, tracks: [], layers: [] };
  const source = { asset: answer.sha256 };
  if (path.endsWith('images'))
    return {
      ...film,
      version: 7,
      images: [{ id: 'x', name: 'x', source }],
      layers: [{ id: 'l', kind: 'image', image: 'x' }],
    };
  if (path.endsWith('footage'))
    return {
      ...film,
      version: 7,
      footage: [{ id: 'x', name: 'x', source }],
      layers: [{ id: 'l', kind: 'footage', footage: 'x' }],
    };
  return { ...film, version: 7, tracks: [{ id: 't', name: 't', source }] };
}

/** Files of every kind and fonts with changed bytes; what is taken is drawn. */
export async function strangeFiles(server, counts, random, packed) {
  const kinds = [...samples(), ['/api/films/package', packed, 'a.cyclogram']];
  const statuses = {};
  const taken = [];
  const times = await server.watchLatency(async () => {
    for (let i = 0; i < counts.uploads; i += counts.parallel) {
      const some = Array.from({ length: Math.min(counts.parallel, counts.uploads - i) }, () =>
        random.pick(kinds),
      );
      await Promise.all(
        some.map(async ([path, bytes, name]) => {
          const { status, text } = await server.send(path, mutated(bytes, random), name);
          count(statuses, status);
          if (status === 201 && !path.endsWith('package')) taken.push([path, JSON.parse(text)]);
        }),
      );
    }
  });
  say(`${counts.uploads} uploads with changed bytes: ${JSON.stringify(statuses)}`);
  say(`lists meanwhile: ${median(times).toFixed(0)} ms, at most ${Math.max(...times).toFixed(0)} ms`);
  let refused = 0;
  for (let i = 0; i < counts.fonts; i += counts.parallel) {
    const some = Array.from({ length: Math.min(counts.parallel, counts.fonts - i) }, () =>
      mutated(font(), random),
    );
    const answers = await Promise.all(some.map((bytes) => server.send('/api/typefaces', bytes, 'a.woff')));
    refused += answers.filter(({ status }) => status === 422).length;
  }
  say(`${counts.fonts} fonts with changed bytes: ${refused} refused`);
  let drawn = 0;
  for (const [path, answer] of taken.slice(0, counts.drawn)) {
    for (let i = 0; path.endsWith('footage'); i++) {
      const { state } = await server.get(`/api/footage/${answer.sha256}`);
      if (state !== 'working') break;
      if (i > 300) fail(`footage ${answer.sha256} is never prepared`);
      if (i > 300) break;
      await sleep(200);
    }
    const made = await server.askJson('POST', '/api/films', { document: filmOf(path, answer) });
    if (made.status !== 201) {
      fail(`a film of what was taken in is refused: ${made.text.slice(0, 200)}`);
      continue;
    }
    const { id } = JSON.parse(made.text);
    const { status } = await server.ask('GET', `/api/films/${id}/thumbnail`, undefined, {
      deadline: 400_000,
    });
    if (status === 200) drawn++;
    await server.ask('DELETE', `/api/films/${id}`);
  }
  say(
    `${Math.min(taken.length, counts.drawn)} of ${taken.length} that were taken are asked for: ${drawn} drawn`,
  );
}

/** Films with values that do not belong there; what is taken is drawn. */
export async function strangeFilms(server, counts, random, documents) {
  const accepted = [];
  const statuses = {};
  await server.watchLatency(async () => {
    for (let i = 0; i < counts.films; i++) {
      const document = mutatedFilm(random.pick(documents), random);
      const { status, text } = await server.askJson('POST', '/api/films', { document });
      count(statuses, status);
      if (status === 201) accepted.push(JSON.parse(text).id);
    }
  });
  say(`${counts.films} films with changed values: ${JSON.stringify(statuses)}`);
  let drawn = 0;
  const asked = accepted.slice(0, counts.drawn);
  for (const id of asked) {
    const { status } = await server.ask('GET', `/api/films/${id}/thumbnail`, undefined, {
      deadline: 400_000,
    });
    if (status === 200) drawn++;
  }
  say(`${asked.length} of ${accepted.length} that were taken are asked for: ${drawn} drawn`);
  for (const id of accepted) await server.ask('DELETE', `/api/films/${id}`);
}
