import {
  choicesOf,
  defaultPath,
  fieldsOf,
  isClosedShape,
  kindOf,
  pathAs,
  pathKinds,
  pathPlaceFields,
  trimFields,
  type FigureLayer,
  type FilmPath,
  type PathKind,
} from '@cyclogram/core';
import { Split } from 'lucide-react';
import { ChoiceInput } from '../controls/ChoiceInput';
import { FieldRows } from '../controls/Fields';
import { OwnerContext } from '../cords/owner';
import { findPath, useEditor } from '../editor/editorStore';
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
  label: 'Shape',
  help: 'What the marks stand along.',
  choices: choicesOf(pathKinds),
} as const;

interface PathSectionProps {
  layer: FigureLayer;
  edits: LayerEdits;
}

/** What a figure stands along: which path, its shape, and what can be done with it. */
export function PathSection({ layer, edits }: PathSectionProps) {
  const film = usePlacedFilm();
  const path = findPath(film, layer.path);
  if (!path) return null;
  return <PathFields layer={layer} edits={edits} film={film} path={path} />;
}

type PathFieldsProps = PathSectionProps & { film: PlacedFilm; path: FilmPath };

function PathFields({ layer, edits, film, path }: PathFieldsProps) {
  const change = useEditor((state) => state.change);
  const { shape } = path;
  const kind = kindOf(pathKinds, shape);
  const problem = useOutline(path);
  const setPath = (label: string, next: FilmPath) =>
    change(label, (draft) => void Object.assign(findPath(draft, path.id)!, next));
  const defaults = kind ? defaultPath(kind.kind, path.id, path.name, film) : path;
  const trim = trimFields.filter(({ key }) => key !== 'startOffset' || isClosedShape(shape));
  return (
    <OwnerContext.Provider value={{ list: 'paths', id: path.id }}>
      <SharedPath layer={layer} film={film} path={path} edits={edits} />
      <ChoiceInput
        field={kindField}
        value={shape.kind}
        onChange={(next) => setPath('kind of path', pathAs(path, next as PathKind, film))}
      />
      <FieldRows
        at="shape"
        fields={kind ? fieldsOf(kind.record) : []}
        values={{ ...shape }}
        defaults={{ ...defaults.shape }}
        onChange={(key, value) => edits.setShape(key, { [key]: value })}
      />
      <FieldRows
        at=""
        fields={[...pathPlaceFields, ...trim]}
        values={{ ...path }}
        defaults={{ ...defaults }}
        onChange={(key, value) => edits.setPath(key, { [key]: value })}
      />
      {'points' in shape && <PointFields pathId={path.id} shape={shape} />}
      {shape.kind in dataKinds && 'data' in shape && (
        <DataProblem data={shape.data} empty="There is nothing to stand along in the path data" />
      )}
      {problem && (
        <p role="alert" className="mt-1 text-alarm">
          {problem}
        </p>
      )}
      <PathTools layer={layer} film={film} path={path} setPath={setPath} />
    </OwnerContext.Provider>
  );
}

/** Kinds whose path data people give themselves: what they give may be wrong. */
const dataKinds: Partial<Record<PathKind, true>> = { svg: true };

const newPath = 'new';

/** Which of the film's paths the figure stands along; several figures may share one. */
function SharedPath({ layer, film, path, edits }: PathFieldsProps) {
  const change = useEditor((state) => state.change);
  const shared = usersOf(film, path.id).length;
  const field = {
    kind: 'choice',
    key: 'path',
    label: 'Path',
    help: 'One of the film’s paths. Several figures may share one: editing it moves all.',
    choices: [
      ...film.paths.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
      { value: newPath, label: 'Copy of this path' },
    ],
  } as const;
  const choose = (id: string) => {
    if (id === newPath) {
      change('copy of the path', (draft) => {
        const target = draft.layers.find((other) => other.id === layer.id);
        if (target) Object.assign(target, { path: addPath(draft, layer.name, path) });
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
            <Split size={11} /> Make unique
          </button>
        </p>
      )}
    </>
  );
}
