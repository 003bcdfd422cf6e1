import { defaultFilm, fadesStandard, mostSeconds, pictureFadeFields } from '@cyclogram/core';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { restrictToVerticalAxis } from '@dnd-kit/modifiers';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Plus } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { Button, IconButton } from '../controls/Button';
import { Fields } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { useEditor } from '../editor/editorStore';
import { useStageState } from '../editor/stageContext';
import { Gallery } from './Gallery';
import { LayerRow } from './LayerRow';
import { layerTree, moveLayer } from './layerTree';
import { useLayerKeys } from './useLayerKeys';

/** The picture side: layers front to back, the open one with its card, and the background behind them. */
export function ShowPanel() {
  const layers = useEditor((state) => state.film.layers);
  const change = useEditor((state) => state.change);
  const [adding, setAdding] = useState(false);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const rows = useMemo(() => layerTree({ layers }), [layers]);
  const panel = useRef<HTMLElement>(null);
  useLayerKeys(panel);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    change('reorder layers', (film) => moveLayer(film, String(active.id), String(over.id)));
  };
  return (
    <section
      ref={panel}
      aria-label="Show"
      className="h-full overflow-x-hidden overflow-y-auto bg-panel pb-6 [scrollbar-gutter:stable]"
    >
      <header className="sticky top-0 z-10 flex h-9 items-center justify-between border-b border-rule bg-panel pr-1.5 pl-3">
        <h3 className="font-semibold text-glass">Layers</h3>
        <IconButton label="Add a figure" onClick={() => setAdding(true)}>
          <Plus size={15} />
        </IconButton>
      </header>
      {layers.length === 0 && (
        <div className="px-3 py-3 text-dim">
          <p className="mb-2">Nothing is drawn yet. A figure follows the spectrum of an ear along a path.</p>
          <Button onClick={() => setAdding(true)}>
            <Plus size={14} /> Add a figure
          </Button>
        </div>
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        modifiers={[restrictToVerticalAxis]}
        onDragEnd={onDragEnd}
      >
        <SortableContext items={rows.map(({ layer }) => layer.id)} strategy={verticalListSortingStrategy}>
          <ul>
            {rows.map(({ layer, depth }) => (
              <LayerRow key={layer.id} layer={layer} depth={depth} />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <PictureCard />
      <Gallery open={adding} onOpenChange={setAdding} />
    </section>
  );
}

const pictureFields = [
  { kind: 'number', key: 'width', label: 'Width', min: 16, max: 8192, step: 2, unit: 'px', whole: true },
  { kind: 'number', key: 'height', label: 'Height', min: 16, max: 8192, step: 2, unit: 'px', whole: true },
  { kind: 'number', key: 'fps', label: 'Rate', min: 1, max: 120, step: 1, unit: 'fps' },
] as const;

const colorFields = [
  { kind: 'color', key: 'color', label: 'Middle' },
  { kind: 'color', key: 'edgeColor', label: 'Corners' },
  { kind: 'picture', key: 'picture', label: 'Picture', help: 'Covers the whole background.' },
] as const;

const standard = defaultFilm('');

const lengthField = {
  kind: 'number',
  key: 'length',
  label: 'Length',
  help: 'How long the film is. Unless set, as long as the longest track that is heard.',
  min: 0.1,
  max: mostSeconds,
  step: 1,
  unit: 's',
} as const;

/** Length of the film: set, or that of its longest track. */
function LengthInput() {
  const length = useEditor((state) => state.film.length);
  const change = useEditor((state) => state.change);
  const own = useStageState((state) => state.trackSeconds);
  const set = (value: number | null) => change('length', (film) => void (film.length = value), 'length');
  return (
    <>
      <NumberInput field={lengthField} value={length ?? own} onChange={set} />
      {length !== null && (
        <p className="flex items-center justify-between text-xs text-dim">
          Set by hand.
          <button type="button" className="underline hover:text-paper" onClick={() => set(null)}>
            Follow the tracks
          </button>
        </p>
      )}
    </>
  );
}

/** What is behind all layers: the picture's size and rate, and its background. */
function PictureCard() {
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const fps = useEditor((state) => state.film.fps);
  const background = useEditor((state) => state.film.background);
  const fade = useEditor((state) => state.film.fades.picture);
  const change = useEditor((state) => state.change);
  return (
    <div className="px-3 pt-4">
      <h3 className="border-b border-rule font-semibold text-glass">Picture</h3>
      <Fields
        groups={[
          { heading: 'Size', fields: pictureFields },
          { heading: 'Background', fields: colorFields },
        ]}
        values={{ width, height, fps, ...background, picture: background.picture ?? '' }}
        defaults={{ ...standard, ...standard.background }}
        onChange={(key, value) =>
          change(
            key,
            (draft) =>
              Object.assign(key in draft.background ? draft.background : draft, {
                [key]: value === '' ? null : value,
              }),
            `picture ${key}`,
          )
        }
      />
      <LengthInput />
      <Fields
        groups={pictureFadeFields}
        values={{ ...fade }}
        defaults={{ ...fadesStandard.picture }}
        onChange={(key, value) =>
          change(
            `picture ${key}`,
            (film) => Object.assign(film.fades.picture, { [key]: value }),
            `picture fade ${key}`,
          )
        }
      />
    </div>
  );
}
