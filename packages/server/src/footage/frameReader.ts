import { imageOfPlanes, type FootageReader, type PaintImage } from '@cyclogram/painter';
import type { Planes } from '@cyclogram/core';
import { readFile } from 'node:fs/promises';
import { startTool, type RunningTool } from '../media/ffmpeg';
import { groupFrames, type StoredInfo } from './footageInfo';

/** Frames that are read and dropped rather than starting anew. */
const maxSkipped = 4 * groupFrames;

/** Reads the frames of a video's copy by ffmpeg: one after another, or from the group on that a frame lies in. */
export class FrameReader implements FootageReader {
  private tool: RunningTool | undefined;
  private chunks: AsyncIterator<Buffer> | undefined;
  private rest: Buffer = Buffer.alloc(0);
  private next = 0;
  private last: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly copy: string,
    readonly info: StoredInfo,
  ) {}

  /** @param copy and `infoPath` of footage that is ready */
  static async open({ copy, infoPath }: { copy: string; infoPath: string }): Promise<FrameReader> {
    return new FrameReader(copy, JSON.parse(await readFile(infoPath, 'utf8')) as StoredInfo);
  }

  frame(index: number): Promise<PaintImage> {
    const read = this.last.then(async () => imageOfPlanes(await this.planes(index)));
    this.last = read.catch(() => undefined);
    return read;
  }

  close(): void {
    this.tool?.process.kill('SIGKILL');
    this.tool?.finished.catch(() => {});
    this.tool = undefined;
  }

  private async planes(index: number): Promise<Planes> {
    if (!this.tool || index < this.next || index > this.next + maxSkipped) this.start(index);
    let data: Buffer | undefined;
    while (this.next <= index) {
      data = await this.read();
      this.next++;
    }
    const { width, height, alpha } = this.info;
    const rows = alpha ? 2 * height : height;
    const color = { stride: width / 2, offset: width * rows };
    return {
      data: data!,
      width,
      height,
      luma: { offset: 0, stride: width },
      blue: color,
      red: { ...color, offset: width * rows + (width / 2) * (rows / 2) },
      alpha,
    };
  }

  private start(index: number): void {
    this.close();
    const key = Math.floor(index / groupFrames) * groupFrames;
    const { times } = this.info;
    // Between the frame before it and itself, so that rounding does not matter.
    const from = key === 0 ? 0 : (times[key - 1]! + times[key]!) / 2 - times[0]!;
    this.next = key;
    this.tool = startTool('ffmpeg', [
      ...['-v', 'error', '-protocol_whitelist', 'file'],
      ...(key === 0 ? [] : ['-ss', from.toFixed(6)]),
      ...['-i', `file:${this.copy}`, '-map', '0:v:0', '-fps_mode', 'passthrough'],
      ...['-f', 'rawvideo', '-pix_fmt', 'yuv420p', 'pipe:1'],
    ]);
    this.tool.process.stdin.end();
    this.chunks = this.tool.process.stdout[Symbol.asyncIterator]() as AsyncIterator<Buffer>;
    this.rest = Buffer.alloc(0);
  }

  /** The bytes of the next frame. @throws Error when there is none */
  private async read(): Promise<Buffer> {
    const { width, height, alpha } = this.info;
    const frame = Buffer.allocUnsafe((width * (alpha ? 2 * height : height) * 3) / 2);
    for (let filled = 0; filled < frame.length;) {
      if (this.rest.length === 0) {
        const { value, done } = await this.chunks!.next();
        if (done) throw new Error('the video ends before this frame');
        this.rest = value;
      }
      const taken = this.rest.copy(frame, filled);
      filled += taken;
      this.rest = this.rest.subarray(taken);
    }
    return frame;
  }
}
