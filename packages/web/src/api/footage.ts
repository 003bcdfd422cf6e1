import type { FootageInfo, Size } from '@cyclogram/core';
import type { Asset } from './assets';
import { call } from './client';
import { upload, type UploadOptions } from './upload';

/** What the server knows of a video's copy. */
export interface StoredFootage extends FootageInfo {
  times: number[];
  alpha: boolean;
  sound: boolean;
  /** Size of the smaller copy, where there is one. */
  small?: Size;
}

/** How far footage is. */
export type FootageStatus =
  | { sha256: string; state: 'working'; progress: number }
  | { sha256: string; state: 'ready'; info: StoredFootage }
  | { sha256: string; state: 'failed'; detail: string };

export const footageAddress = (sha256: string) => `/api/footage/${sha256}`;

/** Sends a video, of which the server then makes its copy. @throws ApiProblem when it is none that can be read */
export const uploadFootage = (file: File, options: UploadOptions): Promise<FootageStatus> =>
  upload<FootageStatus>('/footage', file, options);

export const footageStatus = (sha256: string): Promise<FootageStatus> => call('GET', `/footage/${sha256}`);

/** The sound of footage as a song that tracks can be made of. */
export const footageSound = (sha256: string, name: string): Promise<Asset> =>
  call('POST', `/footage/${sha256}/sound?name=${encodeURIComponent(name)}`);
