import { changeSpan, fadeFields, mostSeconds, spanStandard, type Layer, type Span } from '@cyclogram/core';
import { CardSection } from '../controls/CardSection';
import { FieldRows } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { clock } from '../controls/time';
import { useStageState } from '../editor/stageContext';
import { useEditor } from '../editor/editorStore';
import type { LayerEdits } from './useLayerEdits';

const time = { kind: 'number', min: 0, max: mostSeconds, step: 0.5, unit: 's' } as const;
// An end can always be set after it.
const fromField = { ...time, key: 'from', label: 'From', max: mostSeconds - 1 } as const;
const toField = {
  ...time,
  key: 'to',
  label: 'To',
  help: 'Unless set, the layer is shown to the end of the film.',
} as const;

/** When a layer is shown, and how it comes and goes. */
export function WhenSection({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const { span } = layer;
  const length = useEditor((state) => state.film.length);
  const own = useStageState((state) => state.trackSeconds);
  const end = length ?? own;
  const set = (part: Partial<Span>) => {
    const [key] = Object.keys(part);
    edits.each(`${key}`, `span ${key}`, (target) => (target.span = changeSpan(target.span, part)));
  };
  return (
    <CardSection heading="When" open={false} note={noteOf(span)}>
      <NumberInput field={fromField} value={span.from} resetTo={0} onChange={(from) => set({ from })} />
      <NumberInput field={toField} value={span.to ?? end} onChange={(to) => set({ to })} />
      {span.to !== null && (
        <p className="text-right text-xs text-dim">
          <button type="button" className="underline hover:text-paper" onClick={() => set({ to: null })}>
            Show it to the end
          </button>
        </p>
      )}
      <FieldRows
        fields={fadeFields[0]!.fields}
        values={{ ...span }}
        defaults={{ ...spanStandard }}
        onChange={(key, value) => set({ [key]: value })}
      />
    </CardSection>
  );
}

/** What is said of it while it is folded away. */
function noteOf({ from, to, fadeIn, fadeOut }: Span): string {
  if (from > 0 || to !== null) return `${clock(from)} to ${to === null ? 'the end' : clock(to)}`;
  return fadeIn > 0 || fadeOut > 0 ? 'fades' : 'throughout';
}
