import { kindOf, passKinds, type PassSettings } from '@cyclogram/core';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { clsx } from 'clsx';
import {
  ChevronRight,
  ClipboardPaste,
  Copy,
  CopyPlus,
  Eye,
  EyeOff,
  GripVertical,
  Plus,
  Trash2,
} from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useContext, useState } from 'react';
import { Button, IconButton } from '../controls/Button';
import { SortableList } from '../controls/SortableList';
import { FilterContext } from '../cords/filter';
import { useMovingNote } from '../cords/useMovingNote';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { changedNote } from '../show/notes';
import {
  addPasses,
  copyPasses,
  duplicatePass,
  hasCopiedPasses,
  maxPasses,
  movePass,
  passesOf,
  pastePasses,
  removePass,
  samePasses,
  type Owner,
} from './passChanges';
import { PassCost } from './PassCost';
import { PassFields } from './PassFields';
import { PassGallery } from './PassGallery';

interface PassListProps {
  /** Whose passes are shown, and the others that changes go to. */
  owners: readonly [Owner, ...Owner[]];
  passes: readonly PassSettings[];
}

/** The passes of a layer, or of the whole picture, in their order. */
export function PassList({ owners, passes }: PassListProps) {
  const [owner] = owners;
  const change = useEditor((state) => state.change);
  const film = useEditor((state) => state.film);
  const [adding, setAdding] = useState(false);
  return (
    <>
      {passes.length === 0 && (
        <p className="py-1 text-xs text-dim">
          {owner.list === 'finish'
            ? 'The picture is shown as it is drawn. Passes change all of it: glow, grading, grain.'
            : 'Nothing changes what is drawn. Passes do: glow, blur, grading, grain.'}
        </p>
      )}
      <SortableList
        ids={passes.map(({ id }) => id)}
        onMove={(from, to) =>
          change('reorder passes', (draft) => {
            const [moved, target] = [from, to].map((id) => samePasses(draft, owners, id));
            for (const { owner: one, pass } of moved!) {
              const other = target!.find((pair) => pair.owner === one)?.pass;
              if (other) movePass(passesOf(draft, one)!, pass.id, other.id);
            }
          })
        }
      >
        <ol aria-label="Passes">
          {passes.map((pass) => (
            <PassRow key={pass.id} owners={owners} pass={pass} />
          ))}
        </ol>
      </SortableList>
      <div className="mt-1.5 flex gap-1">
        <Button disabled={passes.length >= maxPasses} onClick={() => setAdding(true)}>
          <Plus size={13} /> Add a pass
        </Button>
        {passes.length > 0 && (
          <IconButton
            label="Copy all passes"
            onClick={() =>
              copyPasses(
                film,
                owner,
                passes.map(({ id }) => id),
              )
            }
          >
            <Copy size={13} />
          </IconButton>
        )}
        <IconButton
          label="Paste passes"
          onClick={() =>
            hasCopiedPasses() &&
            change('paste passes', (draft) => owners.forEach((one) => pastePasses(draft, one)))
          }
        >
          <ClipboardPaste size={13} />
        </IconButton>
      </div>
      <PassGallery
        open={adding}
        onOpenChange={setAdding}
        owner={owner}
        onChoose={(added) =>
          change('add pass', (draft) => {
            for (const one of owners) {
              const own = passesOf(draft, one);
              // Ids are never used twice.
              if (own)
                addPasses(own, one === owner ? added : added.map((pass) => ({ ...pass, id: newId('pass') })));
            }
          })
        }
      />
    </>
  );
}

function PassRow({ owners, pass }: { owners: PassListProps['owners']; pass: PassSettings }) {
  const [owner] = owners;
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  const filter = useContext(FilterContext);
  const [open, setOpen] = useState(false);
  const moving = useMovingNote([`passes.`], undefined, pass.id);
  const { setNodeRef, attributes, listeners, transform, transition } = useSortable({ id: pass.id });
  const kind = kindOf(passKinds, pass);
  const label = kind?.label ?? 'Pass of a newer version';
  const edit = (what: string, key: string, set: (own: PassSettings) => void) =>
    change(
      what,
      (draft) => {
        for (const same of samePasses(draft, owners, pass.id)) set(same.pass);
      },
      `${owner.id} ${pass.id} ${key}`,
    );
  const fields = kind ? kind.record.groups[1].fields : [];
  const note =
    kind &&
    changedNote(fields, { ...pass }, { ...kind.defaults({ width, height }) } as Record<string, unknown>);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className="border-b border-rule/60 bg-panel"
      aria-label={label}
    >
      <Collapsible.Root open={open || filter.active} onOpenChange={setOpen}>
        <div className="flex h-7 items-center">
          <span
            {...attributes}
            {...listeners}
            aria-label={`Move ${label}`}
            className="grid h-7 w-4 shrink-0 cursor-grab touch-none place-items-center text-edge"
          >
            <GripVertical size={12} />
          </span>
          <Collapsible.Trigger className="flex min-w-0 grow items-center gap-1 text-left hover:text-paper">
            <ChevronRight size={12} className={clsx('shrink-0 transition-transform', open && 'rotate-90')} />
            <span className={clsx('shrink-0 truncate', !pass.on && 'text-dim line-through')}>{label}</span>
            {!open && (
              <span className="ml-auto truncate pl-2 text-xs text-dim">
                {moving ? <span className="text-glass">{moving}</span> : note}
              </span>
            )}
          </Collapsible.Trigger>
          <PassCost pass={pass.id} />
          <IconButton
            label={pass.on ? `Switch ${label} off` : `Switch ${label} on`}
            aria-pressed={!pass.on}
            className="size-6"
            onClick={() => edit(pass.on ? 'pass off' : 'pass on', 'on', (own) => void (own.on = !pass.on))}
          >
            {pass.on ? <Eye size={13} /> : <EyeOff size={13} className="text-dim" />}
          </IconButton>
        </div>
        <Collapsible.Content className="mb-2 ml-1 border-l border-rule pl-2">
          {kind ? (
            <PassFields
              owner={owner}
              pass={pass}
              onChange={(key, value) =>
                edit(label.toLowerCase(), key, (own) => void Object.assign(own, { [key]: value }))
              }
            />
          ) : (
            <p className="py-1 text-xs text-dim">A newer Cyclogram made this pass: it is kept as it is.</p>
          )}
          <div className="mt-1 flex justify-end">
            <IconButton
              label={`Copy ${label}`}
              className="size-6"
              onClick={() => copyPasses(film, owner, [pass.id])}
            >
              <Copy size={12} />
            </IconButton>
            <IconButton
              label={`Duplicate ${label}`}
              className="size-6"
              onClick={() =>
                change('duplicate pass', (draft) => {
                  for (const same of samePasses(draft, owners, pass.id))
                    duplicatePass(draft, same.owner, same.pass.id);
                })
              }
            >
              <CopyPlus size={12} />
            </IconButton>
            <IconButton
              label={`Remove ${label}`}
              className="size-6"
              onClick={() =>
                change('remove pass', (draft) => {
                  for (const same of samePasses(draft, owners, pass.id))
                    removePass(draft, same.owner, same.pass.id);
                })
              }
            >
              <Trash2 size={12} />
            </IconButton>
          </div>
        </Collapsible.Content>
      </Collapsible.Root>
    </li>
  );
}
