import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Asset } from '../api/assets';
import { swapSong, type Fitted } from '../api/recipes';
import { Dialog } from '../controls/Dialog';
import { SwitchInput } from '../controls/SwitchInput';
import { useEditor } from '../editor/editorStore';
import { SongDrop } from '../films/SongDrop';

interface SwapSongDialogProps {
  open: boolean;
  onClose: () => void;
  onMade: (made: Fitted) => void;
}

const refitField = {
  kind: 'switch',
  key: 'refit',
  label: 'Fit ears and followers',
  help: 'The same shares of the new song’s levels are floor and ceiling as of the old one’s.',
  default: true,
} as const;

/** Puts another song in the place of the film's; everything else stays. */
export function SwapSongDialog({ open, onClose, onMade }: SwapSongDialogProps) {
  const film = useEditor((state) => state.film);
  const [refit, setRefit] = useState(true);
  const swap = useMutation({
    mutationFn: (asset: Asset) => swapSong(film, asset.sha256, refit),
    onSuccess: onMade,
  });
  return (
    <Dialog
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="Swap the song"
      description="All tracks give way to the new song. Layers, ears, followers, cords and finish stay; beats are found anew."
    >
      <div className="mb-3">
        <SwitchInput field={refitField} value={refit} onChange={setRefit} />
      </div>
      {swap.isPending ? (
        <p role="status" className="grid h-24 place-content-center text-amber">
          Measuring both songs…
        </p>
      ) : (
        <SongDrop words="Drop the new song." onAdded={(asset) => swap.mutate(asset)} />
      )}
      {swap.error && (
        <p role="alert" className="mt-2 text-alarm">
          {swap.error.message}
        </p>
      )}
    </Dialog>
  );
}
