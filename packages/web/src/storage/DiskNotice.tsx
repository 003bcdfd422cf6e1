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
      Only {byteSize(space.free)} of disk space left. Saving and rendering fail when none is left.
      <Link to="/storage" className="underline hover:text-paper">
        Storage
      </Link>
    </p>
  );
}
