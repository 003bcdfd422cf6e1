import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const require = createRequire(import.meta.url);

/** A tone of half a second as WAV. */
export function wavOf(seconds = 0.5) {
  const frames = Math.round(seconds * 48_000);
  const wav = Buffer.alloc(44 + 2 * frames);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(wav.length - 8, 4);
  wav.write('WAVEfmt ', 8);
  wav.set([16, 0, 0, 0, 1, 0, 1, 0, 0x80, 0xbb, 0, 0, 0, 0x77, 1, 0, 2, 0, 16, 0], 16);
  wav.write('data', 36);
  wav.writeUInt32LE(2 * frames, 40);
  for (let i = 0; i < frames; i++) wav.writeInt16LE(Math.round(9000 * Math.sin(i / 20)), 44 + 2 * i);
  return wav;
}

export const font = () =>
  readFileSync(require.resolve('@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff'));

const svg =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><mask id="m"><rect width="9" height="9" fill="#fff"/></mask><path d="M0 0L9 9V0z" mask="url(#m)"/></svg>';

/** Whole files of every kind that is taken in: the address, the bytes and the name of each. */
export function samples() {
  const folder = mkdtempSync(join(tmpdir(), 'cyclogram-stress-files-'));
  const make = (name, ...args) => {
    execFileSync('ffmpeg', ['-v', 'error', ...args, '-y', join(folder, name)]);
    return readFileSync(join(folder, name));
  };
  const tone = ['-f', 'lavfi', '-i', 'sine=440:duration=1'];
  const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=64x48:rate=10:duration=1'];
  try {
    return [
      ['/api/assets', wavOf(), 'a.wav'],
      ['/api/assets', make('a.mp3', ...tone), 'a.mp3'],
      ['/api/assets', make('a.flac', ...tone), 'a.flac'],
      ['/api/assets', make('a.ogg', ...tone, '-c:a', 'libvorbis'), 'a.ogg'],
      ['/api/assets', make('a.m4a', ...tone, '-c:a', 'aac'), 'a.m4a'],
      ['/api/images', make('a.png', ...picture, '-frames:v', '1'), 'a.png'],
      ['/api/images', make('a.jpg', ...picture, '-frames:v', '1'), 'a.jpg'],
      ['/api/images', make('a.webp', ...picture, '-frames:v', '1', '-c:v', 'libwebp'), 'a.webp'],
      ['/api/images', Buffer.from(svg), 'a.svg'],
      ['/api/footage', make('a.mp4', ...picture, '-c:v', 'libx264', '-pix_fmt', 'yuv420p'), 'a.mp4'],
      ['/api/footage', make('a.webm', ...picture, '-c:v', 'libvpx-vp9'), 'a.webm'],
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
