import {
  changeSpan,
  fadeFields,
  fieldOf,
  spanRecord,
  spanStandard,
  type Layer,
  type NumberField,
  type Span,
} from '@cyclogram/core';
import { CardSection } from '../controls/CardSection';
import { FieldRows } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { clock } from '../controls/time';
import { useEditor } from '../editor/editorStore';
import { usePreviewState } from '../editor/previewContext';
import type { LayerEdits } from './useLayerEdits';

const own = (key: 'from' | 'to') => fieldOf(spanRecord, key) as NumberField;
// An end can always be set after it.
const fromField: NumberField = { ...own('from'), max: own('from').max - 1 };
const toField = own('to');

/** When a layer is shown, and how it comes and goes. */
export function TimingSection({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const { span } = layer;
  const length = useEditor((state) => state.film.length);
  const tracks = usePreviewState((state) => state.trackSeconds);
  const end = length ?? tracks;
  const set = (part: Partial<Span>) => {
    const [key] = Object.keys(part);
    edits.each(`${key}`, `span ${key}`, (target) => (target.span = changeSpan(target.span, part)));
  };
  return (
    <CardSection heading="Timing" open={false} note={noteOf(span)}>
      <NumberInput field={fromField} value={span.from} resetTo={0} onChange={(from) => set({ from })} />
      <NumberInput field={toField} value={span.to ?? end} onChange={(to) => set({ to })} />
      {span.to !== null && (
        <p className="text-right text-xs text-dim">
          <button type="button" className="underline hover:text-paper" onClick={() => set({ to: null })}>
            Show to the end
          </button>
        </p>
      )}
      <FieldRows
        fields={fadeFields}
        values={{ ...span }}
        defaults={{ ...spanStandard }}
        onChange={(key, value) => set({ [key]: value })}
      />
    </CardSection>
  );
}

/** What is said of it while it is folded away. */
function noteOf({ from, to, fadeIn, fadeOut }: Span): string | undefined {
  if (from > 0 || to !== null) return `${clock(from)} to ${to === null ? 'the end' : clock(to)}`;
  return fadeIn > 0 || fadeOut > 0 ? 'fades' : undefined;
}
