import { fpsOf } from '@cyclogram/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { BookmarkPlus, Plus, Trash2, X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { estimateRender, startRender, useFormats, type RenderFormat, type RenderWish } from '../api/renders';
import { Button, IconButton } from '../controls/Button';
import { Dialog } from '../controls/Dialog';
import { menuRow, menuSheet } from '../controls/menu';
import { byteSize, clock, roughTime } from '../controls/time';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { OutputForm } from './OutputForm';
import {
  keepLastOutputs,
  keepPresets,
  keptPresets,
  lastOutputs,
  outputStandard,
  rangeOf,
  rateOf,
  shippedPresets,
  renderedSize,
  wishOf,
  type Output,
  type OutputContext,
} from './outputs';

interface RenderDialogProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Asks for one file or several, and puts them in the queue. */
export function RenderDialog({ open, onOpenChange }: RenderDialogProps) {
  return (
    <Dialog
      width="w-[760px]"
      open={open}
      onOpenChange={onOpenChange}
      title="Render"
      description="Files are made in the background, one after another."
    >
      {/* Made anew each time it opens: it starts from the film as it is then. */}
      {open && <RenderForm onClose={() => onOpenChange(false)} />}
    </Dialog>
  );
}

function RenderForm({ onClose }: { onClose: () => void }) {
  const preview = usePreview();
  const filmId = useEditor((state) => state.id);
  const film = useEditor((state) => state.film);
  const loop = usePreviewState((state) => state.loop);
  const formats = useFormats();
  const navigate = useNavigate();
  const [outputs, setOutputs] = useState(lastOutputs);
  const [chosen, setChosen] = useState(0);
  const [time] = useState(() => preview.time());
  const context: OutputContext = useMemo(
    () => ({ film, filmId, seconds: preview.seconds, loop, time }),
    [film, filmId, preview, loop, time],
  );
  const start = useMutation({
    mutationFn: async (wishes: RenderWish[]) => {
      for (const wish of wishes) await startRender(wish);
    },
    onSuccess: () => {
      keepLastOutputs(outputs);
      void navigate('/renders');
    },
  });
  if (!formats) return <p className="text-dim">Looking for formats…</p>;
  const at = Math.min(chosen, outputs.length - 1);
  const output = outputs[at]!;
  const formatOf = ({ format }: Output) => formats.find(({ id }) => id === format) ?? formats[0]!;
  const set = (part: Partial<Output>) =>
    setOutputs(outputs.map((other, i) => (i === at ? { ...other, ...part } : other)));
  const remove = (index: number) => {
    setOutputs(outputs.filter((_, i) => i !== index));
    setChosen(Math.max(0, index - 1));
  };
  const add = () => {
    setOutputs([...outputs, { ...output, name: output.name === '{title}' ? '{title} {size}' : output.name }]);
    setChosen(outputs.length);
  };
  const noSong = film.tracks.length === 0;
  return (
    <form
      // Enter sets a number that was typed; it does not start anything.
      onKeyDown={(event) => {
        if (event.key === 'Enter' && event.target instanceof HTMLInputElement) event.preventDefault();
      }}
      onSubmit={(event) => {
        event.preventDefault();
        start.mutate(outputs.map((one) => wishOf(one, formatOf(one), context)));
      }}
    >
      <div className="mb-3 flex flex-wrap items-center gap-1.5 border-b border-rule pb-3">
        {outputs.map((one, i) => (
          <span
            key={i}
            className={clsx(
              'flex h-7 items-center rounded-sm border',
              i === at ? 'border-paper' : 'border-rule hover:border-edge',
            )}
          >
            <button type="button" aria-pressed={i === at} className="px-2" onClick={() => setChosen(i)}>
              {formatOf(one).label}{' '}
              <span className="figures text-dim">{sizeText(one, formatOf(one), film)}</span>
            </button>
            {outputs.length > 1 && (
              <button
                type="button"
                aria-label={`Remove output ${i + 1}`}
                className="pr-1.5 text-dim hover:text-paper"
                onClick={() => remove(i)}
              >
                <X size={13} />
              </button>
            )}
          </span>
        ))}
        <Button look="bare" onClick={add} disabled={outputs.length >= 12}>
          <Plus size={14} /> Add output
        </Button>
        <span className="grow" />
        <Presets outputs={outputs} onChoose={(next) => (setOutputs(next), setChosen(0))} />
      </div>
      <OutputForm output={output} formats={formats} context={context} onChange={set} />
      <Estimate wish={wishOf(output, formatOf(output), context)} />
      <p className="figures mt-1 text-dim">{lengthText(output, formatOf(output), context)}</p>
      {noSong && <p className="mt-2 text-amber">The film has no song yet. Add one, then render.</p>}
      {start.error && (
        <p role="alert" className="mt-2 text-alarm">
          {start.error.message}
        </p>
      )}
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" type="submit" disabled={noSong || start.isPending}>
          {outputs.length > 1 ? `Start ${outputs.length} renders` : 'Start rendering'}
        </Button>
      </div>
    </form>
  );
}

function sizeText(
  output: Output,
  { pictures }: Pick<RenderFormat, 'pictures'>,
  film: OutputContext['film'],
): string {
  if (pictures === 'none') return '';
  const { width, height } = renderedSize(output, film);
  return `${width}×${height}`;
}

function lengthText(output: Output, { pictures }: RenderFormat, context: OutputContext): string {
  if (pictures === 'moment') return `The moment at ${clock(context.time, true)}`;
  const [from, to] = rangeOf(output, context);
  if (pictures === 'spread') return `${output.moments} moments over ${clock(to - from, true)}`;
  if (pictures === 'none') return clock(to - from, true);
  const frames = Math.round((to - from) * fpsOf(rateOf(output, context.film)));
  return `${sizeText(output, { pictures }, context.film)}, ${clock(to - from, true)}, ${frames} frames`;
}

/** Milliseconds without a change after which it is measured. */
const pause = 700;

const numbers = new WeakMap<object, number>();
let lastNumber = 0;

/** A number for an object, so that a key need not hold all of it. */
function numberOf(object: object): number {
  let found = numbers.get(object);
  if (found === undefined) numbers.set(object, (found = ++lastNumber));
  return found;
}

/** Time and room that the render will take, measured on frames of the film; or why it cannot be made. */
function Estimate({ wish }: { wish: RenderWish }) {
  const key = JSON.stringify({ ...wish, document: undefined, name: undefined });
  const [settled, setSettled] = useState({ key, wish });
  useEffect(() => {
    const timer = setTimeout(() => setSettled({ key, wish }), pause);
    return () => clearTimeout(timer);
    // The key says all of the wish that matters.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const { data, error, isFetching } = useQuery({
    // The film is one object as long as nothing of it changes.
    queryKey: ['estimate', settled.key, numberOf(settled.wish.document)],
    queryFn: ({ signal }) => estimateRender(settled.wish, signal),
    enabled: settled.wish.document.tracks.length > 0,
    retry: false,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const current = settled.key === key;
  const problem = error?.message ?? (data && 'problem' in data ? data.problem : undefined);
  return (
    <p role="status" className={clsx('mt-4', problem && current ? 'text-alarm' : 'text-dim')}>
      {!current || isFetching ? (
        'Measuring a few frames…'
      ) : problem ? (
        problem
      ) : data && 'seconds' in data ? (
        <>
          About {roughTime(data.seconds)}, {byteSize(data.bytes)}.{' '}
          <span className={data.fits ? '' : 'text-alarm'}>
            {data.fits
              ? `${byteSize(data.free)} free.`
              : `It needs ${byteSize(data.diskBytes)} while it is made, and ${byteSize(data.free)} are free: a smaller size, a shorter range or a lower quality would fit.`}
          </span>
        </>
      ) : null}
    </p>
  );
}

/** Outputs under a name: those that come along, and own ones. */
function Presets({
  outputs,
  onChoose,
}: {
  outputs: readonly Output[];
  onChoose: (outputs: Output[]) => void;
}) {
  const [presets, setPresets] = useState(keptPresets);
  const [naming, setNaming] = useState<string>();
  const keep = (next: typeof presets) => {
    keepPresets(next);
    setPresets(next);
  };
  const save = () => {
    const name = naming?.trim();
    setNaming(undefined);
    if (!name) return;
    keep([...presets.filter((preset) => preset.name !== name), { name, outputs: [...outputs] }]);
    toast.success(`Kept as ${name}`);
  };
  if (naming !== undefined) {
    return (
      <input
        // It was asked for by the press before.
        autoFocus
        aria-label="Name of the settings"
        placeholder="Name"
        value={naming}
        maxLength={60}
        onChange={({ target }) => setNaming(target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            save();
          }
          if (event.key === 'Escape') {
            event.stopPropagation();
            setNaming(undefined);
          }
        }}
        onBlur={save}
        className="h-7 w-44 border-b border-edge bg-transparent"
      />
    );
  }
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="inline-flex h-7 items-center rounded-sm border border-rule px-2.5 text-sm hover:border-edge hover:bg-raised">
          Settings
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={menuSheet}>
            {[...shippedPresets, ...presets].map(({ name, outputs: own }) => (
              <DropdownMenu.Item
                key={name}
                className={menuRow}
                onSelect={() => onChoose(own.map((one) => ({ ...outputStandard, ...one })))}
              >
                {name}
              </DropdownMenu.Item>
            ))}
            {presets.length > 0 && <DropdownMenu.Separator className="my-1 border-t border-rule" />}
            {presets.map(({ name }) => (
              <DropdownMenu.Item
                key={name}
                className={`${menuRow} text-dim`}
                onSelect={() => keep(presets.filter((preset) => preset.name !== name))}
              >
                <Trash2 size={13} /> Remove {name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <IconButton label="Keep these settings" onClick={() => setNaming('')}>
        <BookmarkPlus size={15} />
      </IconButton>
    </>
  );
}
