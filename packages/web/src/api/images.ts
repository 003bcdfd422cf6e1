import { call } from './client';

/** An image as the server keeps it. */
export interface StoredImage {
  sha256: string;
  width: number;
  height: number;
}

/** Where an image can be read. */
export const imageAddress = (sha256: string) => `/api/images/${sha256}`;

/** Sends an image. @throws ApiProblem when it is none that can be read */
export async function uploadImage(file: File): Promise<StoredImage> {
  const form = new FormData();
  form.append('file', file);
  return call<StoredImage>('POST', '/images', undefined, { body: form });
}
