import type { SoundRange } from '@cyclogram/core';
import { Button } from '../controls/Button';
import { Dialog } from '../controls/Dialog';
import { RangeTable } from './RangeTable';

interface FittedDialogProps {
  /** What was fitted; undefined while there is nothing to tell. */
  fitted: { ranges: SoundRange[]; before?: SoundRange[] | undefined } | undefined;
  onClose: () => void;
}

/** Says what ears and followers make of a song. */
export function FittedDialog({ fitted, onClose }: FittedDialogProps) {
  return (
    <Dialog
      width="w-[640px]"
      open={fitted !== undefined}
      onOpenChange={(open) => !open && onClose()}
      title="Fitted to the song"
      description="Level ranges are shares of the song’s own levels. In motion is the share of sounding moments at which an ear’s mean level lies between 5 and 95 %."
    >
      {fitted && <RangeTable {...fitted} />}
      <div className="mt-4 flex justify-end">
        <Button look="main" onClick={onClose}>
          Done
        </Button>
      </div>
    </Dialog>
  );
}
