import {
  copiesFields,
  copiesStandard,
  figureAs,
  figureKinds,
  mostShapeData,
  symmetryFields,
  symmetryStandard,
  type FigureKind,
  type FigureLayer,
  type FigureSettings,
} from '@cyclogram/core';
import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { CardSection } from '../controls/CardSection';
import { ChoiceInput } from '../controls/ChoiceInput';
import { FieldRows } from '../controls/Fields';
import { findEar, useEditor } from '../editor/editorStore';
import { ColorSection } from './ColorSection';
import { FalloffSection } from './FalloffSection';
import { PartMenu } from './PartMenu';
import { DataProblem } from './DataProblem';
import { SvgFileButton } from './SvgFileButton';
import { PathSection } from './PathSection';
import type { LayerEdits } from './useLayerEdits';

const figureField = {
  kind: 'choice',
  key: 'figureKind',
  label: 'Drawn as',
  help: 'What is drawn for the levels.',
  choices: Object.entries(figureKinds).map(([value, { label }]) => ({ value, label })),
} as const;

/** Everything about a figure, in the order in which people set it. */
export function FigureCard({ layer, edits }: { layer: FigureLayer; edits: LayerEdits }) {
  const ears = useEditor(useShallow(({ film }) => film.ears.map(({ id }) => id)));
  const earNames = useEditor(useShallow(({ film }) => film.ears.map(({ name }) => name)));
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const { figure, copies, symmetry } = layer;
  const earField = {
    kind: 'choice',
    key: 'ear',
    label: 'Ear',
    help: 'What the figure follows.',
    choices: ears.map((value, i) => ({ value, label: earNames[i]! })),
  } as const;
  const [marks, size] = figureKinds[figure.kind].fields;
  const defaults = { ...figureKinds[figure.kind].defaults(width, height) };
  const menu = (part: 'path' | 'figure' | 'symmetry' | 'color' | 'falloffs' | 'copies') => (
    <PartMenu layer={layer} part={part} edits={edits} />
  );
  const { count } = copies;
  return (
    <>
      <ChoiceInput
        field={earField}
        value={layer.ear}
        onChange={(ear) => edits.eachFigure('ear', 'ear', (target) => void (target.ear = ear))}
      />
      <CardSection heading="Where" tools={menu('path')}>
        <PathSection layer={layer} edits={edits} />
      </CardSection>
      <CardSection heading="What" tools={menu('figure')}>
        <ChoiceInput
          field={figureField}
          value={figure.kind}
          onChange={(kind) =>
            edits.eachFigure('kind of marks', '', (target, film) => {
              target.figure = figureAs(
                target.figure as FigureSettings,
                kind as FigureKind,
                film.width,
                film.height,
              );
            })
          }
        />
        <FieldRows
          fields={marks!.fields}
          values={{ ...figure }}
          defaults={defaults}
          onChange={edits.setFigure}
        />
        <ShapeTools figure={figure} onChange={edits.setFigure} />
        <PeaksNote layer={layer} />
      </CardSection>
      <CardSection heading="How big">
        <FieldRows
          fields={size!.fields}
          values={{ ...figure }}
          defaults={defaults}
          onChange={edits.setFigure}
        />
      </CardSection>
      <CardSection heading="How coloured" tools={menu('color')}>
        <ColorSection layer={layer} edits={edits} />
      </CardSection>
      <CardSection
        heading="Falloff"
        open={false}
        tools={menu('falloffs')}
        note={layer.falloffs.length > 0 ? String(layer.falloffs.length) : undefined}
      >
        <FalloffSection layer={layer} edits={edits} />
      </CardSection>
      <CardSection
        heading="Symmetry"
        open={false}
        tools={menu('symmetry')}
        note={symmetry.kind === 'none' ? undefined : symmetryLabels[symmetry.kind]}
      >
        <FieldRows
          fields={symmetryFields.flatMap(({ fields }) => [...fields])}
          values={{ ...symmetry }}
          defaults={{ ...symmetryStandard }}
          onChange={(key, value) => edits.setPart('symmetry', key, value)}
        />
      </CardSection>
      <CardSection
        heading="Copies"
        open={false}
        tools={menu('copies')}
        note={count > 1 ? String(count) : undefined}
      >
        <FieldRows
          fields={copiesFields.flatMap(({ fields }) => [...fields])}
          values={{ ...copies }}
          defaults={{ ...copiesStandard }}
          onChange={(key, value) => edits.setPart('copies', key, value)}
        />
      </CardSection>
    </>
  );
}

const symmetryLabels = { mirror: 'Mirrored', turns: 'Turned', kaleidoscope: 'Kaleidoscope' };

/** The shape of a mark out of an SVG file, and what is wrong with its data. */
function ShapeTools({
  figure,
  onChange,
}: {
  figure: FigureSettings;
  onChange: (key: string, value: unknown) => void;
}) {
  if (figure.kind !== 'pictures' || figure.source !== 'shape') return null;
  return (
    <>
      <div className="py-1">
        <SvgFileButton
          inWords
          label="Read the shape from an SVG file"
          fileLabel="SVG file of the mark"
          most={mostShapeData}
          onRead={({ data }) => onChange('shape', data)}
        />
      </div>
      <DataProblem data={figure.shape} empty="There is no shape in the path data" />
    </>
  );
}

/** Caps stand at held peaks, which the ear has to hold. */
function PeaksNote({ layer }: { layer: FigureLayer }) {
  const { figure, ear: earId } = layer;
  const holds = useEditor(({ film }) => film.ears.find(({ id }) => id === earId)?.peaks ?? false);
  const change = useEditor((state) => state.change);
  const wanted = useMemo(() => figure.kind === 'caps' || (figure.kind === 'bars' && figure.caps), [figure]);
  if (!wanted || holds) return null;
  return (
    <p className="py-1 text-xs text-dim">
      The ear holds no peaks, so there are none to show.{' '}
      <button
        type="button"
        className="underline hover:text-paper"
        onClick={() => change('hold peaks', (film) => void (findEar(film, earId)!.peaks = true))}
      >
        Let it hold them
      </button>
    </p>
  );
}
