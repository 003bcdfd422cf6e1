import { useQueries } from '@tanstack/react-query';
import { ApiProblem, call, problemFrom, unreachable } from './client';

/** A decoded song on the server. */
export interface Asset {
  sha256: string;
  name: string;
  channels: 1 | 2;
  /** Samples per channel. */
  length: number;
  seconds: number;
  /** Samples per point of the overview. */
  overviewStep: number;
}

/** The assets with these hashes, as far as they are known, and whether that is all there will be. */
export const useAssets = (hashes: string[]) =>
  useQueries({
    queries: hashes.map((hash) => ({
      queryKey: ['asset', hash],
      queryFn: () => call<Asset>('GET', `/assets/${hash}`),
      staleTime: Infinity,
    })),
    combine: byHash,
  });

interface AssetResult {
  data: Asset | undefined;
  isPending: boolean;
  failureCount: number;
}

/** Stays the same function, so that the map stays the same while no asset changes. */
const byHash = (results: AssetResult[]): { assets: ReadonlyMap<string, Asset>; complete: boolean } => ({
  assets: new Map(results.flatMap(({ data }) => (data ? [[data.sha256, data] as const] : []))),
  // One that has failed is asked for again, but not waited for.
  complete: results.every(({ isPending, failureCount }) => !isPending || failureCount > 0),
});

export interface UploadProgress {
  /** 0..1 of the bytes sent; 1 while the server decodes. */
  sent: number;
}

/**
 * Sends a song to the server, which decodes it.
 * @param partial take a file that is cut off, as far as it goes
 */
export function uploadSong(
  file: File,
  options: { partial?: boolean; signal: AbortSignal; onProgress: (progress: UploadProgress) => void },
): Promise<Asset> {
  return new Promise((resolve, reject) => {
    // fetch does not report how much has been sent.
    const request = new XMLHttpRequest();
    request.open('POST', `/api/assets${options.partial ? '?partial=1' : ''}`);
    request.upload.onprogress = ({ loaded, total }) =>
      options.onProgress({ sent: total > 0 ? loaded / total : 0 });
    request.onload = () => {
      if (request.status < 300) resolve(JSON.parse(request.responseText) as Asset);
      else reject(problemFrom(request.status, request.responseText));
    };
    request.onerror = () => reject(unreachable());
    request.onabort = () => reject(new ApiProblem(0, 'cancelled', 'Cancelled', 'It was cancelled.'));
    options.signal.addEventListener('abort', () => request.abort(), { once: true });
    const form = new FormData();
    form.append('file', file);
    request.send(form);
  });
}
