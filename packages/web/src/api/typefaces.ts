import { call } from './client';

/** Where a typeface can be read. */
export const typefaceAddress = (sha256: string) => `/api/typefaces/${sha256}`;

/** Sends a font file. @throws ApiProblem when it is none that can be read */
export async function uploadTypeface(file: File): Promise<{ sha256: string }> {
  const form = new FormData();
  form.append('file', file);
  return call<{ sha256: string }>('POST', '/typefaces', undefined, { body: form });
}
