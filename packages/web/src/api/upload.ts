import { ApiProblem, problemFrom, unreachable } from './client';

export interface UploadProgress {
  /** 0..1 of the bytes sent; 1 while the server works on them. */
  sent: number;
}

export interface UploadOptions {
  signal: AbortSignal;
  onProgress: (progress: UploadProgress) => void;
}

/** Sends a file, and tells how much has been sent. @throws ApiProblem */
export function upload<T>(path: string, file: File, { signal, onProgress }: UploadOptions): Promise<T> {
  return new Promise((resolve, reject) => {
    // fetch does not report how much has been sent.
    const request = new XMLHttpRequest();
    request.open('POST', `/api${path}`);
    request.upload.onprogress = ({ loaded, total }) => onProgress({ sent: total > 0 ? loaded / total : 0 });
    request.onload = () => {
      if (request.status < 300) resolve(JSON.parse(request.responseText) as T);
      else reject(problemFrom(request.status, request.responseText));
    };
    request.onerror = () => reject(unreachable());
    request.onabort = () => reject(new ApiProblem(0, 'cancelled', 'Cancelled', 'It was cancelled.'));
    signal.addEventListener('abort', () => request.abort(), { once: true });
    const form = new FormData();
    form.append('file', file);
    request.send(form);
  });
}
