import { Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { IconButton } from './Button';

interface NumberedItemProps {
  /** What each of them is, as a heading begins: Region. */
  what: string;
  /** From 0. */
  index: number;
  onRemove: () => void;
  children: ReactNode;
}

/** One of several alike, with its number, and a button that removes it. */
export function NumberedItem({ what, index, onRemove, children }: NumberedItemProps) {
  return (
    <div className="mb-2 border-l border-rule pl-2">
      <div className="flex h-7 items-center justify-between text-xs text-dim">
        {what} {index + 1}
        <IconButton label={`Remove ${what.toLowerCase()} ${index + 1}`} className="size-6" onClick={onRemove}>
          <Trash2 size={12} />
        </IconButton>
      </div>
      {children}
    </div>
  );
}
