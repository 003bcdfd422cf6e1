import { placeFields, placeStandard, type TiedLayer } from '@cyclogram/core';
import { Link2 } from 'lucide-react';
import { CardSection } from '../controls/CardSection';
import { FieldRows } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { useEditor } from '../editor/editorStore';
import type { LayerEdits } from './useLayerEdits';

const delayField = {
  ...({ kind: 'number', key: 'delay', label: 'Later by', unit: 'ms', shownPer: 1000 } as const),
  ...({ help: 'It shows the sound so much later.', min: -5, max: 5, step: 10 } as const),
} as const;

/** A copy that stays as its source is, somewhere else or later. */
export function TiedCard({ layer, edits }: { layer: TiedLayer; edits: LayerEdits }) {
  const source = useEditor(({ film }) => film.layers.find(({ id }) => id === layer.source));
  const select = useEditor((state) => state.selectLayer);
  return (
    <>
      <p className="flex items-center gap-1.5 pt-1 text-xs text-dim">
        <Link2 size={12} /> Tied to
        <button
          type="button"
          className="truncate underline hover:text-paper"
          onClick={() => select(layer.source)}
        >
          {source?.name ?? 'nothing'}
        </button>
      </p>
      <CardSection heading="Where">
        <FieldRows
          fields={placeFields.flatMap(({ fields }) => [...fields])}
          values={{ ...layer }}
          defaults={{ ...placeStandard }}
          onChange={(key, value) => edits.set(key, { [key]: value })}
        />
        <NumberInput
          field={delayField}
          value={layer.delay}
          resetTo={0}
          onChange={(delay) => edits.set('delay', { delay })}
        />
      </CardSection>
    </>
  );
}
