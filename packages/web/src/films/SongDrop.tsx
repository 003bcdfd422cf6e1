import { clsx } from 'clsx';
import { Music } from 'lucide-react';
import { useDropzone } from 'react-dropzone';
import type { Asset } from '../api/assets';
import { Button } from '../controls/Button';
import { useUpload } from './useUpload';

/** A place to drop a song, or to choose one; shows how the upload goes. */
export function SongDrop({ onAdded, words }: { onAdded: (asset: Asset) => void; words: string }) {
  const { state, start, cancel } = useUpload(onAdded);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    disabled: state.kind === 'sending',
    onDrop: ([file]) => file && void start(file),
  });
  return (
    <div
      {...getRootProps()}
      className={clsx(
        'grid h-full min-h-24 place-content-center gap-2 border border-dashed p-4 text-center',
        isDragActive ? 'border-amber bg-raised' : 'border-edge',
      )}
    >
      <input {...getInputProps()} aria-label="Song file" />
      {state.kind === 'sending' ? (
        <div role="status" className="w-72">
          <p className="mb-1 truncate">
            {state.sent < 1 ? 'Sending' : 'Decoding'} {state.name}
          </p>
          <div className="h-1 bg-rule">
            <div
              className={clsx('h-full bg-amber', state.sent >= 1 && 'animate-pulse')}
              style={{ width: `${state.sent * 100}%` }}
            />
          </div>
          <Button className="mt-2" onClick={cancel}>
            Cancel
          </Button>
        </div>
      ) : (
        <>
          <p className="flex items-center justify-center gap-2">
            <Music size={16} className="text-amber" /> {words}
            <Button onClick={open}>Choose a file</Button>
          </p>
          {state.kind === 'failed' ? (
            <div role="alert" className="max-w-xl text-alarm">
              <p>
                {state.problem.title}. {state.problem.message}
              </p>
              {state.problem.kind === 'truncated-audio' && (
                <Button className="mt-1 text-paper" onClick={() => void start(state.file, true)}>
                  Use what is there
                </Button>
              )}
            </div>
          ) : (
            <p className="text-dim">
              WAV, AIFF, CAF, MP3, M4A, AAC, FLAC, OGG or Opus, up to 500 MB and two hours.
            </p>
          )}
        </>
      )}
    </div>
  );
}
