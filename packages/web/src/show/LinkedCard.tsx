import { fieldOf, linkedLayerRecord, type LinkedLayer } from '@cyclogram/core';
import { Link2 } from 'lucide-react';
import { FieldRows } from '../controls/Fields';
import { useEditor } from '../editor/editorStore';
import type { LayerEdits } from './useLayerEdits';

const delayField = fieldOf(linkedLayerRecord, 'delay')!;

/** A copy that stays as its source is, somewhere else or later. */
export function LinkedCard({ layer, edits }: { layer: LinkedLayer; edits: LayerEdits }) {
  const source = useEditor(({ film }) => film.layers.find(({ id }) => id === layer.source));
  const select = useEditor((state) => state.selectLayer);
  return (
    <>
      <p className="flex items-center gap-1.5 pt-1 text-xs text-dim">
        <Link2 size={12} /> Linked to
        <button
          type="button"
          className="truncate underline hover:text-paper"
          onClick={() => select(layer.source)}
        >
          {source?.name ?? 'nothing'}
        </button>
      </p>
      <FieldRows
        fields={[delayField]}
        values={{ delay: layer.delay }}
        defaults={{ delay: 0 }}
        onChange={(key, value) => edits.set(key, { [key]: value })}
      />
    </>
  );
}
