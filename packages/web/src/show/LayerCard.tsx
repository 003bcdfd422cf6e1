import {
  layerRegistry,
  cordRecord,
  fieldOf,
  fieldsOf,
  isContainer,
  layerFields,
  layerReferences,
  placeRecord,
  placeStandard,
  type Layer,
  type NumberField,
} from '@cyclogram/core';
import { useId, useState } from 'react';
import { BoxSelect, Copy, Link2, LockKeyhole, Trash2, Ungroup, Unlink } from 'lucide-react';
import { Button, IconButton } from '../controls/Button';
import { CardSection } from '../controls/CardSection';
import { ChoiceInput } from '../controls/ChoiceInput';
import { FieldRows } from '../controls/Fields';
import { shortcut } from '../controls/shortcut';
import { FilterContext } from '../cords/filter';
import { NumberInput } from '../controls/NumberInput';
import { cordsOfLayer, setStrengthOf } from '../cords/cordChanges';
import { OwnerContext } from '../cords/owner';
import { useEditor } from '../editor/editorStore';
import { FinishSection } from '../finish/FinishSection';
import type { Owner } from '../finish/passChanges';
import { usePreviewState } from '../editor/previewContext';
import { allWanted, CardFilterBar, cardFilter } from './CardFilterBar';
import { KindCard } from './cards';
import { LayerResetButton } from '../recipes/LayerResetButton';
import { MaskSection } from './MaskSection';
import { TimingSection } from './TimingSection';
import { useLayerActions } from './useLayerActions';
import { useLayerEdits, type LayerEdits } from './useLayerEdits';
import { crossfadeProblem } from './crossfade';

const opacityField = fieldOf(placeRecord, 'opacity')!;
const placeFields = fieldsOf(placeRecord).filter((field) => field !== opacityField);
const ownFields = layerFields.filter(({ key }) => key === 'blend' || key === 'backdrop');

/** Everything about the open layer; with several selected, changes go to all of them. */
export function LayerCard({ layer }: { layer: Layer }) {
  const edits = useLayerEdits(layer);
  const { set, count } = edits;
  const loop = usePreviewState((state) => state.loop);
  const actions = useLayerActions();
  const cords = useEditor((state) => state.film.cords);
  const selected = useEditor((state) => state.selected);
  const layers = useEditor((state) => state.film.layers);
  const [wanted, setWanted] = useState(allWanted);
  if (layer.locked) {
    return (
      <p className="flex items-center gap-2 px-3 pb-3 text-dim">
        <LockKeyhole size={13} /> Locked.
        <button
          type="button"
          className="underline hover:text-paper"
          onClick={() => set('unlock', { locked: false })}
        >
          Unlock it
        </button>
        to change it.
      </p>
    );
  }
  const layerOwners: readonly [Owner, ...Owner[]] = [
    { list: 'layers', id: layer.id },
    ...layers
      .filter(({ id, locked }) => id !== layer.id && !locked && selected.includes(id))
      .map(({ id }) => ({ list: 'layers' as const, id })),
  ];
  const owners = [
    { list: 'layers', id: layer.id } as const,
    ...layerReferences(layer).flatMap(({ to, id }) =>
      to === 'paths' || to === 'palettes' ? [{ list: to, id }] : [],
    ),
  ];
  return (
    <OwnerContext.Provider value={owners[0]}>
      <FilterContext.Provider value={cardFilter(wanted, cords, owners)}>
        <div className="px-3 pb-3">
          {count > 1 && (
            <p role="status" className="mb-1 border-l-2 border-glass pl-2 text-xs text-glass">
              {count} layers are selected: changes go to all that have the property.
            </p>
          )}
          {count === 2 && <CrossfadeRow range={loop} onCrossfade={actions.crossfade} />}
          <Name layer={layer} />
          <CardFilterBar wanted={wanted} onChange={setWanted} />
          <CordStrength layer={layer} />
          <KindCard layer={layer} edits={edits} />
          <PlaceSection layer={layer} edits={edits} />
          <FinishSection owners={layerOwners} passes={layer.passes} />
          <MaskSection layer={layer} edits={edits} />
          <TimingSection layer={layer} edits={edits} />
          <CardSection
            heading="Blending"
            keys={['place.opacity', 'blend', 'backdrop']}
            note={blendingNote(layer)}
          >
            <FieldRows
              at="place"
              fields={[opacityField]}
              values={{ ...layer.place }}
              defaults={{ ...placeStandard }}
              onChange={(key, value) => edits.setPlace(key, { [key]: value })}
            />
            <FieldRows
              at=""
              fields={ownFields}
              values={{ ...layer }}
              defaults={{}}
              onChange={(key, value) => set(key, { [key]: value })}
            />
            <GroupChoice layer={layer} />
          </CardSection>
          <Actions layer={layer} />
        </div>
      </FilterContext.Provider>
    </OwnerContext.Provider>
  );
}

const strengthField = {
  ...(fieldOf(cordRecord, 'strength') as NumberField),
  label: 'Cord strength',
  help: 'Of all cords on this layer and on its path.',
};

/** How strong all cords of the layer are, in one number. */
function CordStrength({ layer }: { layer: Layer }) {
  const cords = useEditor((state) => state.film.cords);
  const change = useEditor((state) => state.change);
  const own = cordsOfLayer(cords, layer);
  if (own.length === 0) return null;
  return (
    <NumberInput
      field={strengthField}
      value={Math.max(...own.map(({ strength }) => strength))}
      resetTo={1}
      onChange={(strength) =>
        change('cord strength', (film) => setStrengthOf(film, layer, strength), `${layer.id} cord strength`)
      }
    />
  );
}

/** Where the layer stands as a whole; of a figure it is rarely changed, for its path has a place, too. */
function PlaceSection({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const { position, rotation, scale } = layer.place;
  const moved = position.x !== 0 || position.y !== 0;
  const scaled = scale.x !== 1 || scale.y !== 1;
  const notes = [
    moved ? `${position.x}, ${position.y} px` : '',
    rotation !== 0 ? `${rotation}°` : '',
    scaled ? `${Math.round(scale.x * 100)} %` : '',
  ].filter(Boolean);
  return (
    <CardSection
      heading="Position"
      keys={['place.position', 'place.rotation', 'place.scale', 'place.anchor']}
      open={isContainer(layer) || layerRegistry.as('linked', layer) !== undefined}
      note={notes.join(', ')}
    >
      <FieldRows
        at="place"
        fields={placeFields}
        values={{ ...layer.place }}
        defaults={{ ...placeStandard }}
        onChange={(key, value) => edits.setPlace(key, { [key]: value })}
      />
    </CardSection>
  );
}

/** What is said of the blending while it is folded away. */
function blendingNote({ place, blend, backdrop }: Layer): string {
  const parts = [
    place.opacity < 1 ? `${Math.round(place.opacity * 100)} %` : '',
    blend === 'normal' ? '' : blend,
    backdrop ? 'background' : '',
  ];
  return parts.filter(Boolean).join(', ');
}

function Name({ layer }: { layer: Layer }) {
  const change = useEditor((state) => state.change);
  return (
    <input
      aria-label="Name of the layer"
      value={layer.name}
      maxLength={200}
      onChange={({ target }) =>
        change(
          'name',
          (film) => void (film.layers.find(({ id }) => id === layer.id)!.name = target.value),
          `${layer.id} name`,
        )
      }
      className="h-7 w-full border-b border-rule bg-transparent"
    />
  );
}

const noGroup = 'none';

/** Which group the layer is in. */
function GroupChoice({ layer }: { layer: Layer }) {
  const layers = useEditor((state) => state.film.layers);
  const { moveTo } = useLayerActions();
  const groups = layers.filter((other) => isContainer(other) && other.id !== layer.id);
  if (groups.length === 0) return null;
  const field = {
    kind: 'choice',
    key: 'group',
    label: 'Group',
    choices: [
      { value: noGroup, label: 'None' },
      ...groups.map(({ id, name }) => ({ value: id, label: name })),
    ],
  } as const;
  return (
    <ChoiceInput
      field={field}
      value={layer.group ?? noGroup}
      onChange={(group) => moveTo(group === noGroup ? null : group)}
    />
  );
}

function Actions({ layer }: { layer: Layer }) {
  const actions = useLayerActions();
  return (
    <div className="mt-3 flex items-center gap-1">
      <Button className="px-2" onClick={actions.duplicate}>
        <Copy size={13} /> Duplicate
      </Button>
      <Button className="px-2" onClick={actions.remove}>
        <Trash2 size={13} /> Delete
      </Button>
      <span className="grow" />
      <LayerResetButton key={layer.id} layer={layer} />
      {isContainer(layer) ? (
        <IconButton className="w-6" label="Ungroup" onClick={actions.ungroup}>
          <Ungroup size={14} />
        </IconButton>
      ) : (
        <IconButton className="w-6" label="Group" keys={shortcut('mod', 'G')} onClick={actions.group}>
          <BoxSelect size={14} />
        </IconButton>
      )}
      {layerRegistry.as('linked', layer) ? (
        <IconButton
          className="w-6"
          label="Unlink: changes of its source no longer show"
          onClick={actions.unlink}
        >
          <Unlink size={14} />
        </IconButton>
      ) : (
        <IconButton className="w-6" label="Linked copy: changes show in both" onClick={actions.link}>
          <Link2 size={14} />
        </IconButton>
      )}
    </div>
  );
}

/** Lets one of two selected layers go as the other comes; says why that is not possible. */
function CrossfadeRow({
  range,
  onCrossfade,
}: {
  range: readonly [number, number] | undefined;
  onCrossfade: (range: readonly [number, number]) => void;
}) {
  const film = useEditor((state) => state.film);
  const selected = useEditor((state) => state.selected);
  const unlocked = film.layers.filter(({ id, locked }) => selected.includes(id) && !locked);
  const problem = crossfadeProblem(
    film,
    unlocked.map(({ id }) => id),
    range,
  );
  const id = useId();
  return (
    <div className="mb-1 border-l-2 border-glass pl-2 text-xs">
      <button
        type="button"
        className="text-glass underline hover:text-paper disabled:text-dim disabled:no-underline"
        disabled={problem !== undefined}
        aria-describedby={problem ? id : undefined}
        onClick={() => range && onCrossfade(range)}
      >
        Crossfade over the loop
      </button>
      {problem && (
        <p id={id} className="text-dim">
          {problem}
        </p>
      )}
    </div>
  );
}
