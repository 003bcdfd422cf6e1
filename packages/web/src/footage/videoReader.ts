import { frameIndexAt, pixelsOf, type Planes } from '@cyclogram/core';
import type { FootageReader, PaintImage } from '@cyclogram/painter';
import { Input, MP4, UrlSource, VideoSampleSink, type VideoSample } from 'mediabunny';
import type { StoredFootage } from '../api/footage';
import { sharedBytes } from '../workers/sharedBytes';

/** Frames that are decoded ahead of the one that was asked for, and that are passed over rather than starting anew. */
const ahead = 3;
const maxSkipped = 24;
/** Frames that are kept when they have been decoded on the way: those ahead, and a few behind, for several paint in turns. */
const maxKept = 3 * ahead;

/** Decodes the frames of a video's copy: one after another as long as it goes forward. */
export class VideoReader implements FootageReader {
  private samples: AsyncGenerator<VideoSample, void, unknown> | undefined;
  /** The frame that comes next. */
  private next = 0;
  private readonly kept = new Map<number, PaintImage>();
  private last: Promise<unknown> = Promise.resolve();
  private closed = false;
  small: VideoReader | undefined;

  private constructor(
    private readonly input: Input,
    private readonly sink: VideoSampleSink,
    readonly info: StoredFootage,
  ) {}

  /** @param address of the file @throws Error when the browser cannot decode it */
  static async open(address: string, info: StoredFootage): Promise<VideoReader> {
    const source = new UrlSource(new URL(address, location.origin));
    const input = new Input({ source, formats: [MP4] });
    const track = await input.getPrimaryVideoTrack();
    if (!track || !(await track.canDecode())) throw new Error('this browser cannot decode H.264');
    return new VideoReader(input, new VideoSampleSink(track), info);
  }

  ready(index: number): PaintImage | undefined {
    const found = this.kept.get(index);
    // While it plays, the frames behind it are decoded before they are asked for.
    if (found) this.prefetch(index);
    return found;
  }

  frame(index: number): Promise<PaintImage> {
    const read = this.last.then(() => this.read(index));
    this.last = read.catch(() => undefined);
    void read.then(() => this.prefetch(index)).catch(() => {});
    return read;
  }

  close(): void {
    this.closed = true;
    this.small?.close();
    void this.samples?.return();
    this.kept.clear();
    this.input.dispose();
  }

  private prefetch(index: number): void {
    const to = Math.min(index + ahead, this.info.times.length - 1);
    if (this.closed || !this.samples || this.next > to || this.next < index) return;
    this.last = this.last.then(() => (this.next <= to ? this.read(to) : undefined)).catch(() => undefined);
  }

  private async read(index: number): Promise<PaintImage> {
    const known = this.kept.get(index);
    if (known) return known;
    if (!this.samples || index < this.next || index > this.next + maxSkipped) await this.start(index);
    for (;;) {
      const { value: sample, done } = await this.samples!.next();
      if (done || !sample) {
        this.samples = undefined;
        throw new Error(`there is no frame ${index}`);
      }
      const found = frameIndexAt(this.info.times, sample.timestamp + this.info.times[0]!);
      this.next = found + 1;
      // Those that lie far before it are not wanted.
      if (found < index - ahead) {
        sample.close();
        continue;
      }
      const image = await this.imageOf(sample);
      this.keep(found, image);
      if (found >= index) return image;
    }
  }

  private async start(index: number): Promise<void> {
    await this.samples?.return();
    // A little later than the frame begins: the one that is on the screen then.
    // Of a part the times are those of the whole file, while its own begin at 0.
    this.samples = this.sink.samples(this.info.times[index]! - this.info.times[0]! + 1e-4);
    this.next = index;
  }

  private keep(index: number, image: PaintImage): void {
    this.kept.set(index, image);
    while (this.kept.size > maxKept) this.kept.delete(this.kept.keys().next().value!);
  }

  private async imageOf(sample: VideoSample): Promise<PaintImage> {
    try {
      const planes = await this.planesOf(sample);
      const { width, height, alpha } = planes;
      return { width, height, rgba: sharedBytes(pixelsOf(planes)), opaque: !alpha };
    } finally {
      sample.close();
    }
  }

  /** The planes of a frame, whether the decoder gives colours apart (I420) or in pairs (NV12). */
  private async planesOf(sample: VideoSample): Promise<Planes> {
    const { width, height, alpha } = this.info;
    const data = new Uint8Array(sample.allocationSize());
    const layout = await sample.copyTo(data);
    const rows = alpha ? 2 * height : height;
    if (sample.format === 'NV12') return apart(data, layout, width, rows, height, alpha);
    if (sample.format !== 'I420') throw new Error(`frames of ${sample.format} are not known`);
    const [luma, blue, red] = layout as [PlaneLayout, PlaneLayout, PlaneLayout];
    return { data, width, height, luma, blue, red, alpha };
  }
}

/** Colours that come in pairs, put apart. */
function apart(
  data: Uint8Array,
  layout: readonly PlaneLayout[],
  width: number,
  rows: number,
  height: number,
  alpha: boolean,
): Planes {
  const [luma, pairs] = layout as [PlaneLayout, PlaneLayout];
  const stride = width / 2;
  const lumaBytes = luma.stride * rows;
  const colors = stride * (rows / 2);
  const all = new Uint8Array(lumaBytes + 2 * colors);
  all.set(data.subarray(luma.offset, luma.offset + lumaBytes));
  for (let y = 0; y < rows / 2; y++) {
    for (let x = 0; x < stride; x++) {
      const at = pairs.offset + y * pairs.stride + 2 * x;
      all[lumaBytes + y * stride + x] = data[at]!;
      all[lumaBytes + colors + y * stride + x] = data[at + 1]!;
    }
  }
  return {
    data: all,
    width,
    height,
    luma: { offset: 0, stride: luma.stride },
    blue: { offset: lumaBytes, stride },
    red: { offset: lumaBytes + colors, stride },
    alpha,
  };
}
