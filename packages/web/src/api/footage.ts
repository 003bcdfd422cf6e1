import type { FootageInfo, FootageUse, Size } from '@cyclogram/core';
import type { Asset } from './assets';
import { call } from './client';
import { upload, type UploadOptions } from './upload';

/** What the server knows of a video's copy. */
export interface StoredFootage extends FootageInfo {
  times: number[];
  alpha: boolean;
  sound: boolean;
  /** The part of the file that there is a copy of; all of it where there is none. */
  part?: string;
  /** Size of the smaller copy, where there is one. */
  small?: Size;
}

/** How far footage is. */
export type FootageStatus =
  | { sha256: string; state: 'working'; progress: number }
  | { sha256: string; state: 'ready'; info: StoredFootage }
  | { sha256: string; state: 'failed'; detail: string };

/** Where what is known of footage is. @param use the part of it that is shown; all of it when nothing is said */
export function footageAddress(sha256: string, use?: FootageUse): string {
  const to = use && Number.isFinite(use.to) ? `&to=${use.to}` : '';
  return `/api/footage/${sha256}${use ? `?from=${use.from}${to}` : ''}`;
}

/** Where a file of its copy is. @param address of what is known of it */
export function copyAddress(address: string, file: string, { part }: StoredFootage): string {
  return `${address.split('?')[0]}/${file}${part === undefined ? '' : `?part=${part}`}`;
}

/** Sends a video, of which the server then makes its copy. @throws ApiProblem when it is none that can be read */
export const uploadFootage = (file: File, options: UploadOptions): Promise<FootageStatus> =>
  upload<FootageStatus>('/footage', file, options);

export const footageStatus = (sha256: string, use: FootageUse | undefined): Promise<FootageStatus> =>
  call('GET', footageAddress(sha256, use).replace(/^\/api/, ''));

/** The sound of footage as a song that tracks can be made of. */
export const footageSound = (sha256: string, name: string): Promise<Asset> =>
  call('POST', `/footage/${sha256}/sound?name=${encodeURIComponent(name)}`);
