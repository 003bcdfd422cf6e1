import { blendModes, type Layer } from '@cyclogram/core';
import { BoxSelect, Copy, Link2, LockKeyhole, Trash2, Ungroup, Unlink } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, IconButton } from '../controls/Button';
import { CardSection } from '../controls/CardSection';
import { ChoiceInput } from '../controls/ChoiceInput';
import { NumberInput } from '../controls/NumberInput';
import { useEditor } from '../editor/editorStore';
import { FigureCard } from './FigureCard';
import { GroupCard } from './GroupCard';
import { TiedCard } from './TiedCard';
import { useLayerActions } from './useLayerActions';
import { useLayerEdits, type LayerEdits } from './useLayerEdits';
import { WhenSection } from './WhenSection';

const opacityField = {
  kind: 'number',
  key: 'opacity',
  label: 'Opacity',
  min: 0,
  max: 1,
  step: 5,
  unit: '%',
  shownPer: 100,
} as const;
const blendField = {
  kind: 'choice',
  key: 'blend',
  label: 'Blend',
  choices: Object.entries(blendModes).map(([value, { label }]) => ({ value, label })),
} as const;

/** Everything about the open layer; with several selected, changes go to all of them. */
export function LayerCard({ layer }: { layer: Layer }) {
  const edits = useLayerEdits(layer);
  const { set, count } = edits;
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
  return (
    <div className="px-3 pb-3">
      {count > 1 && (
        <p role="status" className="mb-1 border-l-2 border-glass pl-2 text-xs text-glass">
          {count} layers are selected: changes go to all that have the property.
        </p>
      )}
      <Name layer={layer} />
      {cardOf(layer, edits)}
      <WhenSection layer={layer} edits={edits} />
      <CardSection heading="How laid on">
        <NumberInput
          field={opacityField}
          value={layer.opacity}
          resetTo={1}
          onChange={(opacity) => set('opacity', { opacity })}
        />
        <ChoiceInput
          field={blendField}
          value={layer.blend}
          onChange={(blend) => set('blend', { blend: blend as Layer['blend'] })}
        />
        <GroupChoice layer={layer} />
      </CardSection>
      <Actions layer={layer} />
    </div>
  );
}

function cardOf(layer: Layer, edits: LayerEdits): ReactNode {
  switch (layer.kind) {
    case 'figure':
      return <FigureCard layer={layer} edits={edits} />;
    case 'group':
      return <GroupCard layer={layer} edits={edits} />;
    case 'tied':
      return <TiedCard layer={layer} edits={edits} />;
  }
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
  const groups = layers.filter((other) => other.kind === 'group' && other.id !== layer.id);
  if (groups.length === 0) return null;
  const field = {
    kind: 'choice',
    key: 'group',
    label: 'In group',
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
      {layer.kind === 'group' ? (
        <IconButton className="w-6" label="Ungroup" onClick={actions.ungroup}>
          <Ungroup size={14} />
        </IconButton>
      ) : (
        <IconButton className="w-6" label="Group" keys="Ctrl G" onClick={actions.group}>
          <BoxSelect size={14} />
        </IconButton>
      )}
      {layer.kind === 'tied' ? (
        <IconButton
          className="w-6"
          label="Make it free: changes of its source no longer show"
          onClick={actions.untie}
        >
          <Unlink size={14} />
        </IconButton>
      ) : (
        <IconButton className="w-6" label="Add a tied copy: changes show in both" onClick={actions.tie}>
          <Link2 size={14} />
        </IconButton>
      )}
    </div>
  );
}
