import { fpsOf, fpsText } from '@cyclogram/core';
import { useContext, useEffect, useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Outlet, useMatch } from 'react-router';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { toast } from 'sonner';
import { useAssets, type Asset } from '../api/assets';
import { CordLines } from '../cords/CordLines';
import { HelpLine } from '../controls/HelpLine';
import { footHeight } from '../tape/lanes';
import { Tape } from '../tape/Tape';
import { useLeastTapeHeight } from '../tape/useUnderSound';
import { EditorContext, openLayerId, useEditor } from './editorStore';
import { FilmBar } from './FilmBar';
import { usePreview, usePreviewState } from './previewContext';
import { useOpeningMoment } from './useOpeningMoment';
import { PageTitle } from '../renders/RenderEvents';

/** One film: time on top, sound on the left, the picture in the middle, what is drawn on the right. */
export function Workspace() {
  const listeningTo = useMatch('/films/:id/listening/:ear')?.params.ear;
  const title = useEditor((state) => state.film.title) || 'Untitled';
  const preview = usePreview();
  const tracks = useEditor((state) => state.film.tracks);
  const openEar = useEditor((state) => state.openEar);
  const firstEar = useEditor((state) => state.film.ears[0]?.id);
  const watched = listeningTo ?? openEar ?? firstEar;
  const hashes = useMemo(() => tracks.flatMap(({ source }) => source.asset ?? []), [tracks]);
  const { assets, complete } = useAssets(hashes);
  const problem = usePreviewState((state) => state.problem);
  useTellPreview(assets, complete);
  useOpeningMoment(assets, complete);
  useRestartNote();
  useEffect(() => preview.watch(watched), [preview, watched]);
  useShortcuts();
  const rows = useDefaultLayout({ id: 'rows', storage: localStorage });
  const minTape = useLeastTapeHeight();

  return (
    <div className="flex h-full flex-col">
      <PageTitle>{`${title} · Cyclogram`}</PageTitle>
      <FilmBar />
      {problem && (
        <p role="alert" className="border-b border-rule bg-raised px-4 py-1 text-alarm">
          {problem}
        </p>
      )}
      <main className="min-h-0 grow">
        <h1 className="sr-only">{title}</h1>
        <Group
          orientation="vertical"
          className="h-full"
          resizeTargetMinimumSize={{ fine: 2 * footHeight, coarse: 20 }}
          defaultLayout={rows.defaultLayout}
          onLayoutChanged={rows.onLayoutChanged}
        >
          <Panel id="tape" defaultSize="27%" minSize={minTape} maxSize="60%">
            <Tape assets={assets} watched={watched} />
          </Panel>
          <Separator
            className="h-px bg-rule outline-offset-0 hover:bg-edge"
            aria-label="Height of the Tape"
          />
          <Panel id="areas">
            <Outlet />
          </Panel>
        </Group>
      </main>
      <CordLines />
      <HearingState />
      <HelpLine>
        <FilmFacts />
      </HelpLine>
    </div>
  );
}

/** Says on the page whether all of the film has been heard, for whoever waits for that. */
function HearingState() {
  const heard = usePreviewState((state) => state.heard);
  return <span hidden data-hearing={heard ? 'done' : 'going on'} />;
}

/** What the film is, at a glance: its size, its rate, and what is selected of it. */
function FilmFacts() {
  const width = useEditor(({ film }) => film.width);
  const height = useEditor(({ film }) => film.height);
  const rate = useEditor(({ film }) => film.fps);
  const layers = useEditor(({ film }) => film.layers.length);
  const selected = useEditor((state) => state.selected.length);
  const open = useEditor((state) => state.film.layers.find(({ id }) => id === openLayerId(state))?.name);
  const all = layers === 1 ? '1 layer' : `${layers} layers`;
  return (
    <>
      <span className="figures shrink-0">
        {width} × {height} · {fpsText(rate)} fps · {all}
      </span>
      {selected > 0 && (
        <span className="truncate">{selected > 1 ? `· ${selected} selected` : `· ${open ?? ''}`}</span>
      )}
    </>
  );
}

/** Says that workers had to be started again. */
function useRestartNote(): void {
  const restarted = usePreviewState((state) => state.restarted);
  useEffect(() => {
    if (restarted > 0)
      toast.warning('A part of the preview stopped and was started again.', { id: 'restarted' });
  }, [restarted]);
}

/** The preview is told of each change at once, before the page shows it: hearing and painting have begun by then. */
function useTellPreview(assets: ReadonlyMap<string, Asset>, complete: boolean): void {
  const preview = usePreview();
  const store = useContext(EditorContext)!;
  useEffect(() => {
    // What is known of only some tracks would be heard, and then all of it once more.
    if (!complete) return;
    preview.setFilm(store.getState().film, assets);
    return store.subscribe((state, before) => {
      if (state.film !== before.film) preview.setFilm(state.film, assets);
    });
  }, [preview, store, assets, complete]);
}

/** The Tape is a slider, which counts as a form field: shortcuts work there all the same. */
const everywhere = { enableOnFormTags: ['slider'], preventDefault: true } as const;

/** Also in a number that was just set; one that is being typed keeps its own undo. */
const undoing = { enableOnFormTags: ['slider', 'spinbutton'], preventDefault: true } as const;

function useShortcuts() {
  const preview = usePreview();
  const undo = useEditor((state) => state.undo);
  const redo = useEditor((state) => state.redo);
  const fps = useEditor((state) => fpsOf(state.film.fps));
  useHotkeys(
    'space',
    (event) => {
      // Space on a focused button presses that button.
      if (event.target instanceof HTMLButtonElement) return;
      event.preventDefault();
      void preview.toggle();
    },
    { ...everywhere, preventDefault: false },
  );
  useHotkeys('mod+z', () => undo(), undoing);
  useHotkeys('mod+shift+z, mod+y', () => redo(), undoing);
  useHotkeys('comma', () => preview.step(-1, fps), everywhere);
  useHotkeys('period', () => preview.step(1, fps), everywhere);
  useHotkeys('shift+left', () => preview.seek(preview.time() - 5), everywhere);
  useHotkeys('shift+right', () => preview.seek(preview.time() + 5), everywhere);
  useHotkeys('o', () => preview.setBefore(true), everywhere);
  useHotkeys('o', () => preview.setBefore(false), { ...everywhere, keyup: true, keydown: false });
  useHotkeys('home', () => preview.seek(0), everywhere);
  const tool = useEditor((state) => state.tool);
  const setTool = useEditor((state) => state.setTool);
  useHotkeys(
    'escape',
    (event) => {
      // It closed a menu or a sheet: that is all it was pressed for.
      if (event.defaultPrevented) return;
      if (tool === 'select') preview.setLoop(undefined);
      else setTool('select');
    },
    everywhere,
  );
}
