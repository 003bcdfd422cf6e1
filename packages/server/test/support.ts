import { defaultFilm, defaultTrack, type FigureLayer, type Film } from '@cyclogram/core';
import { encodeWav } from '@cyclogram/demo';
import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { readdir, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { pino } from 'pino';
import { startServer, type RunningServer } from '../src/index';

const exec = promisify(execFile);
const dist = (name: string) => fileURLToPath(new URL(`../dist/${name}`, import.meta.url));

export const temporaryFolder = () => mkdtempSync(join(tmpdir(), 'cyclogram-test-'));

/** Writes a mono signal as a stereo WAV file. */
export async function writeWav(path: string, samples: Float32Array): Promise<string> {
  await writeFile(path, encodeWav({ left: samples, right: samples }));
  return path;
}

/** A steady tone. */
export const tone = (seconds: number, hz = 440, gain = 0.5) =>
  Float32Array.from(
    { length: Math.round(seconds * 48000) },
    (_, n) => gain * Math.sin((2 * Math.PI * hz * n) / 48000),
  );

/** Silence with clicks of one sample at the given times. */
export function clicks(seconds: number, times: number[], gain = 0.9): Float32Array {
  const samples = new Float32Array(Math.round(seconds * 48000));
  for (const time of times) samples[Math.round(time * 48000)] = gain;
  return samples;
}

/** ffmpeg or ffprobe; what it printed. */
export async function media(tool: 'ffmpeg' | 'ffprobe', ...args: string[]): Promise<Buffer> {
  const options = { encoding: 'buffer', maxBuffer: 1 << 30 } as const;
  return (await exec(tool, ['-v', 'error', ...args], options)).stdout;
}

/** Decoded frames of a video, in RGB, at a size. */
export async function decodeFrames(path: string, width: number, height: number): Promise<Buffer[]> {
  const scale = `scale=${width}:${height}:in_color_matrix=bt709:in_range=tv:out_range=pc:flags=accurate_rnd+full_chroma_int+bilinear,format=rgb24`;
  const bytes = await media(
    'ffmpeg',
    '-i',
    path,
    '-vf',
    scale,
    '-fps_mode',
    'passthrough',
    '-f',
    'rawvideo',
    '-',
  );
  const size = width * height * 3;
  return Array.from({ length: bytes.length / size }, (_, i) => bytes.subarray(i * size, (i + 1) * size));
}

export interface Stream {
  codec_name: string;
  start_time: string;
  duration: string;
  [key: string]: string;
}

/** Streams of a media file by their type. */
export async function streams(path: string): Promise<Record<'video' | 'audio', Stream>> {
  const json = JSON.parse(String(await media('ffprobe', '-show_streams', '-of', 'json', path))) as {
    streams: Stream[];
  };
  // The first of each type: a cover picture is one of video, too.
  const first = [...json.streams].reverse().map((stream) => [stream['codec_type'], stream]);
  return Object.fromEntries(first) as Record<'video' | 'audio', Stream>;
}

/** The server, in this process, on a free port and a folder of its own. */
export const startTestServer = (folder = temporaryFolder()): Promise<RunningServer> =>
  startServer(
    folder,
    0,
    fileURLToPath(new URL('../../web/dist', import.meta.url)),
    pino({ level: 'silent' }),
  );

/** The server as a process of its own, to be killed. */
export async function spawnServer(
  folder: string,
  env: NodeJS.ProcessEnv = {},
): Promise<{ url: string; process: ChildProcess }> {
  const child = spawn(process.execPath, [dist('main.js')], {
    env: { ...process.env, PORT: '0', CYCLOGRAM_DATA: folder, ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout.on('data', (text: Buffer) => {
      const found = /http:\S+/.exec(String(text));
      if (found) resolve(found[0]);
    });
    child.on('exit', () => reject(new Error('the server ended')));
  });
  return { url, process: child };
}

/** Kills a process at once and waits until it is gone. */
export const kill = (child: ChildProcess) =>
  new Promise<void>((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve();
    child.on('exit', () => resolve());
    child.kill('SIGKILL');
  });

/** Sends a file as a form. @param where below /api */
export async function sendFile(base: string, where: string, bytes: Uint8Array, name = 'file') {
  const form = new FormData();
  form.append('file', new Blob([bytes as BlobPart]), name);
  const response = await fetch(`${base}/api/${where}`, { method: 'POST', body: form });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

/** A drawing whose masks double again and again: nobody can draw it. */
export const endlessSvg = (): Buffer => {
  const masks = Array.from({ length: 28 }, (_, i) => {
    const inner = `<rect width="9" height="9" fill="#fff" mask="url(#m${i - 1})"/>`;
    return `<mask id="m${i}">${i === 0 ? '<rect width="9" height="9" fill="#fff"/>' : inner + inner}</mask>`;
  });
  return Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${masks.join('')}<rect width="9" height="9" mask="url(#m27)"/></svg>`,
  );
};

/** Names of files below a data folder that are being written. */
export const incomingFiles = async (folder: string): Promise<string[]> =>
  (await readdir(join(folder, 'incoming'), { recursive: true, withFileTypes: true }))
    .filter((entry) => entry.isFile())
    .map(({ name }) => name);

/** The command line in a process of its own. */
export async function cyclogram(folder: string, args: string[], env: NodeJS.ProcessEnv = {}) {
  const options = { env: { ...process.env, CYCLOGRAM_DATA: folder, ...env } };
  return exec(process.execPath, [dist('cli.js'), ...args], options).then(
    ({ stdout, stderr }) => ({ code: 0, stdout, stderr }),
    (error: { code: number; stdout: string; stderr: string }) => ({
      code: error.code,
      stdout: error.stdout,
      stderr: error.stderr,
    }),
  );
}

/** Films as files in a folder, and what the command line renders of them there. */
export function filmsIn(folder: string) {
  return {
    /** Writes a film beside its songs and returns its path. */
    async write(name: string, film: Film): Promise<string> {
      const path = join(folder, name);
      await writeFile(path, JSON.stringify(film));
      return path;
    },
    /** @throws Error with what was said when it is not rendered without a word */
    async render(film: string, name: string, ...args: string[]): Promise<string> {
      const out = join(folder, name);
      const { code, stderr } = await cyclogram(join(folder, 'data'), ['render', film, '--out', out, ...args]);
      if (code !== 0 || stderr !== '') throw new Error(`${name}: code ${code}, ${stderr}`);
      return out;
    },
  };
}

/** A film of one song, small and quick to render. */
export function smallFilm(
  source: Film['tracks'][number]['source'],
  change: (film: Film) => void = () => {},
): Film {
  const film = {
    ...defaultFilm('Small film', [defaultTrack('track-1', 'Song', source)]),
    width: 320,
    height: 180,
  };
  film.paths[0]!.position = { x: 160, y: 90 };
  Object.assign(film.paths[0]!.shape, { radius: 40 });
  Object.assign((film.layers[0] as FigureLayer).figure, { reach: 40, rest: 2 });
  change(film);
  return film;
}

export interface Answer {
  status: number;
  type: string | null;
  body: Record<string, unknown>;
}

/** Calls the API. */
export async function api(
  base: string,
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const response = await fetch(`${base}/api${path}`, {
    method,
    headers: { ...(body === undefined ? {} : { 'Content-Type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  const type = response.headers.get('content-type');
  return {
    status: response.status,
    type,
    body: type?.includes('json') ? (JSON.parse(text) as Record<string, unknown>) : {},
  };
}

/** Uploads a file's bytes under a name. */
export async function upload(base: string, bytes: Uint8Array, name: string, query = ''): Promise<Answer> {
  const form = new FormData();
  form.append('file', new Blob([Uint8Array.from(bytes)]), name);
  const response = await fetch(`${base}/api/assets${query}`, { method: 'POST', body: form });
  return {
    status: response.status,
    type: response.headers.get('content-type'),
    body: (await response.json()) as Record<string, unknown>,
  };
}

/** Waits until a render has one of the given states. */
export async function renderState(
  base: string,
  id: string,
  ...states: string[]
): Promise<Record<string, unknown>> {
  for (let tries = 0; tries < 900; tries++) {
    const { body } = await api(base, 'GET', `/renders/${id}`);
    if (states.includes(String(body['status']))) return body;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`the render did not become ${states.join(' or ')}`);
}
