import { defaultsOf, falloffRecord, fieldsOf, type FigureLayer } from '@cyclogram/core';
import { Plus } from 'lucide-react';
import { Button } from '../controls/Button';
import { NumberedItem } from '../controls/NumberedItem';
import { FieldRows } from '../controls/Fields';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import type { LayerEdits } from './useLayerEdits';

const fields = fieldsOf(falloffRecord);
/** The first has none to go together with. */
const firstFields = fields.filter(({ key }) => key !== 'combine');
const maxRegions = 8;

/** Regions in which a figure reacts; they can be moved on the Screen, too. */
export function FalloffSection({ layer, edits }: { layer: FigureLayer; edits: LayerEdits }) {
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const standard = defaultsOf(falloffRecord, { width, height });
  const { falloffs } = layer;
  return (
    <>
      {falloffs.length === 0 && (
        <p className="py-1 text-xs text-dim">
          The figure reacts everywhere. A region lets only a part of it react.
        </p>
      )}
      {falloffs.map((falloff, i) => (
        <NumberedItem
          key={falloff.id}
          what="Region"
          index={i}
          onRemove={() =>
            edits.eachFigure('remove falloff', '', (target) => void target.falloffs.splice(i, 1))
          }
        >
          <FieldRows
            at="falloffs"
            item={falloff.id}
            fields={i === 0 ? firstFields : fields}
            values={{ ...falloff }}
            defaults={{ ...standard }}
            onChange={(key, value) =>
              edits.eachFigure('falloff', `falloff ${i} ${key}`, (target) => {
                const own = target.falloffs[i];
                if (own) Object.assign(own, { [key]: value });
              })
            }
          />
        </NumberedItem>
      ))}
      <Button
        className="mt-1"
        disabled={falloffs.length >= maxRegions}
        onClick={() =>
          edits.eachFigure('add falloff', '', (target) => {
            if (target.falloffs.length < maxRegions)
              target.falloffs.push({ ...standard, id: newId('falloff') });
          })
        }
      >
        <Plus size={13} /> Add a region
      </Button>
    </>
  );
}
