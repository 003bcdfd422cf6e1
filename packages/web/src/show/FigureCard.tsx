import {
  choicesOf,
  copiesRecord,
  defaultsOf,
  fieldOf,
  fieldsOf,
  figureAs,
  figureKinds,
  figureLayerRecord,
  figureNeeds,
  kindOf,
  symmetryLabels,
  symmetryRecord,
  type FieldGroup,
  type FigureKindName,
  type FigureLayer,
} from '@cyclogram/core';
import { CardSection } from '../controls/CardSection';
import { ChoiceInput } from '../controls/ChoiceInput';
import { FieldRows } from '../controls/Fields';
import { findEar, findPath, useEditor } from '../editor/editorStore';
import { ColorSection } from './ColorSection';
import { FalloffSection } from './FalloffSection';
import type { Part } from './layerClipboard';
import { PartMenu } from './PartMenu';
import { changedNote, colorNote, pathWords, sizeNote } from './notes';
import { PathSection } from './PathSection';
import { Slot } from './slots/slots';
import type { LayerEdits } from './useLayerEdits';

const figureField = {
  kind: 'choice',
  key: 'figureKind',
  label: 'Figure',
  help: 'What is drawn for the levels.',
  choices: choicesOf(figureKinds),
} as const;
const earField = fieldOf(figureLayerRecord, 'ear')!;
const nowhere = { width: 0, height: 0 };
const copiesFields = fieldsOf(copiesRecord);
const copiesDefaults = { ...defaultsOf(copiesRecord, nowhere) };
const symmetryFields = fieldsOf(symmetryRecord);
const symmetryDefaults = { ...defaultsOf(symmetryRecord, nowhere) };

/** Everything about a figure, in the order in which people set it. */
export function FigureCard({ layer, edits }: { layer: FigureLayer; edits: LayerEdits }) {
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const { figure, copies, symmetry } = layer;
  const kind = kindOf(figureKinds, figure);
  const groups: readonly FieldGroup[] = kind?.record.groups ?? [];
  const defaults = { ...kind?.defaults({ width, height }) };
  const menu = (part: Part) => <PartMenu layer={layer} part={part} edits={edits} />;
  const { count } = copies;
  const path = useEditor((state) => findPath(state.film, layer.path));
  const pathNote = path ? pathWords(path) : undefined;
  const setKind = (next: string) =>
    edits.eachFigure('kind of figure', '', (target, film) => {
      target.figure = figureAs(target.figure, next as FigureKindName, film);
    });
  return (
    <>
      <FieldRows
        at=""
        fields={[earField]}
        values={{ ear: layer.ear }}
        defaults={{}}
        onChange={(_key, ear) =>
          edits.eachFigure('ear', 'ear', (target) => void (target.ear = ear as string))
        }
      />
      <CardSection heading="Path" list="paths" tools={menu('path')} note={pathNote}>
        <PathSection layer={layer} edits={edits} />
      </CardSection>
      {groups.map(({ heading, fields, slot }, i) => (
        <CardSection
          key={heading}
          heading={heading}
          keys={fields.map(({ key }) => `figure.${key}`)}
          tools={i === 0 ? menu('figure') : undefined}
          note={i === 0 ? kind?.label : (sizeNote(figure) ?? changedNote(fields, { ...figure }, defaults))}
        >
          {i === 0 && <ChoiceInput field={figureField} value={figure.kind} onChange={setKind} />}
          <FieldRows
            at="figure"
            fields={fields}
            values={{ ...figure }}
            defaults={defaults}
            onChange={edits.setFigure}
          />
          <Slot
            id={slot}
            item={layer.id}
            values={{ ...figure }}
            defaults={defaults}
            onChange={(part) => {
              for (const [key, value] of Object.entries(part)) edits.setFigure(key, value);
            }}
          />
          {i === 0 && <PeaksNote layer={layer} />}
        </CardSection>
      ))}
      <CardSection heading="Colour" keys={['color.']} tools={menu('color')} note={colorNote(layer.color)}>
        <ColorSection layer={layer} edits={edits} />
      </CardSection>
      <CardSection
        heading="Falloff"
        keys={['falloffs.']}
        open={false}
        tools={menu('falloffs')}
        note={layer.falloffs.length > 0 ? String(layer.falloffs.length) : undefined}
      >
        <FalloffSection layer={layer} edits={edits} />
      </CardSection>
      <CardSection
        heading="Copies"
        keys={['copies.']}
        open={false}
        tools={menu('copies')}
        note={count > 1 ? String(count) : undefined}
      >
        <FieldRows
          at="copies"
          fields={copiesFields}
          values={{ ...copies }}
          defaults={copiesDefaults}
          onChange={(key, value) => edits.setPart('copies', key, value)}
        />
      </CardSection>
      <CardSection
        heading="Symmetry"
        keys={['symmetry.']}
        open={false}
        tools={menu('symmetry')}
        note={symmetry.kind === symmetryDefaults.kind ? undefined : symmetryLabels[symmetry.kind]}
      >
        <FieldRows
          at="symmetry"
          fields={symmetryFields}
          values={{ ...symmetry }}
          defaults={symmetryDefaults}
          onChange={(key, value) => edits.setPart('symmetry', key, value)}
        />
      </CardSection>
    </>
  );
}

/** Caps stand at held peaks, which the ear has to hold. */
function PeaksNote({ layer }: { layer: FigureLayer }) {
  const { figure, ear: earId } = layer;
  const holds = useEditor(({ film }) => film.ears.find(({ id }) => id === earId)?.peaks ?? false);
  const change = useEditor((state) => state.change);
  if (holds || !figureNeeds(figure).peaks) return null;
  return (
    <p className="py-1 text-xs text-dim">
      The ear holds no peaks, so there are none to show.{' '}
      <button
        type="button"
        className="underline hover:text-paper"
        onClick={() => change('hold peaks', (film) => void (findEar(film, earId)!.peaks = true))}
      >
        Hold peaks
      </button>
    </p>
  );
}
