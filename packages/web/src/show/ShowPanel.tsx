import {
  defaultsOf,
  fadesStandard,
  fieldOf,
  filmRecord,
  fpsText,
  pictureFadeRecord,
  rateKey,
  readRate,
  usualRates,
  type Film,
  type NumberField,
} from '@cyclogram/core';
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
import { useMemo, useState } from 'react';
import { Button, IconButton } from '../controls/Button';
import { FieldRows, Fields } from '../controls/Fields';
import { ChoiceInput } from '../controls/ChoiceInput';
import { NumberInput } from '../controls/NumberInput';
import { OwnerContext } from '../cords/owner';
import { useEditor } from '../editor/editorStore';
import { usePreviewState } from '../editor/previewContext';
import { FinishSection } from '../finish/FinishSection';
import { BackgroundSection } from './BackgroundSection';
import { Gallery } from './Gallery';
import { LayerRow } from './LayerRow';
import { layerTree, moveLayer } from './layerTree';
import { useLayerKeys } from './useLayerKeys';

/** The picture side: layers front to back, the open one with its card, and what goes for the whole picture. */
export function ShowPanel() {
  const layers = useEditor((state) => state.film.layers);
  const change = useEditor((state) => state.change);
  const [adding, setAdding] = useState(false);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const rows = useMemo(() => layerTree({ layers }), [layers]);
  useLayerKeys();
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    change('reorder layers', (film) => moveLayer(film, String(active.id), String(over.id)));
  };
  return (
    <section
      aria-label="Show"
      className="h-full overflow-x-hidden overflow-y-auto bg-panel pb-6 [scrollbar-gutter:stable]"
    >
      <header className="sticky top-0 z-10 flex h-9 items-center justify-between border-b border-rule bg-panel pr-1.5 pl-3">
        <h3 className="font-semibold text-glass">Layers</h3>
        <IconButton label="Add a layer" onClick={() => setAdding(true)}>
          <Plus size={15} />
        </IconButton>
      </header>
      {layers.length === 0 && (
        <div className="px-3 py-3 text-dim">
          <p className="mb-2">Nothing is drawn yet. A figure follows the spectrum of an ear along a path.</p>
          <Button onClick={() => setAdding(true)}>
            <Plus size={14} /> Add a layer
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

const own = (key: string) => fieldOf(filmRecord, key)!;
const sizeFields = [own('width'), own('height')];
const lengthField = own('length') as NumberField;
const standard = defaultsOf(filmRecord, { width: 1920, height: 1080 });

/** Length of the film: set, or that of its longest track. */
function LengthInput() {
  const length = useEditor((state) => state.film.length);
  const change = useEditor((state) => state.change);
  const tracks = usePreviewState((state) => state.trackSeconds);
  const set = (value: number | null) => change('length', (film) => void (film.length = value), 'length');
  return (
    <>
      <NumberInput field={lengthField} value={length ?? tracks} onChange={set} />
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

/** Frames per second: one of the usual rates, or the one that a film came with. */
function RateInput() {
  const fps = useEditor((state) => state.film.fps);
  const change = useEditor((state) => state.change);
  const rates = usualRates.some((rate) => rateKey(rate) === rateKey(fps)) ? usualRates : [...usualRates, fps];
  const field = {
    kind: 'choice',
    key: 'fps',
    label: 'Frame rate',
    help: 'Frames per second when rendered; broken rates are those of NTSC.',
    choices: rates.map((rate) => ({ value: rateKey(rate), label: `${fpsText(rate)} fps` })),
  } as const;
  return (
    <ChoiceInput
      field={field}
      value={rateKey(fps)}
      onChange={(key) => change('frame rate', (film) => void (film.fps = readRate(key) ?? film.fps))}
    />
  );
}

const pictureOwner = { list: 'finish', id: '' } as const;
const pictureOwners = [pictureOwner] as const;

/** What goes for the whole picture: its size and rate, its background, its finish, and how it fades. */
function PictureCard() {
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const fade = useEditor((state) => state.film.fades.picture);
  const passes = useEditor((state) => state.film.finish.passes);
  const artist = useEditor((state) => state.film.artist);
  const change = useEditor((state) => state.change);
  const set = (of: (film: Film) => object) => (key: string, value: unknown) =>
    change(key, (film) => void Object.assign(of(film), { [key]: value }), `picture ${key}`);
  return (
    <div className="px-3 pt-4">
      <h3 className="border-b border-rule font-semibold text-glass">Picture</h3>
      <Fields
        groups={[{ heading: 'Size', fields: sizeFields }]}
        values={{ width, height }}
        defaults={{ ...standard }}
        onChange={set((film) => film)}
      />
      <RateInput />
      <FieldRows fields={[own('artist')]} values={{ artist }} defaults={{}} onChange={set((film) => film)} />
      <LengthInput />
      <BackgroundSection />
      <OwnerContext.Provider value={pictureOwner}>
        <FinishSection owners={pictureOwners} passes={passes} />
      </OwnerContext.Provider>
      <Fields
        groups={pictureFadeRecord.groups}
        values={{ ...fade }}
        defaults={{ ...fadesStandard.picture }}
        onChange={set((film) => film.fades.picture)}
      />
    </div>
  );
}
