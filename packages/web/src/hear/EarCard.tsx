import {
  bandEdges,
  defaultEar,
  earFields,
  layerReferences,
  resolutionHz,
  structuredCopy,
  trimSilentBands,
  type Ear,
  type SongFit,
} from '@cyclogram/core';
import { RotateCcw, Scissors, Sparkles, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { toast } from 'sonner';
import { useRecipeDocument } from '../api/recipes';
import { menuRow, menuSheet } from '../controls/menu';
import { Button } from '../controls/Button';
import { Fields } from '../controls/Fields';
import { findEar, useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { earChange } from './earChanges';
import { TrackPicker } from './TrackPicker';

/** Everything about one ear. */
export function EarCard({ earId }: { earId: string }) {
  const ear = useEditor(({ film }) => film.ears.find(({ id }) => id === earId))!;
  const usedBy = useEditor(
    ({ film }) =>
      film.layers.filter((layer) =>
        layerReferences(layer).some(({ to, id }) => to === 'ears' && id === earId),
      ).length + film.followers.filter((follower) => follower.ear === earId).length,
  );
  const change = useEditor((state) => state.change);
  const preview = usePreview();
  const set = (key: string, value: unknown) => {
    const { edges } = preview.state.getState().ears[earId] ?? {};
    change(
      key,
      (film) => Object.assign(findEar(film, earId)!, earChange(ear, key, value, edges)),
      `${earId} ${key}`,
    );
  };
  return (
    <div className="px-3 pb-3">
      <input
        aria-label="Name of the ear"
        value={ear.name}
        maxLength={200}
        onChange={({ target }) => set('name', target.value)}
        className="mt-1 h-7 w-full border-b border-rule bg-transparent"
      />
      <TrackPicker value={ear.tracks} onChange={(value) => set('tracks', value)} />
      <WindowNote ear={ear} />
      <EarTools ear={ear} />
      <Fields groups={earFields} values={ear} defaults={{ ...defaultEar('') }} onChange={set} />
      <EarNotes ear={ear} />
      <Button
        className="mt-3"
        disabled={usedBy > 0}
        title={usedBy > 0 ? 'Layers or followers use it' : undefined}
        onClick={() =>
          change('remove ear', (film) => void (film.ears = film.ears.filter(({ id }) => id !== earId)))
        }
      >
        <Trash2 size={13} /> {usedBy > 0 ? `In use by ${usedBy}` : 'Remove the ear'}
      </Button>
    </div>
  );
}

/** What is known of the ear once it has heard something. */
function EarNotes({ ear }: { ear: Ear }) {
  const report = usePreviewState((state) => state.ears[ear.id]);
  return (
    <>
      {ear.limits === 'fitted' && report && (
        <p className="figures mt-1 text-dim">
          now {report.limits.floorDb.toFixed(1)} to {report.limits.ceilingDb.toFixed(1)} dB
        </p>
      )}
      {report?.sharesBins && (
        <p className="mt-2 text-xs text-amber">
          The narrowest bands are finer than the transform ({report.binHz.toFixed(2)} Hz a bin) and share its
          bins.
        </p>
      )}
    </>
  );
}

const roundedHz = (hz: number) => (hz < 10 ? hz.toFixed(1) : hz.toFixed(0));

/** What the choice of the window costs, in words. */
function WindowNote({ ear }: { ear: Ear }) {
  const { window, longWindow, windowShape } = ear;
  const words = (seconds: number) =>
    `tells ${roundedHz(resolutionHz(windowShape, seconds))} Hz apart, blurs ${Math.round(seconds * 1000)} ms`;
  return (
    <p className="mt-1 text-xs text-dim" data-testid="window-note">
      {longWindow > window
        ? `High bands: ${words(window)}. Low bands: ${words(longWindow)}.`
        : `This window ${words(window)}.`}
    </p>
  );
}

/** Lets an ear go back to its defaults, or to the recipe's. */
function EarResetButton({ ear }: { ear: Ear }) {
  const change = useEditor((state) => state.change);
  const recipeId = useEditor((state) => state.film.recipe);
  const recipe = useRecipeDocument(recipeId);
  const own = recipe?.document.ears.find(({ id, name }) => id === ear.id || name === ear.name);
  const reset = (to: Ear) =>
    change('reset ear', (film) => {
      const { id, name, tracks } = findEar(film, ear.id)!;
      Object.assign(findEar(film, ear.id)!, structuredCopy(to), { id, name, tracks });
    });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="inline-flex h-7 items-center gap-1.5 rounded-sm border border-rule px-2.5 text-sm hover:border-edge hover:bg-raised">
        <RotateCcw size={13} /> Reset
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className={menuSheet}>
          <DropdownMenu.Item className={menuRow} onSelect={() => reset(defaultEar(ear.id))}>
            To defaults
          </DropdownMenu.Item>
          {recipe && own && (
            <DropdownMenu.Item className={menuRow} onSelect={() => reset(own)}>
              To recipe {recipe.name}
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** What sets an ear from the song itself. */
function EarTools({ ear }: { ear: Ear }) {
  const preview = usePreview();
  const change = useEditor((state) => state.change);
  const [busy, setBusy] = useState(false);
  const [fit, setFit] = useState<SongFit>();
  const apply = (label: string, part: Partial<Ear>) =>
    change(label, (film) => void Object.assign(findEar(film, ear.id)!, part));
  const run = (work: () => Promise<void>) => {
    setBusy(true);
    work()
      .catch((error: Error) => toast.error(`Could not analyse the song: ${error.message}.`))
      .finally(() => setBusy(false));
  };
  const fitToSong = () =>
    run(async () => {
      const found = await preview.ask('fit', { earId: ear.id });
      apply('fit to song', { ...found.settings, mutes: [] });
      setFit(found);
    });
  const trim = () =>
    run(async () => {
      const statistics = await preview.ask('statistics', { earId: ear.id });
      const edges = preview.state.getState().ears[ear.id]?.edges ?? bandEdges(ear);
      const trimmed = trimSilentBands(
        ear,
        edges,
        statistics.map(({ silent }) => silent),
      );
      if (trimmed) apply('trim silent bands', trimmed);
      else toast('No band at either end is silent.');
    });
  return (
    <>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          disabled={busy}
          onClick={fitToSong}
          title="Sets range, tilt, floor and ceiling from the song itself"
        >
          <Sparkles size={13} /> Fit to song
        </Button>
        <Button
          disabled={busy}
          onClick={trim}
          title="Drops the first and last bands that never get above the floor"
        >
          <Scissors size={13} /> Trim silent bands
        </Button>
        <EarResetButton ear={ear} />
      </div>
      {fit && (
        <div role="status" className="mt-2 border-l-2 border-amber pl-2 text-xs text-dim">
          {fit.reasons.map((reason) => (
            <p key={reason}>{reason}</p>
          ))}
          <button type="button" className="mt-1 underline hover:text-paper" onClick={() => setFit(undefined)}>
            Close
          </button>
        </div>
      )}
    </>
  );
}
