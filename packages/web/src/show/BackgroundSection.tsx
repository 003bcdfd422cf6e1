import { addOffered, backgroundOffers, type GalleryOffer } from '@cyclogram/core';
import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { CardSection } from '../controls/CardSection';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { withOwnDefaults } from '../recipes/ownDefaults';
import { icons } from '../controls/icons';
import { LayerThumbnail } from './LayerThumbnail';

/** The layers that belong to the background, and more of them. */
export function BackgroundSection() {
  const layers = useEditor((state) => state.film.layers);
  const selectLayers = useEditor((state) => state.selectLayers);
  const change = useEditor((state) => state.change);
  const behind = layers.filter(({ backdrop }) => backdrop);
  const add = (offered: GalleryOffer) => {
    let id = '';
    change('add background', (film) => {
      const layer = addOffered(film, offered, newId);
      withOwnDefaults(layer);
      id = layer.id;
    });
    selectLayers([id]);
  };
  return (
    <CardSection heading="Background" open note={behind.length === 0 ? 'black' : ''}>
      <div role="group" aria-label="Background layers">
        {[...behind].reverse().map((layer) => (
          <button
            key={layer.id}
            type="button"
            onClick={() => selectLayers([layer.id])}
            className="flex h-8 w-full items-center gap-2 rounded-sm px-1 text-left hover:bg-raised"
          >
            <LayerThumbnail layer={layer} slow={false} />
            <span className="min-w-0 truncate">{layer.name}</span>
          </button>
        ))}
      </div>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="mt-1 inline-flex h-7 items-center gap-1.5 rounded-sm border border-rule px-2.5 text-sm hover:border-edge hover:bg-raised">
          <Plus size={14} /> Add background
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" className={menuSheet}>
            {backgroundOffers().map((offered) => {
              const { name, icon } = offered.offer;
              const Icon = icon && icons[icon];
              return (
                <DropdownMenu.Item key={name} className={menuRow} onSelect={() => add(offered)}>
                  {Icon && <Icon size={14} className="text-glass" />} {name}
                </DropdownMenu.Item>
              );
            })}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </CardSection>
  );
}
