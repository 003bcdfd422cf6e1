import { backgroundFill, newLayer, plainPaint, type Film } from '@cyclogram/core';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { readdir, readFile, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { formatOf } from '../src/render/format/registry';
import { joinSegments } from '../src/render/join';
import { metadataOf } from '../src/render/metadata';
import { encodePlanOf, planRender, segmentsOf } from '../src/render/plan';
import {
  cyclogram,
  decodeFrames,
  filmsIn,
  media,
  smallFilm,
  streams,
  temporaryFolder,
  tone,
  writeWav,
} from './support';

const folder = temporaryFolder();
const data = join(folder, 'data');
const { render } = filmsIn(folder);
const [width, height] = [320, 180];

const colors = ['#000000', '#ffffff', '#808080', '#c83c28', '#28b464', '#3250c8', '#ffcc00', '#123456'];
/** A block of each colour: four in a row, two rows. */
const blocks = () => {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  colors.forEach((color, i) => {
    context.fillStyle = color;
    context.fillRect((i % 4) * 80, Math.floor(i / 4) * 90, 80, 90);
  });
  return canvas.toBuffer('image/png');
};

/** Films beside a song of a second: one of flat blocks, one with a half transparent disc before a background. */
const films = { blocks: join(folder, 'blocks.json'), disc: join(folder, 'disc.json') };

beforeAll(async () => {
  await writeWav(join(folder, 'song.wav'), tone(3, 440, 0.5));
  await writeFile(join(folder, 'blocks.png'), blocks());
  const base = smallFilm({ path: 'song.wav' }, (film) => {
    film.title = 'Slow = harbour; #1';
    film.artist = 'Two Piers';
    film.length = 1;
    film.fps = { numerator: 25, denominator: 1 };
    film.sections = [
      { id: 'a', name: 'Verse', from: 0 },
      { id: 'b', name: 'Chorus', from: 0.4 },
    ];
  });
  const flat: Film = {
    ...base,
    images: [{ id: 'blocks', name: 'Blocks', source: { path: 'blocks.png' } }],
    layers: [newLayer('image', base, { id: 'image', image: 'blocks' })],
  };
  await writeFile(films.blocks, JSON.stringify(flat));
  const [path] = base.paths;
  const disc = newLayer('shape', base, { id: 'disc', path: path!.id });
  const behind = { ...backgroundFill(base, 'white', { middle: '#ffffff', edge: '#ffffff' }), grain: 0 };
  const see: Film = {
    ...base,
    layers: [
      behind,
      {
        ...disc,
        fill: { ...disc.fill, ...plainPaint('#e04020') },
        place: { ...disc.place, opacity: 0.6 },
        passes: [],
      } as Film['layers'][number],
    ],
  };
  await writeFile(films.disc, JSON.stringify(see));
});

/** The largest difference of the middles of the blocks from their colours. */
function worstBlock(frame: ArrayLike<number>, channels = 3): number {
  let worst = 0;
  colors.forEach((color, i) => {
    const expected = [1, 3, 5].map((at) => Number.parseInt(color.slice(at, at + 2), 16));
    for (let y = 30; y < 60; y += 3) {
      for (let x = 24; x < 56; x += 3) {
        const at = channels * ((Math.floor(i / 4) * 90 + y) * width + (i % 4) * 80 + x);
        for (const channel of [0, 1, 2])
          worst = Math.max(worst, Math.abs(frame[at + channel]! - expected[channel]!));
      }
    }
  });
  return worst;
}

describe('formats of video', () => {
  const formats = [
    ['h264-mp4', 'mp4', 'h264', 'yuv420p', 'aac'],
    ['hevc-mp4', 'mp4', 'hevc', 'yuv420p', 'aac'],
    ['vp9-webm', 'webm', 'vp9', 'yuv420p', 'opus'],
    ['av1-webm', 'webm', 'av1', 'yuv420p', 'opus'],
    ['prores-mov', 'mov', 'prores', 'yuv422p10le', 'pcm_s24le'],
    ['prores4444-mov', 'mov', 'prores', 'yuv444p12le', 'pcm_s24le'],
  ] as const;

  it.each(formats)(
    '%s: every frame, tagged as BT.709, flat blocks within 2/255, at the lowest quality within 4',
    async (format, ending, codec, form, sound) => {
      const video = await render(films.blocks, `blocks-${format}.${ending}`, '--format', format);
      const { video: picture, audio } = await streams(video);
      expect(picture).toMatchObject({
        codec_name: codec,
        color_range: 'tv',
        color_space: 'bt709',
        color_primaries: 'bt709',
        color_transfer: 'bt709',
      });
      expect([picture['pix_fmt'], picture['r_frame_rate']]).toEqual([
        // Decoders give ProRes 4444 with 12 bits.
        form === 'yuv444p12le' ? expect.stringMatching(/^yuv444p1[02]le$/) : form,
        '25/1',
      ]);
      expect(audio.codec_name).toBe(sound);
      const frames = await decodeFrames(video, width, height);
      expect(frames).toHaveLength(25);
      expect(Math.max(worstBlock(frames[0]!), worstBlock(frames[24]!))).toBeLessThanOrEqual(2);
      const low = await render(
        films.blocks,
        `low-${format}.${ending}`,
        ...['--format', format, '--quality', 'low', '--to', '0.4'],
      );
      expect(worstBlock((await decodeFrames(low, width, height))[5]!)).toBeLessThanOrEqual(4);
    },
    60_000,
  );

  it('say what they are: title, artist, sections as chapters, a cover picture', async () => {
    for (const [format, ending] of [
      ['h264-mp4', 'mp4'],
      ['vp9-webm', 'webm'],
    ] as const) {
      const video = await render(films.blocks, `named.${ending}`, '--format', format, '--from', '0.2');
      const probed = JSON.parse(
        String(
          await media('ffprobe', '-show_format', '-show_chapters', '-show_streams', '-of', 'json', video),
        ),
      ) as {
        format: { tags: Record<string, string> };
        chapters: { start_time: string; end_time: string; tags: { title: string } }[];
        streams: { disposition: { attached_pic: number } }[];
      };
      const tags = Object.fromEntries(
        Object.entries(probed.format.tags).map(([key, value]) => [key.toLowerCase(), value]),
      );
      expect(tags).toMatchObject({ title: 'Slow = harbour; #1', artist: 'Two Piers' });
      expect(probed.chapters.map((chapter) => [chapter.tags.title, Number(chapter.start_time)])).toEqual([
        ['Verse', 0],
        ['Chorus', expect.closeTo(0.2, 2)],
      ]);
      const covers = probed.streams.filter(({ disposition }) => disposition.attached_pic === 1);
      expect(covers).toHaveLength(ending === 'mp4' ? 1 : 0);
    }
  });

  it('put their sound where the picture is, to the sample where nothing is lost', async () => {
    const video = await render(films.blocks, 'sound.mov', '--format', 'prores-mov', '--from', '0.4');
    const raw = await media('ffmpeg', '-i', video, '-f', 's32le', '-ac', '1', '-');
    const samples = new Int32Array(Uint8Array.from(raw as Buffer).buffer);
    expect(samples).toHaveLength(48000 * 0.6);
    const first = Math.round(0.4 * 48000);
    for (let n = 0; n < 2000; n += 7) {
      const expected = 0.5 * Math.sin((2 * Math.PI * 440 * (first + n)) / 48000);
      expect(Math.abs(samples[n]! / 2 ** 31 - expected)).toBeLessThan(1e-4);
    }
  });
});

describe('transparency', () => {
  /** A decoded frame as RGBA, opacity included: values up to 255, finer than whole ones. */
  const rgba = async (path: string, ...before: string[]): Promise<Float64Array> => {
    const scale = 'scale=in_color_matrix=bt709:in_range=tv:flags=accurate_rnd+full_chroma_int';
    const bytes = await media(
      'ffmpeg',
      ...[...before, '-i', path, '-frames:v', '1', '-vf', scale],
      ...['-f', 'rawvideo', '-pix_fmt', 'rgba64le', '-'],
    );
    return Float64Array.from(new Uint16Array(Uint8Array.from(bytes).buffer), (value) => value / 257);
  };
  /** The film with its white background, without loss. */
  const white = async () => {
    const context = createCanvas(width, height).getContext('2d');
    context.drawImage(await loadImage(await render(films.disc, 'white.png', '--at', '0.1')), 0, 0);
    return context.getImageData(0, 0, width, height).data;
  };

  it.each([
    ['vp9-webm', 'webm', ['-c:v', 'libvpx-vp9'], 6],
    ['prores4444-mov', 'mov', [], 2],
  ] as const)('%s laid over white is the film before white', async (format, ending, decoder, max) => {
    const video = await render(
      films.disc,
      `clear-${format}.${ending}`,
      '--format',
      format,
      '--transparent',
      '--to',
      '0.2',
    );
    const pixels = await rgba(video, ...decoder);
    const expected = await white();
    expect(pixels[3]).toBeLessThanOrEqual(1);
    const middle = 4 * (90 * width + 160);
    expect(Math.abs(pixels[middle + 3]! - 0.6 * 255)).toBeLessThanOrEqual(max);
    let worst = 0;
    for (let i = 0; i < width * height; i++) {
      const alpha = pixels[4 * i + 3]! / 255;
      for (const channel of [0, 1, 2]) {
        const over = pixels[4 * i + channel]! * alpha + 255 * (1 - alpha);
        worst = Math.max(worst, Math.abs(over - expected[4 * i + channel]!));
      }
    }
    // Edges of a lossy codec are a little off, and never dark: a seam of black would be off by up to half.
    expect(worst).toBeLessThanOrEqual(ending === 'webm' ? 24 : 2.5);
  });

  it('a sequence of PNG is numbered, straight, with its sound beside it, and equals the film before white', async () => {
    const out = await render(films.disc, 'clear.zip', '--transparent', '--to', '0.2');
    const pictures = await render(
      films.disc,
      'clear',
      '--format',
      'png-sequence',
      '--transparent',
      '--to',
      '0.2',
    );
    expect((await readdir(pictures)).sort()).toEqual([
      ...[1, 2, 3, 4, 5].map((n) => `frame-00000${n}.png`),
      'sound.wav',
    ]);
    const zip = await readFile(out);
    // Six local headers of files, and the end of the central directory (PKWARE, APPNOTE.TXT, 4.3.7 and 4.3.16).
    expect(zip.toString('latin1').split('PK\x03\x04')).toHaveLength(7);
    expect(zip.lastIndexOf('PK\x05\x06')).toBe(zip.length - 22);
    const image = await loadImage(join(pictures, 'frame-000003.png'));
    const context = createCanvas(width, height).getContext('2d');
    context.drawImage(image, 0, 0);
    const own = context.getImageData(0, 0, width, height).data;
    const middle = 4 * (90 * width + 160);
    expect(Array.from(own.slice(middle, middle + 4))).toEqual(
      [0xe0, 0x40, 0x20, 153].map((value) => expect.closeTo(value, -0.7)),
    );
    const expected = await white();
    for (let i = 0; i < width * height; i++) {
      const alpha = own[4 * i + 3]! / 255;
      for (const channel of [0, 1, 2]) {
        const over = own[4 * i + channel]! * alpha + 255 * (1 - alpha);
        if (Math.abs(over - expected[4 * i + channel]!) > 2) throw new Error(`pixel ${i} is ${over}`);
      }
    }
    const { audio } = await streams(join(pictures, 'sound.wav'));
    expect(audio).toMatchObject({ codec_name: 'pcm_s24le' });
    expect(Number(audio.duration)).toBeCloseTo(0.2, 6);
  });
});

describe('loops, stills and sounds', () => {
  /** Opacity, 0 to 255, in the corner and in the middle of a picture of the film's size. */
  const opacities = (rgba: ArrayLike<number>, wide: number, left = 0, top = 0) =>
    [
      [2, 2],
      [width / 2, height / 2],
    ].map(([x, y]) => rgba[4 * ((top + y!) * wide + left + x!) + 3]);

  it('stills and sheets are clear where there is nothing', async () => {
    for (const [name, args, left, top] of [
      ['clear.png', ['--at', '0.1'], 0, 0],
      // The second of three moments, with gaps of four pixels.
      ['clear-sheet.png', ['--format', 'sheet', '--moments', '3', '--size', '320x180'], width + 8, 4],
    ] as const) {
      const image = await loadImage(await render(films.disc, name, '--transparent', ...args));
      const context = createCanvas(image.width, image.height).getContext('2d');
      context.drawImage(image, 0, 0);
      const { data: pixels } = context.getImageData(0, 0, image.width, image.height);
      expect([name, ...opacities(pixels, image.width, left, top)]).toEqual([
        name,
        0,
        expect.closeTo(0.6 * 255, -0.7),
      ]);
    }
  });

  it('a GIF that is clear leaves nothing of earlier frames behind', async () => {
    const gif = await render(
      films.disc,
      'clear.gif',
      ...['--transparent', '--to', '0.4', '--fade-out', '0.2'],
    );
    const bytes = await media('ffmpeg', '-i', gif, '-f', 'rawvideo', '-pix_fmt', 'rgba', '-');
    const size = 4 * width * height;
    expect(bytes.length).toBe(10 * size);
    // What is clearer than half is clear in a GIF.
    expect(opacities(bytes.subarray(0, size), width)).toEqual([0, 255]);
    expect(opacities(bytes.subarray(9 * size), width)).toEqual([0, 0]);
  });

  it('a GIF goes round for ever, its colours dithered from a palette of its own', async () => {
    const gif = await render(films.blocks, 'loop.gif', '--to', '0.4');
    const frames = await decodeFrames(gif, width, height);
    expect(frames).toHaveLength(10);
    expect(worstBlock(frames[4]!)).toBeLessThanOrEqual(4);
    expect((await readFile(gif)).includes('NETSCAPE2.0')).toBe(true);
  });

  it('an animated WebP has every frame', async () => {
    const webp = await readFile(await render(films.blocks, 'loop.webp', '--to', '0.4', '--fade-in', '0.4'));
    expect([webp.toString('latin1', 0, 4), webp.toString('latin1', 8, 12)]).toEqual(['RIFF', 'WEBP']);
    // One chunk for each frame that differs; equal ones may be told as one that lasts longer.
    expect(webp.includes('ANIM') && webp.includes('ANMF')).toBe(true);
  });

  it('stills are the frame of their moment, of any size', async () => {
    const png = await render(films.blocks, 'still.png', '--at', '0.5', '--size', '640x360');
    const image = await loadImage(png);
    expect([image.width, image.height]).toEqual([640, 360]);
    const jpeg = await render(films.blocks, 'still.jpg', '--at', '0.5');
    const context = createCanvas(width, height).getContext('2d');
    context.drawImage(await loadImage(jpeg), 0, 0);
    expect(worstBlock(context.getImageData(0, 0, width, height).data, 4)).toBeLessThanOrEqual(3);
    const { code, stderr } = await cyclogram(data, [
      ...['render', films.blocks, '--out', join(folder, 'x.png'), '--format', 'png', '--at', '7'],
    ]);
    expect([code, stderr]).toEqual([1, expect.stringMatching(/within the film/)]);
  });

  it('a sheet shows moments side by side', async () => {
    const sheet = await loadImage(
      await render(films.blocks, 'sheet.png', '--format', 'sheet', '--moments', '6', '--size', '160x90'),
    );
    // Three columns and two rows, with gaps.
    expect([sheet.width, sheet.height]).toEqual([3 * 160 + 4 * 3, 2 * 90 + 3 * 3]);
  });

  it('WAV and FLAC are the mix', async () => {
    const wav = await render(films.blocks, 'mix.wav', '--from', '0.2', '--fade-in', '0.2');
    const flac = await render(films.blocks, 'mix.flac', '--from', '0.2', '--fade-in', '0.2');
    const samples = async (path: string) =>
      new Int32Array(
        Uint8Array.from((await media('ffmpeg', '-i', path, '-f', 's32le', '-ac', '1', '-')) as Buffer).buffer,
      );
    const own = await samples(wav);
    expect(own).toHaveLength(0.8 * 48000);
    expect(Math.max(...own.slice(0, 200).map(Math.abs))).toBeLessThan(2 ** 31 * 0.001);
    expect(Math.max(...own.slice(20000, 21000).map(Math.abs)) / 2 ** 31).toBeCloseTo(0.5, 2);
    expect(await samples(flac)).toEqual(own);
  });
});

describe('sizes, rates and ranges', () => {
  it('a picture of another shape is fitted between bars, filled, or goes on', async () => {
    const at = async (fit: string, name: string) => {
      const image = await loadImage(
        await render(films.blocks, name, '--at', '0', '--size', '180x180', '--fit', fit, '--format', 'png'),
      );
      const context = createCanvas(180, 180).getContext('2d');
      context.drawImage(image, 0, 0);
      return (x: number, y: number) => Array.from(context.getImageData(x, y, 1, 1).data.slice(0, 3));
    };
    const fitted = await at('fit', 'fit.png');
    expect([fitted(100, 10), fitted(67, 60)]).toEqual([
      [0, 0, 0],
      [255, 255, 255],
    ]);
    const filled = await at('fill', 'fill.png');
    // The middle 180 of 320 columns: from the second block to the third.
    expect([filled(15, 40), filled(165, 40)]).toEqual([
      [255, 255, 255],
      [0x80, 0x80, 0x80],
    ]);
  });

  it.each([
    ['odd sides', ['--size', '321x180'], /322 x 180 would work/],
    ['more than any level', ['--size', '8192x8192'], /would work/],
    ['too many frames', ['--fps', '121'], /1 to 120/],
    ['what cannot be clear', ['--transparent'], /cannot be transparent/],
    ['too large', ['--size', '9000x90'], /16 to 8192/],
  ])('%s are refused before anything starts, with what would work', async (_what, args, message) => {
    const { code, stderr } = await cyclogram(data, [
      'render',
      films.blocks,
      '--out',
      join(folder, 'never.mp4'),
      ...args,
    ]);
    expect(code).toBe(1);
    expect(stderr).toMatch(message);
    await expect(stat(join(folder, 'never.mp4'))).rejects.toThrow();
  });

  it('the ends of a range come and go', async () => {
    const video = await render(
      films.disc,
      'range.mp4',
      ...['--from', '0.2', '--to', '0.8', '--fade-in', '0.2', '--fade-out', '0.2'],
    );
    const frames = await decodeFrames(video, width, height);
    const corner = (n: number) => frames[n]![0]!;
    expect([corner(0), corner(14)].every((value) => value < 30)).toBe(true);
    expect(corner(7)).toBeGreaterThan(245);
    expect(Math.abs(corner(2) - 127)).toBeLessThan(40);
  });
});

describe('minutes of frames', () => {
  it.each([
    ['h264-mp4', 'mp4', 24000, 200, 1e-4],
    ['h264-mp4', 'mp4', 30000, 600, 1e-4],
    ['h264-mp4', 'mp4', 60000, 200, 1e-4],
    ['av1-webm', 'webm', 30000, 200, 6e-4],
    ['vp9-webm', 'webm', 60000, 200, 6e-4],
  ] as const)(
    '%s (%s) at %d/1001 for %d seconds: each frame is where its number says, nothing adds up',
    async (format, ending, numerator, seconds, max) => {
      const rate = numerator / 1001;
      const film = smallFilm({ path: 'song.wav' }, (made) => (made.fps = { numerator, denominator: 1001 }));
      const plan = planRender(film, seconds, { format, width: 64, height: 64 });
      const parts = segmentsOf(plan);
      expect(parts.length).toBeGreaterThan(seconds / 4.3);
      const own = formatOf(format);
      // One segment of each length, as often as it is needed.
      const files: string[] = [];
      const made = new Map<number, string>();
      for (const { count } of parts) {
        let path = made.get(count);
        if (!path) {
          made.set(count, (path = join(folder, `part-${format}-${numerator}-${count}.${own.segment}`)));
          await media(
            'ffmpeg',
            ...['-f', 'lavfi', '-i', `testsrc=s=64x64:r=${numerator}/1001`, '-frames:v', String(count)],
            ...[
              '-pix_fmt',
              'yuv420p',
              ...own.pictureArguments({ ...encodePlanOf(plan), frameCount: count }),
              '-y',
              path,
            ],
          );
        }
        files.push(path);
      }
      const out = join(folder, `ten-${format}-${numerator}.${ending}`);
      const sound = { tracks: [], fade: film.fades.sound, length: seconds * 48000 };
      await joinSegments(plan, files, sound, metadataOf(film, plan, seconds), out, { run: 'x' });
      const times = String(
        await media(
          'ffprobe',
          ...['-select_streams', 'v:0', '-show_entries', 'packet=pts_time', '-of', 'csv=p=0', out],
        ),
      )
        .trim()
        .split(/\s+/)
        .map(Number.parseFloat)
        .sort((a, b) => a - b);
      expect(times).toHaveLength(Math.round(seconds * rate));
      let worst = 0;
      for (const [n, time] of times.entries()) worst = Math.max(worst, Math.abs(time - n / rate));
      expect(worst).toBeLessThan(max);
      // What is heard begins with the first frame: what Opus has before that is not heard (RFC 7845, 4.2).
      const heard = Number.parseFloat(
        String(
          await media(
            'ffprobe',
            ...[
              '-select_streams',
              'a:0',
              '-read_intervals',
              '%+#2',
              '-show_entries',
              'frame=pts_time',
              '-of',
              'csv=p=0',
              out,
            ],
          ),
        ),
      );
      expect(Math.abs(heard)).toBeLessThan(0.0011);
    },
    120_000,
  );
});
