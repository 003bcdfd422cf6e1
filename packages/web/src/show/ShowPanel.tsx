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
import { Plus } from 'lucide-react';
import { useRef, useState } from 'react';
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
import { LayerList } from './LayerList';
import { useLayerKeys } from './useLayerKeys';

/** Height of the heading above the layers, in CSS pixels. */
const headerHeight = 36;

/** The picture side: layers front to back, the open one with its card, and what goes for the whole picture. */
export function ShowPanel() {
  const isEmpty = useEditor((state) => state.film.layers.length === 0);
  const [adding, setAdding] = useState(false);
  const panel = useRef<HTMLElement>(null);
  useLayerKeys();
  return (
    <section
      ref={panel}
      aria-label="Show"
      className="h-full overflow-x-hidden overflow-y-auto bg-panel pb-6 [scrollbar-gutter:stable]"
    >
      <header className="sticky top-0 z-10 flex h-9 items-center justify-between border-b border-rule bg-panel pr-1.5 pl-3">
        <h3 className="font-semibold text-glass">Layers</h3>
        <IconButton label="Add a layer" onClick={() => setAdding(true)}>
          <Plus size={15} />
        </IconButton>
      </header>
      {isEmpty && (
        <div className="px-3 py-3 text-dim">
          <p className="mb-2">Nothing is drawn yet. A figure follows the spectrum of an ear along a path.</p>
          <Button onClick={() => setAdding(true)}>
            <Plus size={14} /> Add a layer
          </Button>
        </div>
      )}
      <LayerList scroller={panel} above={headerHeight} />
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
