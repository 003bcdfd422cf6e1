import { backgroundFill, newLayer, placeBehind, type Film, type Layer } from '@cyclogram/core';
import { Film as FilmIcon, ImageIcon, PaintBucket, Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { CardSection } from '../controls/CardSection';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { withOwnDefaults } from '../recipes/ownDefaults';
import { LayerThumbnail } from './LayerThumbnail';

const offers = [
  {
    name: 'Colour or gradient',
    Icon: PaintBucket,
    make: (film: Film): Layer => backgroundFill(film, newId('layer')),
  },
  {
    name: 'Image',
    Icon: ImageIcon,
    make: (film: Film): Layer =>
      newLayer('image', film, {
        id: newId('layer'),
        name: 'Background image',
        backdrop: true,
        image: film.images[0]?.id ?? null,
      }),
  },
  {
    name: 'Footage',
    Icon: FilmIcon,
    make: (film: Film): Layer =>
      newLayer('footage', film, {
        id: newId('layer'),
        name: 'Background footage',
        backdrop: true,
        footage: film.footage[0]?.id ?? null,
      }),
  },
] as const;

/** The layers that belong to the background, and more of them. */
export function BackgroundSection() {
  const layers = useEditor((state) => state.film.layers);
  const selectLayers = useEditor((state) => state.selectLayers);
  const change = useEditor((state) => state.change);
  const behind = layers.filter(({ backdrop }) => backdrop);
  const add = (make: (film: Film) => Layer) => {
    let id = '';
    change('add background', (film) => {
      const layer = make(film);
      withOwnDefaults(layer);
      film.layers.splice(placeBehind(film), 0, layer);
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
            <LayerThumbnail layer={layer} />
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
            {offers.map(({ name, Icon, make }) => (
              <DropdownMenu.Item key={name} className={menuRow} onSelect={() => add(make)}>
                <Icon size={14} className="text-glass" /> {name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </CardSection>
  );
}
