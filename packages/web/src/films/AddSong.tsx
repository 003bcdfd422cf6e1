import { defaultTrack } from '@cyclogram/core';
import { useQueryClient } from '@tanstack/react-query';
import type { Asset } from '../api/assets';
import { Dialog } from '../controls/Dialog';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { SongDrop } from './SongDrop';

/** The Tape of a film without a song. */
export function AddSong() {
  const change = useEditor((state) => state.change);
  const add = (asset: Asset) =>
    change('add song', (film) => {
      film.tracks.push(
        defaultTrack(newId('track'), asset.name.replace(/\.[^.]+$/, ''), {
          asset: asset.sha256,
        }),
      );
    });
  return (
    <div className="h-full p-2">
      <SongDrop onAdded={add} words="Drop the song here." />
    </div>
  );
}

interface AddSongDialogProps {
  title?: string;
  description?: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onAdded: (asset: Asset) => void;
}

/** Adds another track: an instrument of the song, or another take. */
export function AddSongDialog({
  open,
  onOpenChange,
  onAdded,
  title = 'Add a track',
  description = 'A separate instrument shows what the mix hides. It is not part of the soundtrack, but ears can analyse it.',
}: AddSongDialogProps) {
  const queries = useQueryClient();
  const added = (asset: Asset) => {
    queries.setQueryData(['asset', asset.sha256], asset);
    onAdded(asset);
    onOpenChange(false);
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={title} description={description}>
      <SongDrop onAdded={added} words="Drop an audio file." />
    </Dialog>
  );
}
