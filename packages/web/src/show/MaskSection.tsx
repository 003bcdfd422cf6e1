import { defaultsOf, fieldsOf, maskRecord, type Layer } from '@cyclogram/core';
import { CardSection } from '../controls/CardSection';
import { FieldRows } from '../controls/Fields';
import { useEditor } from '../editor/editorStore';
import type { LayerEdits } from './useLayerEdits';

const fields = fieldsOf(maskRecord);
const defaults = defaultsOf(maskRecord, { width: 0, height: 0 });

/** What of a layer is seen. */
export function MaskSection({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const paths = useEditor((state) => state.film.paths);
  const layers = useEditor((state) => state.film.layers);
  const { mask } = layer;
  const name =
    mask.kind === 'path'
      ? paths.find(({ id }) => id === mask.path)?.name
      : mask.kind === 'layer'
        ? layers.find(({ id }) => id === mask.layer)?.name
        : undefined;
  return (
    <CardSection
      heading="Mask"
      keys={['mask.']}
      open={false}
      note={name && (mask.inverted ? `not ${name}` : name)}
    >
      <FieldRows
        at="mask"
        fields={fields}
        values={{ ...mask }}
        defaults={{ ...defaults }}
        onChange={(key, value) =>
          edits.each(
            `mask ${key}`,
            `mask ${key}`,
            (target) => void Object.assign(target.mask, { [key]: value }),
          )
        }
      />
    </CardSection>
  );
}
