import { type PropertyAddress } from '@cyclogram/core';
import { clsx } from 'clsx';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { CordPicker } from './CordPicker';
import { popoverSheet } from '../controls/menu';
import { useCordView } from './cordView';

interface PortProps {
  address: PropertyAddress;
  addressKey: string;
  label: string;
  driven: boolean;
}

/** The place on a property where a cord ends: pressed, it offers sources; on a property that moves, it opens its cords. */
export function Port({ address, addressKey, label, driven }: PortProps) {
  const [picking, setPicking] = useState(false);
  const toggle = useCordView((state) => state.toggle);
  const show = useCordView((state) => state.show);
  const open = useCordView((state) => state.open === addressKey);
  const dot = (
    <button
      type="button"
      aria-label={driven ? `Cords of ${label}` : `Drive ${label}`}
      aria-expanded={driven ? open : picking}
      data-port={addressKey}
      onClick={() => (driven ? toggle(addressKey) : setPicking(true))}
      className={clsx(
        'absolute top-1.5 -left-3.5 grid size-4 place-items-center rounded-full outline-offset-0',
        !driven &&
          'opacity-0 group-hover/row:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100',
      )}
    >
      <span
        className={clsx(
          'block size-2 rounded-full border',
          driven ? 'border-glass bg-glass' : 'border-edge hover:border-glass',
        )}
      />
    </button>
  );
  if (driven) return dot;
  return (
    <Popover.Root open={picking} onOpenChange={setPicking}>
      <Popover.Trigger asChild>{dot}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={`Drive ${label}`}
          side="left"
          align="start"
          sideOffset={10}
          collisionPadding={8}
          className={`${popoverSheet} w-64`}
        >
          <CordPicker
            address={address}
            label={label}
            onDone={() => {
              setPicking(false);
              show(addressKey);
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
