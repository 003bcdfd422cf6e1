import {
  layerRegistry,
  fieldOf,
  fieldsOf,
  groupLayerRecord,
  kindOf,
  pathKinds,
  pathPlacementFields,
  type FilmPath,
  type GroupLayer,
  type ReferenceField,
} from '@cyclogram/core';
import { CardSection } from '../controls/CardSection';
import { ChoiceInput } from '../controls/ChoiceInput';
import { FieldRows } from '../controls/Fields';
import { OwnerContext } from '../cords/owner';
import { findLayer, findPath, useEditor } from '../editor/editorStore';
import { addCircle, dropUnusedPaths } from './layerChanges';

const none = 'none';
const own = 'own';
const clipField = fieldOf(groupLayerRecord, 'clipPath') as ReferenceField;

/** A group: what is in it, and the path it is cut by. */
export function GroupCard({ layer }: { layer: GroupLayer }) {
  const paths = useEditor((state) => state.film.paths);
  const inside = useEditor(({ film }) => film.layers.filter(({ group }) => group === layer.id).length);
  const change = useEditor((state) => state.change);
  const choices = [
    { value: none, label: 'None' },
    { value: own, label: 'New circle' },
    ...paths.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
  ];
  const cut = (value: string) =>
    change('clip path', (film) => {
      const group = layerRegistry.as('group', findLayer(film, layer.id));
      if (!group) return;
      group.clipPath = value === none ? null : value === own ? addCircle(film, `${layer.name}, clip`) : value;
      dropUnusedPaths(film);
    });
  const clip = paths.find(({ id }) => id === layer.clipPath);
  return (
    <>
      <p className="pt-1 text-xs text-dim">
        {inside === 0
          ? 'The group is empty: drag layers here, or choose it as their group.'
          : `${inside} layers`}
      </p>
      <CardSection heading="Clip path" open={layer.clipPath !== null} note={clip?.name}>
        <ChoiceInput
          field={{ kind: 'choice', key: 'clipPath', label: clipField.label, help: clipField.help, choices }}
          value={layer.clipPath ?? none}
          onChange={cut}
        />
        {clip && <ClipFields path={clip} />}
      </CardSection>
    </>
  );
}

/** The shape and the place of a clip path. */
function ClipFields({ path }: { path: FilmPath }) {
  const change = useEditor((state) => state.change);
  const kind = kindOf(pathKinds, path.shape);
  const set = (key: string, edit: (target: FilmPath) => void) =>
    change(key, (film) => edit(findPath(film, path.id)!), `${path.id} ${key}`);
  return (
    <OwnerContext.Provider value={{ list: 'paths', id: path.id }}>
      <FieldRows
        at="shape"
        fields={kind ? fieldsOf(kind.record) : []}
        values={{ ...path.shape }}
        defaults={{}}
        onChange={(key, value) => set(key, ({ shape }) => void Object.assign(shape, { [key]: value }))}
      />
      <FieldRows
        at=""
        fields={pathPlacementFields}
        values={{ ...path }}
        defaults={{}}
        onChange={(key, value) => set(key, (target) => void Object.assign(target, { [key]: value }))}
      />
    </OwnerContext.Provider>
  );
}
