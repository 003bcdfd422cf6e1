import { useQueries } from '@tanstack/react-query';
import { call } from './client';
import { upload, type UploadOptions } from './upload';

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

/**
 * Sends a song to the server, which decodes it.
 * @param partial take a file that is cut off, as far as it goes
 */
export const uploadSong = (
  file: File,
  { partial, ...options }: UploadOptions & { partial?: boolean },
): Promise<Asset> => upload<Asset>(`/assets${partial ? '?partial=1' : ''}`, file, options);
