import { FolderInput, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { upload } from '../api/upload';
import { Button } from '../controls/Button';

/** Takes in a film that was saved as one file with all that it needs. */
export function OpenFilmFile() {
  const input = useRef<HTMLInputElement>(null);
  const abort = useRef<AbortController>(undefined);
  const [sent, setSent] = useState<number>();
  const navigate = useNavigate();
  const take = async (file: File) => {
    abort.current = new AbortController();
    setSent(0);
    try {
      const { id } = await upload<{ id: string }>('/films/package', file, {
        signal: abort.current.signal,
        onProgress: (progress) => setSent(progress.sent),
      });
      await navigate(`/films/${id}`);
    } catch (error) {
      if (!abort.current.signal.aborted) toast.error((error as Error).message);
    } finally {
      setSent(undefined);
    }
  };
  if (sent !== undefined)
    return (
      <span role="status" className="flex items-center gap-2 text-dim">
        {sent < 1 ? `Sending, ${Math.round(sent * 100)} %` : 'Unpacking'}
        <Button onClick={() => abort.current?.abort()}>
          <X size={14} /> Cancel
        </Button>
      </span>
    );
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".cyclogram"
        aria-label="Film file"
        className="hidden"
        onChange={({ target }) => {
          const file = target.files?.[0];
          target.value = '';
          if (file) void take(file);
        }}
      />
      <Button
        title="Import a film that was exported as one file, with its song, images, footage and typefaces."
        onClick={() => input.current?.click()}
      >
        <FolderInput size={14} /> Import a film
      </Button>
    </>
  );
}
