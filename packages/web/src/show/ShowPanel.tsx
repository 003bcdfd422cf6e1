import { defaultEar, defaultFilm, defaultLayer, mostSeconds } from '@cyclogram/core';
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
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { Plus } from 'lucide-react';
import { Button, IconButton } from '../controls/Button';
import { Fields } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { freeId, useEditor } from '../editor/editorStore';
import { useStageState } from '../editor/stageContext';
import { LayerRow } from './LayerRow';

/** The picture side: layers front to back, the selected one open, and the background behind them. */
export function ShowPanel() {
  const layers = useEditor((state) => state.film.layers);
  const change = useEditor((state) => state.change);
  const select = useEditor((state) => state.selectLayer);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const front = [...layers].reverse();
  const ids = front.map(({ id }) => id);
  const add = () => {
    const id = freeId('layer', layers);
    change('add layer', (film) => {
      if (film.ears.length === 0) film.ears.push(defaultEar('ear-1'));
      film.layers.push(defaultLayer(id, film.ears[0]!.id, film.width, film.height));
    });
    select(id);
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const order = arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))).reverse();
    change(
      'reorder layers',
      (film) => void film.layers.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id)),
    );
  };
  return (
    <section aria-label="Show" className="h-full overflow-x-hidden overflow-y-auto bg-panel pb-6">
      <header className="flex h-9 items-center justify-between border-b border-rule pr-1.5 pl-3">
        <h3 className="font-semibold text-glass">Layers</h3>
        <IconButton label="Add a ring of bars" onClick={add}>
          <Plus size={15} />
        </IconButton>
      </header>
      {layers.length === 0 && (
        <div className="px-3 py-3 text-dim">
          <p className="mb-2">
            Nothing is drawn yet. A ring of bars follows the spectrum of an ear; its path and marks can be
            changed.
          </p>
          <Button onClick={add}>
            <Plus size={14} /> Add a ring of bars
          </Button>
        </div>
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        modifiers={[restrictToVerticalAxis]}
        onDragEnd={onDragEnd}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ul>
            {front.map((layer) => (
              <LayerRow key={layer.id} layer={layer} />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <PictureCard />
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
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  return (
    <div className="px-3 pt-4">
      <h3 className="border-b border-rule font-semibold text-glass">Picture</h3>
      <Fields
        groups={[
          { heading: 'Size', fields: pictureFields },
          { heading: 'Background', fields: colorFields },
        ]}
        values={{ ...film, ...film.background }}
        defaults={{ ...standard, ...standard.background }}
        onChange={(key, value) =>
          change(
            key,
            (draft) => Object.assign(key in draft.background ? draft.background : draft, { [key]: value }),
            `picture ${key}`,
          )
        }
      />
      <LengthInput />
    </div>
  );
}
