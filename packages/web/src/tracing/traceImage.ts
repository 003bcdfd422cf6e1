import type { TraceWish } from './tracing.worker';

type TraceAnswer = { path: string } | { problem: string };

/** The outline of an image as path data, traced in a worker. @throws Error when it has none */
export function traceImage(
  address: string,
  { edge, threshold, detail }: Omit<TraceWish, 'address'>,
): Promise<string> {
  const worker = new Worker(new URL('./tracing.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<string>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<TraceAnswer>) =>
      'path' in data ? resolve(data.path) : reject(new Error(data.problem));
    worker.onerror = () => reject(new Error('the image could not be traced'));
    const wish: TraceWish = { address: new URL(address, location.href).href, edge, threshold, detail };
    worker.postMessage(wish);
  }).finally(() => worker.terminate());
}
