import { useRef, useState } from 'react';
import { uploadSong, type Asset } from '../api/assets';
import type { ApiProblem } from '../api/client';

export type UploadState =
  | { kind: 'idle' }
  | { kind: 'sending'; name: string; sent: number }
  | { kind: 'failed'; problem: ApiProblem; file: File };

/** Uploading one song at a time: progress, cancel, and the choice to take what is there of a file that is cut off. */
export function useUpload(onDone: (asset: Asset) => void) {
  const [state, setState] = useState<UploadState>({ kind: 'idle' });
  const abort = useRef<AbortController>(undefined);
  const start = async (file: File, partial = false) => {
    abort.current?.abort();
    const control = new AbortController();
    abort.current = control;
    setState({ kind: 'sending', name: file.name, sent: 0 });
    try {
      const asset = await uploadSong(file, {
        partial,
        signal: control.signal,
        onProgress: ({ sent }) => setState({ kind: 'sending', name: file.name, sent }),
      });
      setState({ kind: 'idle' });
      // The same sound may have come before, as another file: what is made of it is named after this one.
      onDone({ ...asset, name: file.name });
    } catch (error) {
      if (control.signal.aborted) return;
      setState({ kind: 'failed', problem: error as ApiProblem, file });
    }
  };
  const cancel = () => {
    abort.current?.abort();
    setState({ kind: 'idle' });
  };
  return { state, start, cancel };
}
