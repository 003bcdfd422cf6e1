import {
  beatSeconds,
  changeSpan,
  fadeFields,
  fieldOf,
  layerFields,
  spanRecord,
  spanStandard,
  type Film,
  type Layer,
  type NumberField,
  type Span,
  type SwitchField,
} from '@cyclogram/core';
import { ToggleGroup } from 'radix-ui';
import { CardSection } from '../controls/CardSection';
import { SwitchInput } from '../controls/SwitchInput';
import { FieldRows } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { clock } from '../controls/time';
import { useEditor } from '../editor/editorStore';
import { usePreviewState } from '../editor/previewContext';
import type { LayerEdits } from './useLayerEdits';
import { sectionTitles } from '../sections/sectionChanges';
import { SectionTitleText } from '../sections/SectionTitleText';
import { endCrossfade, keepCrossfades } from './crossfade';

const own = (key: 'from' | 'to') => fieldOf(spanRecord, key) as NumberField;
// An end can always be set after it.
const fromField: NumberField = { ...own('from'), max: own('from').max - 1 };
const toField = own('to');

const { hidden: _, ...visibleField } = layerFields.find(({ key }) => key === 'visible') as SwitchField;
const bothField = {
  kind: 'switch',
  key: 'fades',
  label: 'Fade in and out',
  help: 'One bar of the song at either end, smooth; 1.5 s while the beats are not known.',
} as const;
/** Fades to begin with: a bar of the song, or so many seconds while nobody knows how long that is. */
const fadesOfUse = ({ beats }: Pick<Film, 'beats'>): Partial<Span> => {
  const seconds = beats ? Math.round(beatSeconds(beats) * beats.perBar * 1000) / 1000 : 1.5;
  return { fadeIn: seconds, fadeOut: seconds, curve: 'smooth' };
};

/** When a layer is shown, and how it comes and goes. */
export function TimingSection({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const { span } = layer;
  const length = useEditor((state) => state.film.length);
  const beats = useEditor((state) => state.film.beats);
  const tracks = usePreviewState((state) => state.trackSeconds);
  const end = length ?? tracks;
  const set = (part: Partial<Span>) => {
    const [key] = Object.keys(part);
    edits.each(`${key}`, `span ${key}`, (target, film) => {
      target.span = changeSpan(target.span, part);
      keepCrossfades(film, target.id);
    });
  };
  return (
    <CardSection
      heading="Timing"
      keys={['visible']}
      open={false}
      note={layer.sections.length > 0 ? `in ${layer.sections.length} sections` : noteOf(span)}
    >
      <FieldRows
        at=""
        fields={[visibleField]}
        values={{ visible: layer.visible }}
        defaults={{ visible: true }}
        onChange={(_key, visible) => edits.set('visible', { visible })}
      />
      <NumberInput field={fromField} value={span.from} resetTo={0} onChange={(from) => set({ from })} />
      <NumberInput field={toField} value={span.to ?? end} onChange={(to) => set({ to })} />
      {span.to !== null && (
        <p className="text-right text-xs text-dim">
          <button type="button" className="underline hover:text-paper" onClick={() => set({ to: null })}>
            Show to the end
          </button>
        </p>
      )}
      <SwitchInput
        field={bothField}
        value={span.fadeIn > 0 || span.fadeOut > 0}
        onChange={(on) => set(on ? fadesOfUse({ beats }) : { fadeIn: 0, fadeOut: 0 })}
      />
      <FieldRows
        fields={fadeFields}
        values={{ ...span }}
        defaults={{ ...spanStandard }}
        onChange={(key, value) => set({ [key]: value })}
      />
      <CrossfadeNote layer={layer} edits={edits} />
      <SectionsChoice layer={layer} edits={edits} />
    </CardSection>
  );
}

/** The layer that this one crossfades with, if any. */
function CrossfadeNote({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const layers = useEditor((state) => state.film.layers);
  const back = layers.find(({ id }) => id === layer.crossfade);
  if (!back) return null;
  return (
    <p className="flex items-center justify-between gap-2 py-1 text-dim">
      <span>Crossfade from {back.name}</span>
      <button
        type="button"
        className="underline hover:text-paper"
        onClick={() =>
          edits.each('end crossfade', 'crossfade', (target, film) => endCrossfade(film, target.id))
        }
      >
        Remove crossfade
      </button>
    </p>
  );
}

/** In which sections of the song the layer is shown: in all, or in those that are pressed. */
function SectionsChoice({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const sections = useEditor((state) => state.film.sections);
  if (sections.length === 0) return null;
  const set = (chosen: string[]) =>
    edits.each('shown in sections', 'sections', (target) => {
      target.sections = sections.map(({ id }) => id).filter((id) => chosen.includes(id));
    });
  return (
    <div className="py-1">
      <p className="text-dim">Shown in {layer.sections.length === 0 ? 'all sections' : 'these sections'}</p>
      <ToggleGroup.Root
        type="multiple"
        aria-label="Sections in which the layer is shown"
        value={layer.sections}
        onValueChange={set}
        className="mt-1 flex flex-wrap gap-1"
      >
        {sectionTitles(sections).map(({ id, name, number }) => (
          <ToggleGroup.Item
            key={id}
            value={id}
            className="figures h-6 rounded-sm border border-rule px-1.5 text-dim data-[state=on]:border-glass data-[state=on]:text-glass"
          >
            <SectionTitleText name={name} number={number} />
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

/** What is said of it while it is folded away. */
function noteOf({ from, to, fadeIn, fadeOut }: Span): string | undefined {
  if (from > 0 || to !== null) return `${clock(from)} to ${to === null ? 'the end' : clock(to)}`;
  return fadeIn > 0 || fadeOut > 0 ? 'fades' : undefined;
}
