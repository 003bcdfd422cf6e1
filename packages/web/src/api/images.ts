import { call } from './client';

/** A picture as the server keeps it. */
export interface StoredImage {
  sha256: string;
  width: number;
  height: number;
}

/** Where a picture can be read. */
export const imageAddress = (sha256: string) => `/api/images/${sha256}`;

/** Sends a picture. @throws ApiProblem when it is none that can be read */
export async function uploadImage(file: File): Promise<StoredImage> {
  const form = new FormData();
  form.append('file', file);
  return call<StoredImage>('POST', '/images', undefined, { body: form });
}
