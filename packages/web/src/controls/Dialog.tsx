import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface DialogProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  description: string;
  children: ReactNode;
  /** Class of its width. */
  width?: string;
}

/** A dialog in the middle of the window. */
export function Dialog({
  open,
  onOpenChange,
  title,
  description,
  children,
  width = 'w-[420px]',
}: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <Radix.Content
          className={`fixed top-1/2 left-1/2 z-50 max-h-[85vh] ${width} max-w-[92vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border border-edge bg-panel p-6`}
        >
          <Radix.Title className="text-lg font-semibold">{title}</Radix.Title>
          <Radix.Description className="mt-1 mb-4 text-dim">{description}</Radix.Description>
          {children}
          <Radix.Close
            className="absolute top-4 right-4 grid size-7 place-items-center hover:bg-raised"
            aria-label="Close"
          >
            <X size={16} />
          </Radix.Close>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
