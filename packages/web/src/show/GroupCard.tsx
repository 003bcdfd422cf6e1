import { pathKinds, placeFields, placeStandard, type GroupLayer } from '@cyclogram/core';
import { CardSection } from '../controls/CardSection';
import { ChoiceInput } from '../controls/ChoiceInput';
import { FieldRows } from '../controls/Fields';
import { findLayer, findPath, useEditor } from '../editor/editorStore';
import { addPath, dropUnusedPaths } from './layerChanges';
import type { LayerEdits } from './useLayerEdits';

const none = 'none';
const own = 'own';

/** A group: where it stands as a whole, and the path it is cut by. */
export function GroupCard({ layer, edits }: { layer: GroupLayer; edits: LayerEdits }) {
  const paths = useEditor((state) => state.film.paths);
  const inside = useEditor(({ film }) => film.layers.filter(({ group }) => group === layer.id).length);
  const change = useEditor((state) => state.change);
  const clipField = {
    kind: 'choice',
    key: 'clip',
    label: 'Cut by',
    help: 'Only what lies within this path is seen. The path moves with the group.',
    choices: [
      { value: none, label: 'Nothing' },
      { value: own, label: 'A new circle' },
      ...paths.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
    ],
  } as const;
  const cut = (value: string) =>
    change('cut', (film) => {
      const group = findLayer(film, layer.id);
      if (group?.kind !== 'group') return;
      const circle = () =>
        addPath(film, `${layer.name}, cut`, pathKinds.circle.defaults(film.width, film.height));
      group.clip = value === none ? null : value === own ? circle() : value;
      dropUnusedPaths(film);
    });
  const clip = paths.find(({ id }) => id === layer.clip);
  return (
    <>
      <p className="pt-1 text-xs text-dim">
        {inside === 0
          ? 'Nothing is in it: drag layers here, or choose it as their group.'
          : `${inside} layers`}
      </p>
      <CardSection heading="Where">
        <FieldRows
          fields={placeFields.flatMap(({ fields }) => [...fields])}
          values={{ ...layer }}
          defaults={{ ...placeStandard }}
          onChange={(key, value) => edits.set(key, { [key]: value })}
        />
      </CardSection>
      <CardSection heading="Cut" open={layer.clip !== null}>
        <ChoiceInput field={clipField} value={layer.clip ?? none} onChange={cut} />
        {clip && (
          <FieldRows
            fields={pathKinds[clip.shape.kind].fields[0]!.fields}
            values={{ ...clip.shape }}
            defaults={{}}
            onChange={(key, value) =>
              change(
                key,
                (film) => Object.assign(findPath(film, clip.id)!.shape, { [key]: value }),
                `${clip.id} ${key}`,
              )
            }
          />
        )}
      </CardSection>
    </>
  );
}
