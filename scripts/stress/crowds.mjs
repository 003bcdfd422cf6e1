import { connect } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import { wavOf } from './samples.mjs';
import { fail, say } from './server.mjs';

/** Connections that begin an upload and do not go on. */
export async function slowConnections(server, count) {
  const sockets = Array.from({ length: count }, () => {
    const socket = connect(Number(new URL(server.url).port), '127.0.0.1');
    socket.on('error', () => {});
    socket.write(
      'POST /api/assets HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-type: multipart/form-data; boundary=b\r\n',
    );
    socket.write(
      'content-length: 100000\r\n\r\n--b\r\ncontent-disposition: form-data; name="f"; filename="a.wav"\r\n\r\n',
    );
    return socket;
  });
  await server.watchLatency(() => sleep(2000));
  for (const socket of sockets) socket.destroy();
  await sleep(1500);
  say(`${count} slow connections were there, and went`);
}

/** A queue of renders, and orders that come all at once. */
export async function longQueue(server, counts, random, filmId) {
  const renders = [];
  for (let i = 0; i < counts.renders; i++) {
    const wish = { filmId, format: 'png', width: 64, height: 36, at: i / 10 };
    const { status, text } = await server.askJson('POST', '/api/renders', wish);
    if (status === 201) renders.push(JSON.parse(text).id);
  }
  await server.watchLatency(() =>
    Promise.all(
      renders.map((id) =>
        server.ask(
          random.pick(['POST', 'POST', 'DELETE']),
          `/api/renders/${id}${random.pick(['/cancel', '/pause', '/resume', ''])}`,
        ),
      ),
    ),
  );
  say(`${renders.length} renders under as many orders at once`);
  for (const id of renders) await server.ask('DELETE', `/api/renders/${id}`);
  await server.askJson('POST', '/api/storage/clean', { emptyBin: true });
}

/** Uploads, exports, renders, estimates, stills of footage and pictures, all at once. */
export async function allAtOnce(server, count, filmId, footage) {
  const long = { deadline: 900_000 };
  const renders = [];
  const kinds = [
    () => server.ask('GET', `/api/films/${filmId}/exports/followers.csv?fps=30`, undefined, long),
    () => server.send('/api/assets', wavOf(), 'a.wav', long),
    async () => {
      const wish = { filmId, format: 'h264-mp4', width: 64, height: 36, to: 1 };
      const { status, text } = await server.askJson('POST', '/api/renders', wish, long);
      if (status === 201) renders.push(JSON.parse(text).id);
      else fail(`a render is refused: ${text.slice(0, 200)}`);
    },
    () => server.askJson('POST', '/api/renders/estimate', { filmId, width: 320, height: 180 }, long),
    ...(footage ? [() => server.ask('GET', `/api/footage/${footage}/frames/0`, undefined, long)] : []),
  ];
  await server.watchLatency(() => Promise.all(kinds.flatMap((kind) => Array.from({ length: count }, kind))));
  for (const id of renders) {
    const { status } = await server.rendered(id, 600);
    if (status !== 'done') fail(`one of ${count} renders at once is ${status}`);
    await server.ask('DELETE', `/api/renders/${id}`);
  }
  say(`${count} each at once: uploads, exports, renders, estimates${footage ? ', stills' : ''}`);
}
