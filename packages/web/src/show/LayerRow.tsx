import {
  blendModes,
  copiesFields,
  copiesStandard,
  figureAs,
  figureKinds,
  parsePathData,
  pathAs,
  pathKinds,
  type FigureKind,
  type Layer,
  type PathKind,
} from '@cyclogram/core';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { clsx } from 'clsx';
import { Copy, Eye, EyeOff, GripVertical, Trash2 } from 'lucide-react';
import { useMemo } from 'react';
import { Button, IconButton } from '../controls/Button';
import { ChoiceInput, Fields } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { findLayer, freeId, useEditor } from '../editor/editorStore';

/** A layer in the list; the selected one shows its properties. */
export function LayerRow({ layer }: { layer: Layer }) {
  const { id, name, visible, figure } = layer;
  const selected = useEditor((state) => state.selectedLayer === id);
  const select = useEditor((state) => state.selectLayer);
  const change = useEditor((state) => state.change);
  const { setNodeRef, attributes, listeners, transform, transition } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={clsx('border-b border-rule/60 bg-panel', selected && 'border-l-2 border-l-glass')}
    >
      <div className="flex h-9 items-center pr-1.5">
        <span
          {...attributes}
          {...listeners}
          aria-label={`Move ${name}`}
          className="grid h-7 w-6 cursor-grab touch-none place-items-center text-edge"
        >
          <GripVertical size={14} />
        </span>
        <button
          type="button"
          aria-expanded={selected}
          className="flex min-w-0 grow items-center gap-2 text-left"
          onClick={() => select(selected ? undefined : id)}
        >
          <Thumbnail
            color={figure.color}
            colorHigh={'colorHigh' in figure ? figure.colorHigh : figure.color}
          />
          <span className={clsx('truncate', !visible && 'text-dim line-through')}>{name}</span>
        </button>
        <IconButton
          label={visible ? 'Hide' : 'Show'}
          aria-pressed={!visible}
          className="size-6"
          onClick={() =>
            change(visible ? 'hide' : 'show', (film) => void (findLayer(film, id)!.visible = !visible))
          }
        >
          {visible ? <Eye size={14} /> : <EyeOff size={14} className="text-dim" />}
        </IconButton>
      </div>
      {selected && <LayerCard layer={layer} />}
    </li>
  );
}

/** A small ring in the layer's colours, on the film's background. */
function Thumbnail({ color, colorHigh }: { color: string; colorHigh: string }) {
  const background = useEditor(({ film }) => film.background.color);
  return (
    <svg viewBox="-10 -10 20 20" className="size-6 shrink-0" style={{ background }} aria-hidden>
      {Array.from({ length: 12 }, (_, i) => (
        <path
          key={i}
          d={`M0-4.5V${-6 - ((i * 7) % 4)}`}
          transform={`rotate(${i * 30})`}
          stroke={i < 6 ? color : colorHigh}
          strokeWidth={1.4}
        />
      ))}
    </svg>
  );
}

const opacityField = {
  kind: 'number',
  key: 'opacity',
  label: 'Opacity',
  min: 0,
  max: 1,
  step: 5,
  unit: '%',
  shownPer: 100,
} as const;
const blendField = {
  kind: 'choice',
  key: 'blend',
  label: 'Blend',
  choices: Object.entries(blendModes).map(([value, { label }]) => ({ value, label })),
} as const;

/** Says where path data stops being path data; the marks stand on one spot meanwhile. */
function DataProblem({ data }: { data: string }) {
  const problem = useMemo(() => {
    try {
      return parsePathData(data).length > 1 ? undefined : 'There is nothing to stand along in the path data';
    } catch (error) {
      return (error as Error).message;
    }
  }, [data]);
  return problem === undefined ? null : (
    <p role="alert" className="mt-2 text-alarm">
      {problem[0]!.toUpperCase() + problem.slice(1)}. Paste what stands in the d attribute of an SVG path.
    </p>
  );
}

const pathField = {
  kind: 'choice',
  key: 'pathKind',
  label: 'Path',
  help: 'The shape that the marks stand along.',
  choices: Object.entries(pathKinds).map(([value, { label }]) => ({ value, label })),
} as const;
const figureField = {
  kind: 'choice',
  key: 'figureKind',
  label: 'Marks',
  help: 'What is drawn for the levels.',
  choices: Object.entries(figureKinds).map(([value, { label }]) => ({ value, label })),
} as const;

function LayerCard({ layer }: { layer: Layer }) {
  const { id, path, figure, opacity, blend, name } = layer;
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  const select = useEditor((state) => state.selectLayer);
  const set = (label: string, part: Partial<Layer>) =>
    change(label, (draft) => Object.assign(findLayer(draft, id)!, part), `${id} ${label}`);
  const duplicate = () => {
    const copyId = freeId('layer', film.layers);
    change('duplicate layer', (draft) => {
      const at = draft.layers.findIndex((other) => other.id === id);
      draft.layers.splice(at + 1, 0, { ...structuredClone(layer), id: copyId, name: `${name} copy` });
    });
    select(copyId);
  };
  const earField = {
    kind: 'choice',
    key: 'ear',
    label: 'Ear',
    help: 'What the figure follows.',
    choices: film.ears.map((ear) => ({ value: ear.id, label: ear.name })),
  } as const;
  return (
    <div className="px-3 pb-3">
      <input
        aria-label="Name of the layer"
        value={name}
        maxLength={200}
        onChange={({ target }) => set('name', { name: target.value })}
        className="h-7 w-full border-b border-rule bg-transparent"
      />
      <ChoiceInput field={earField} value={layer.ear} onChange={(ear) => set('ear', { ear })} />
      <ChoiceInput
        field={pathField}
        value={path.kind}
        onChange={(kind) =>
          set('kind of path', { path: pathAs(path, kind as PathKind, film.width, film.height) })
        }
      />
      <Fields
        groups={pathKinds[path.kind].fields}
        values={{ ...path }}
        defaults={{ ...pathKinds[path.kind].defaults(film.width, film.height) }}
        onChange={(key, value) =>
          change(
            key,
            (draft) => Object.assign(findLayer(draft, id)!.path, { [key]: value }),
            `${id} path ${key}`,
          )
        }
      />
      {path.kind === 'svg' && <DataProblem data={path.data} />}
      <section className="mt-3">
        <h4 className="mb-0.5 border-b border-rule text-xs text-dim">What</h4>
        <ChoiceInput
          field={figureField}
          value={figure.kind}
          onChange={(kind) =>
            set('kind of marks', { figure: figureAs(figure, kind as FigureKind, film.width, film.height) })
          }
        />
      </section>
      <Fields
        groups={figureKinds[figure.kind].fields}
        values={{ ...figure }}
        defaults={{ ...figureKinds[figure.kind].defaults(film.width, film.height) }}
        onChange={(key, value) =>
          change(
            key,
            (draft) => Object.assign(findLayer(draft, id)!.figure, { [key]: value }),
            `${id} figure ${key}`,
          )
        }
      />
      <Fields
        groups={copiesFields}
        values={{ ...layer.copies }}
        defaults={{ ...copiesStandard }}
        onChange={(key, value) =>
          change(
            `copies ${key}`,
            (draft) => Object.assign(findLayer(draft, id)!.copies, { [key]: value }),
            `${id} copies ${key}`,
          )
        }
      />
      <section className="mt-3">
        <h4 className="mb-0.5 border-b border-rule text-xs text-dim">How laid on</h4>
        <NumberInput
          field={opacityField}
          value={opacity}
          resetTo={1}
          onChange={(value) => set('opacity', { opacity: value })}
        />
        <ChoiceInput
          field={blendField}
          value={blend}
          onChange={(value) => set('blend', { blend: value as Layer['blend'] })}
        />
      </section>
      <div className="mt-3 flex gap-2">
        <Button onClick={duplicate}>
          <Copy size={13} /> Duplicate
        </Button>
        <Button
          onClick={() =>
            change(
              'delete layer',
              (draft) => void (draft.layers = draft.layers.filter((other) => other.id !== id)),
            )
          }
        >
          <Trash2 size={13} /> Delete
        </Button>
      </div>
    </div>
  );
}
