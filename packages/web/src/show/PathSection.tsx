import {
  type FieldGroup,
  choicesOf,
  defaultPath,
  fieldOf,
  fieldsOf,
  isClosedShape,
  kindOf,
  layerKinds,
  pathAs,
  pathKinds,
  pathPlacementFields,
  trimFields,
  type Film,
  type FilmPath,
  type Layer,
  type PathKind,
} from '@cyclogram/core';
import { Spline, Split } from 'lucide-react';
import { Button } from '../controls/Button';
import { ChoiceInput } from '../controls/ChoiceInput';
import { FieldRows } from '../controls/Fields';
import { OwnerContext } from '../cords/owner';
import { findPath, useEditor } from '../editor/editorStore';
import { usePlacedFilm, type PlacedFilm } from '../editor/usePlacedFilm';
import { addCircle, addPath, dropUnusedPaths, usersOf } from './layerChanges';
import { PathTools, type LayerWithPath } from './PathTools';
import { Slot } from './slots/slots';
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
  layer: LayerWithPath;
  edits: LayerEdits;
}

/** The path of a layer that needs none: there is a way to give it one, and to take it away. */
export function PathChoice({ layer, edits }: { layer: Layer & { path: string | null }; edits: LayerEdits }) {
  const change = useEditor((state) => state.change);
  const field = fieldOf(kindOf(layerKinds, layer)!.record, 'path');
  const needed = !(field && 'nullable' in field && field.nullable);
  const setPath = (label: string, edit: (target: { path: string | null }, draft: Film) => void) =>
    change(label, (draft) => {
      const target = draft.layers.find(({ id }) => id === layer.id);
      if (target && 'path' in target) edit(target as { path: string | null }, draft);
      dropUnusedPaths(draft);
    });
  if (layer.path === null) {
    return (
      <Button
        className="mt-1"
        onClick={() => setPath('path', (target, draft) => void (target.path = addCircle(draft, layer.name)))}
      >
        <Spline size={13} /> Set along a path
      </Button>
    );
  }
  return (
    <>
      <PathSection layer={layer as LayerWithPath} edits={edits} />
      {!needed && (
        <Button
          className="mt-1"
          onClick={() => setPath('straight lines', (target) => void (target.path = null))}
        >
          Set in straight lines
        </Button>
      )}
    </>
  );
}

/** What a layer is drawn along: which path, its shape, and what can be done with it. */
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
        fields={[...pathPlacementFields, ...trim]}
        values={{ ...path }}
        defaults={{ ...defaults }}
        onChange={(key, value) => edits.setPath(key, { [key]: value })}
      />
      <Slot
        id={(kind?.record.groups[0] as FieldGroup | undefined)?.slot}
        item={path.id}
        values={{ ...shape }}
        defaults={{ ...defaults.shape }}
        onChange={(part, label) => edits.setShape(label, part)}
      />
      {problem && (
        <p role="alert" className="mt-1 text-alarm">
          {problem}
        </p>
      )}
      <PathTools layer={layer} film={film} path={path} setPath={setPath} />
    </OwnerContext.Provider>
  );
}

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
      edits.each('choose path', '', (target, draft) => {
        if ('path' in target) target.path = id;
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
            <Split size={11} /> Give it its own path
          </button>
        </p>
      )}
    </>
  );
}
