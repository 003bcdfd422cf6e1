import { kindOf, layerKinds, slowDrawings, type Layer } from '@cyclogram/core';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { clsx } from 'clsx';
import { ChevronUp, Eye, EyeOff, GripVertical, Hourglass, LockKeyhole, LockKeyholeOpen } from 'lucide-react';
import { useCallback, useContext, type MouseEvent } from 'react';
import { IconButton } from '../controls/Button';
import { shortcut } from '../controls/shortcut';
import { EditorContext, findLayer, openLayerId, useEditor } from '../editor/editorStore';
import { KindIcon } from './cards';
import { LayerCard } from './LayerCard';
import { LayerThumbnail } from './LayerThumbnail';
import { layerTree } from './layerTree';

interface LayerRowProps {
  layer: Layer;
  /** In how many groups it is. */
  depth: number;
  /** How many drawings a picture of it takes. */
  drawings: number;
  /** Its position in the list, and how long that is: not all rows are in the page. */
  index: number;
  count: number;
  /** Where it stands in the list, in CSS pixels. */
  top: number;
  /** Takes the height of the row. */
  measure: (row: HTMLElement | null) => void;
}

/** A layer in the list; the open one shows its properties. */
export function LayerRow({ layer, depth, drawings, index, count, top, measure }: LayerRowProps) {
  const { id, name, visible, locked } = layer;
  const selected = useEditor((state) => state.selected.includes(id));
  const open = useEditor((state) => openLayerId(state) === id);
  const selectRange = useEditor((state) => state.selectRange);
  const store = useContext(EditorContext)!;
  const select = useEditor((state) => state.selectLayer);
  const change = useEditor((state) => state.change);
  const { setNodeRef, attributes, listeners, transform, transition } = useSortable({ id });
  const slow = drawings >= slowDrawings;
  const ref = useCallback(
    (row: HTMLElement | null) => {
      setNodeRef(row);
      measure(row);
    },
    [setNodeRef, measure],
  );
  const toggle = (label: string, part: Partial<Layer>) =>
    change(label, (film) => Object.assign(findLayer(film, id)!, part));
  const onClick = (event: MouseEvent) => {
    if (event.shiftKey)
      selectRange(
        id,
        layerTree(store.getState().film).map((row) => row.layer.id),
      );
    else if (event.ctrlKey || event.metaKey) select(id, 'also');
    else select(id);
  };
  return (
    <li
      ref={ref}
      data-index={index}
      aria-setsize={count}
      aria-posinset={index + 1}
      style={{ top, transform: CSS.Translate.toString(transform), transition }}
      className={clsx(
        'absolute inset-x-0 border-b border-rule/60 bg-panel',
        selected && 'border-l-2 border-l-glass',
        selected && !open && 'bg-raised',
      )}
    >
      <div className="flex h-9 items-center pr-1" style={{ paddingLeft: depth * 14 }}>
        <span
          {...attributes}
          {...listeners}
          aria-label={`Move ${name}`}
          className="grid h-7 w-5 shrink-0 cursor-grab touch-none place-items-center text-edge"
        >
          <GripVertical size={14} />
        </span>
        <button
          type="button"
          aria-expanded={open}
          aria-pressed={selected}
          title={`${name}. ${shortcut('mod')} adds it to the selection, ${shortcut('shift')} selects all up to it.`}
          className="flex min-w-0 grow items-center gap-2 text-left"
          onClick={onClick}
        >
          <LayerThumbnail layer={layer} slow={slow} />
          <KindIcon layer={layer} label={kindLabel(layer)} />
          <span className={clsx('truncate', !visible && 'text-dim line-through')}>{name}</span>
        </button>
        {slow && (
          <span
            title={`Slow: ${Math.round(drawings).toLocaleString('en')} draws per frame, counting copies, masks and passes over time.`}
          >
            <Hourglass size={13} className="text-amber" aria-label={`${name} is slow`} />
          </span>
        )}
        {open && (
          <IconButton label={`Fold ${name}`} className="size-6" onClick={() => select(undefined)}>
            <ChevronUp size={14} />
          </IconButton>
        )}
        <IconButton
          label={locked ? 'Unlock' : 'Lock'}
          aria-pressed={locked}
          className={clsx('size-6', locked ? '' : 'text-edge')}
          onClick={() => toggle(locked ? 'unlock' : 'lock', { locked: !locked })}
        >
          {locked ? <LockKeyhole size={13} /> : <LockKeyholeOpen size={13} />}
        </IconButton>
        <IconButton
          label={visible ? 'Hide' : 'Show'}
          aria-pressed={!visible}
          className="size-6"
          onClick={() => toggle(visible ? 'hide' : 'show', { visible: !visible })}
        >
          {visible ? <Eye size={14} /> : <EyeOff size={14} className="text-dim" />}
        </IconButton>
      </div>
      {open && <LayerCard layer={layer} />}
    </li>
  );
}

const kindLabel = (layer: Layer) => kindOf(layerKinds, layer)?.label;
