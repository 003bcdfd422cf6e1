import { gridOf, traceContours } from './traceContours';

export interface TraceWish {
  address: string;
  edge: 'alpha' | 'brightness';
  threshold: number;
  detail: number;
}

/** Longest side of the copy that is traced, in pixels; edges are found between its pixels. */
const longestSide = 640;

self.onmessage = async ({ data }: MessageEvent<TraceWish>) => {
  try {
    const response = await fetch(data.address);
    if (!response.ok) throw new Error('the image could not be read');
    const bitmap = await createImageBitmap(await response.blob());
    const scale = Math.min(1, longestSide / Math.max(bitmap.width, bitmap.height));
    const [width, height] = [
      Math.max(1, Math.round(bitmap.width * scale)),
      Math.max(1, Math.round(bitmap.height * scale)),
    ];
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    context.drawImage(bitmap, 0, 0, width, height);
    bitmap.close();
    const { data: pixels } = context.getImageData(0, 0, width, height);
    const path = traceContours(gridOf(pixels, width, height, data.edge), data.threshold, data.detail);
    self.postMessage(path === '' ? { problem: 'there is no edge in the image at this threshold' } : { path });
  } catch (error) {
    self.postMessage({ problem: (error as Error).message });
  }
};
