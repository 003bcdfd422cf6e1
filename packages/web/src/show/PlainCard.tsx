import { fieldOf, kindOf, layerKinds, type Layer } from '@cyclogram/core';
import { PathChoice } from './PathSection';
import { RecordSections } from './RecordSections';
import { CardSection } from '../controls/CardSection';
import type { LayerEdits } from './useLayerEdits';

/** The card of a layer of which the record says everything: its own properties, and the path that it is drawn along. */
export function PlainCard({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const record = kindOf(layerKinds, layer)!.record;
  // The first group is that of all layers, which stands further down.
  const own = { groups: record.groups.slice(1) };
  // Where the path is one property among others, it stands among them.
  const path = fieldOf(record, 'path') as { hidden?: true } | undefined;
  return (
    <>
      {path?.hidden && 'path' in layer && (
        <CardSection heading="Path" list="paths" open={layer.path !== null}>
          <PathChoice layer={layer as Layer & { path: string | null }} edits={edits} />
        </CardSection>
      )}
      <RecordSections
        record={own}
        values={layer}
        onChange={(key, value) => edits.set(key, { [key]: value })}
      />
    </>
  );
}
