import { defaultTrack, footageUse, type ReferenceField } from '@cyclogram/core';
import { useQuery } from '@tanstack/react-query';
import { Music, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { footageSound, footageStatus, uploadFootage } from '../api/footage';
import { Button, IconButton } from '../controls/Button';
import type { ControlProps } from '../controls/FieldRow';
import { FileChoice } from '../controls/FileChoice';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { usePreview } from '../editor/previewContext';
import { canDecode } from './openFootage';

/** A choice of the film's footage, and a new one from a file; how far its copy is, and what there is of it. */
export function FootageInput(props: ControlProps<ReferenceField, string | null>) {
  const chosen = useEditor(({ film }) => film.footage.find(({ id }) => id === props.value));
  const [sending, setSending] = useState<{ sent: number; cancel: AbortController }>();
  const send = async (file: File) => {
    const cancel = new AbortController();
    setSending({ sent: 0, cancel });
    try {
      const onProgress = ({ sent }: { sent: number }) => setSending({ sent, cancel });
      const { sha256 } = await uploadFootage(file, { signal: cancel.signal, onProgress });
      return { sha256, name: file.name };
    } catch (error) {
      if (cancel.signal.aborted) return undefined;
      throw error;
    } finally {
      setSending(undefined);
    }
  };
  return (
    <>
      <FileChoice
        {...props}
        list="footage"
        addLabel="Add a video…"
        label="add footage"
        fileLabel="Video file"
        accept="video/mp4,video/quicktime,video/webm,video/x-matroska,.mkv,.mov,.mp4,.webm"
        send={send}
      />
      {sending && (
        <div className="flex items-center gap-2 py-1 text-xs text-dim" role="status">
          <progress className="h-1 grow" value={sending.sent} aria-label="Sending the video" />
          {sending.sent < 1 ? `sending ${Math.round(100 * sending.sent)} %` : 'checking the file'}
          <IconButton className="size-5" label="Cancel" onClick={() => sending.cancel.abort()}>
            <X size={11} />
          </IconButton>
        </div>
      )}
      {chosen?.source.asset && <Status id={chosen.id} sha256={chosen.source.asset} name={chosen.name} />}
    </>
  );
}

function Status({ id, sha256, name }: { id: string; sha256: string; name: string }) {
  const film = useEditor((state) => state.film);
  const preview = usePreview();
  const use = footageUse(film, id, preview.seconds);
  const change = useEditor((state) => state.change);
  const { data, error } = useQuery({
    queryKey: ['footage', sha256, use?.from, use?.to],
    queryFn: () => footageStatus(sha256, use),
    refetchInterval: ({ state }) => (state.data?.state === 'working' ? 800 : false),
    staleTime: 60_000,
  });
  const addSound = async () => {
    try {
      const asset = await footageSound(sha256, name);
      change('add track', (film) => {
        film.tracks.push({ ...defaultTrack(newId('track'), name, { asset: asset.sha256 }), analysed: false });
      });
      toast.info(`The sound of ${name} is a track now, in the soundtrack.`);
    } catch (problem) {
      toast.error((problem as Error).message);
    }
  };
  if (error) return <p className="py-1 text-xs text-alarm">The video is gone: add its file again.</p>;
  if (!data) return null;
  if (data.state === 'failed') return <p className="py-1 text-xs text-alarm">{data.detail}</p>;
  if (data.state === 'working')
    return (
      <div className="flex items-center gap-2 py-1 text-xs text-dim" role="status">
        <progress className="h-1 grow" value={data.progress} aria-label="Preparing the video" />
        preparing {Math.round(100 * data.progress)} %
      </div>
    );
  const { width, height, duration, times, alpha, sound } = data.info;
  // Of a part that is copied the times are those of the whole file.
  const rate = (times.length - 1) / Math.max(times.at(-1)! - times[0]!, 1e-3);
  return (
    <div className="flex items-center justify-between py-1 text-xs text-dim">
      <span>
        {width} × {height}, {duration.toFixed(1)} s, {Number(rate.toFixed(2))} fps
        {alpha && ', with transparency'}
        {!canDecode() && '. This browser cannot decode video: stills are shown.'}
      </span>
      {sound && (
        <Button className="h-6 px-1.5 text-xs" onClick={() => void addSound()}>
          <Music size={12} /> Sound as track
        </Button>
      )}
    </div>
  );
}
