import {
  pathAs,
  pathKinds,
  type FigureLayer,
  type FilmPath,
  type PathKind,
  type PathSettings,
} from '@cyclogram/core';
import { Split } from 'lucide-react';
import { ChoiceInput } from '../controls/ChoiceInput';
import { FieldRows } from '../controls/Fields';
import { findLayer, findPath, useEditor } from '../editor/editorStore';
import { usePlacedFilm, type PlacedFilm } from '../editor/usePlacedFilm';
import { DataProblem } from './DataProblem';
import { addPath, dropUnusedPaths, usersOf } from './layerChanges';
import { PathTools } from './PathTools';
import { PointFields } from './PointFields';
import type { LayerEdits } from './useLayerEdits';
import { useOutline } from './useOutline';

const kindField = {
  kind: 'choice',
  key: 'pathKind',
  label: 'Path',
  help: 'The shape that the marks stand along.',
  choices: Object.entries(pathKinds).map(([value, { label }]) => ({ value, label })),
} as const;

interface PathSectionProps {
  layer: FigureLayer;
  edits: LayerEdits;
}

/** Where a figure stands: which path, its shape, and what can be done with it. */
export function PathSection({ layer, edits }: PathSectionProps) {
  const film = usePlacedFilm();
  const path = findPath(film, layer.path);
  if (!path) return null;
  return <PathFields layer={layer} edits={edits} film={film} path={path} />;
}

function PathFields({ layer, edits, film, path }: PathSectionProps & { film: PlacedFilm; path: FilmPath }) {
  const change = useEditor((state) => state.change);
  const { shape } = path;
  const problem = useOutline(path);
  const shared = usersOf(film, path.id).length;
  const setShape = (label: string, next: PathSettings) =>
    change(label, (draft) => void (findPath(draft, path.id)!.shape = next));
  return (
    <>
      <SharedPath layer={layer} film={film} path={path} shared={shared} edits={edits} />
      <ChoiceInput
        field={kindField}
        value={shape.kind}
        onChange={(kind) =>
          setShape('kind of path', pathAs(shape, kind as PathKind, film.width, film.height))
        }
      />
      <FieldRows
        fields={pathKinds[shape.kind].fields.flatMap(({ fields }) => [...fields])}
        values={{ ...shape }}
        defaults={{ ...pathKinds[shape.kind].defaults(film.width, film.height) }}
        onChange={(key, value) => edits.setPath(key, { [key]: value })}
      />
      {shape.kind === 'drawn' && <PointFields pathId={path.id} shape={shape} />}
      {shape.kind === 'svg' && (
        <DataProblem data={shape.data} empty="There is nothing to stand along in the path data" />
      )}
      {problem && (
        <p role="alert" className="mt-1 text-alarm">
          {problem}
        </p>
      )}
      <PathTools layer={layer} film={film} path={path} setShape={setShape} />
    </>
  );
}

const newPath = 'new';

/** Which of the film's paths the figure stands along; several figures may share one. */
function SharedPath({
  layer,
  film,
  path,
  shared,
  edits,
}: PathSectionProps & { film: PlacedFilm; path: FilmPath; shared: number }) {
  const change = useEditor((state) => state.change);
  const field = {
    kind: 'choice',
    key: 'path',
    label: 'Stands along',
    help: 'One of the film’s paths. Several figures may share one: editing it moves all.',
    choices: [
      ...film.paths.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
      { value: newPath, label: 'A copy of this one' },
    ],
  } as const;
  const choose = (id: string) => {
    if (id === newPath) {
      change('path of its own', (draft) => {
        const target = findLayer(draft, layer.id);
        if (target?.kind === 'figure') target.path = addPath(draft, layer.name, { ...path.shape });
      });
    } else {
      edits.eachFigure('choose path', '', (target, draft) => {
        target.path = id;
        dropUnusedPaths(draft);
      });
    }
  };
  return (
    <>
      <ChoiceInput field={field} value={path.id} onChange={choose} />
      {shared > 1 && (
        <p className="flex items-center justify-between text-xs text-dim">
          Shared by {shared} layers
          <button
            type="button"
            className="flex items-center gap-1 underline hover:text-paper"
            onClick={() => choose(newPath)}
          >
            <Split size={11} /> Make it its own
          </button>
        </p>
      )}
    </>
  );
}
