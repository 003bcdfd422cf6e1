import { type Cord, type PropertyAddress } from '@cyclogram/core';
import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Button } from '../controls/Button';
import { popoverSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';
import { alikeCords } from './alikeCords';
import { CordCard } from './CordCard';
import { CordPicker } from './CordPicker';

interface CordStackProps {
  address: PropertyAddress;
  cords: readonly Cord[];
  label: string;
}

/** All cords on a property, one after the other, and a way to add another one. */
export function CordStack({ address, cords, label }: CordStackProps) {
  const [picking, setPicking] = useState(false);
  const film = useEditor((state) => state.film);
  const selected = useEditor((state) => state.selected);
  const layers = selected.filter((id) => !film.layers.find((layer) => layer.id === id)?.locked);
  return (
    <section aria-label={`Cords of ${label}`} className="mb-2 border-l-2 border-glass/60 pl-2">
      {cords.map((cord) => (
        <CordCard
          key={cord.id}
          cord={cord}
          single={cords.length === 1}
          others={alikeCords(film, cord, layers)}
        />
      ))}
      <Popover.Root open={picking} onOpenChange={setPicking}>
        <Popover.Trigger asChild>
          <Button className="mt-1 h-6 px-1.5 text-xs">
            <Plus size={12} /> Another cord
          </Button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            aria-label={`Drive ${label}`}
            side="left"
            align="start"
            sideOffset={10}
            collisionPadding={8}
            className={`${popoverSheet} w-64`}
          >
            <CordPicker address={address} label={label} onDone={() => setPicking(false)} />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </section>
  );
}
