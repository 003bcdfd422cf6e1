import { useQuery } from '@tanstack/react-query';

/** Side of the copy of an image that its colours are taken from, in pixels. */
const side = 64;
const steps = 6;

/**
 * The main colours of pixels: the most frequent cells of the colour cube, each by the
 * mean of its pixels, none twice.
 * @param pixels RGBA
 */
export function mainColors(pixels: Uint8ClampedArray, max: number): string[] {
  const cells = new Map<number, { count: number; sum: [number, number, number] }>();
  for (let i = 0; i < pixels.length; i += 4) {
    if (pixels[i + 3]! < 128) continue;
    const rgb = [pixels[i]!, pixels[i + 1]!, pixels[i + 2]!] as const;
    const key = rgb.reduce(
      (sum, value) => sum * steps + Math.min(Math.floor((value * steps) / 256), steps - 1),
      0,
    );
    const cell = cells.get(key) ?? { count: 0, sum: [0, 0, 0] };
    cell.count++;
    rgb.forEach((value, k) => (cell.sum[k]! += value));
    cells.set(key, cell);
  }
  const hex = (value: number) => Math.round(value).toString(16).padStart(2, '0');
  return [...cells.values()]
    .sort((a, b) => b.count - a.count)
    .slice(0, max)
    .map(({ count, sum }) => `#${sum.map((value) => hex(value / count)).join('')}`);
}

/** The main colours of an image; none while it is not there. */
export function useImageColors(address: string | undefined): string[] {
  const { data } = useQuery({
    queryKey: ['image colours', address],
    enabled: address !== undefined,
    staleTime: Infinity,
    queryFn: async () => {
      const bitmap = await createImageBitmap(await (await fetch(address!)).blob());
      const context = new OffscreenCanvas(side, side).getContext('2d')!;
      context.drawImage(bitmap, 0, 0, side, side);
      bitmap.close();
      return mainColors(context.getImageData(0, 0, side, side).data, 10);
    },
  });
  return data ?? [];
}
