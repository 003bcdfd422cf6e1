import { HardDrive } from 'lucide-react';
import { Link } from 'react-router';
import { useFreeSpace } from '../api/storage';
import { byteSize } from '../controls/time';

/** Says that the disk is nearly full while there is still time. */
export function DiskNotice() {
  const space = useFreeSpace();
  if (!space?.nearlyFull) return null;
  return (
    <p role="alert" className="flex h-8 shrink-0 items-center gap-2 border-b border-rule bg-raised px-5">
      <HardDrive size={14} className="text-alarm" />
      {byteSize(space.free)} free where Cyclogram keeps its data. Saving and rendering stop when it is full.
      <Link to="/storage" className="underline hover:text-paper">
        Storage
      </Link>
    </p>
  );
}
