import { fpsOf } from '@cyclogram/core';
import { useContext, useEffect, useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { useAssets, type Asset } from '../api/assets';
import { HelpLine } from '../controls/HelpLine';
import { HearPanel } from '../hear/HearPanel';
import { ListeningView } from '../listening/ListeningView';
import { Screen } from '../screen/Screen';
import { ShowPanel } from '../show/ShowPanel';
import { footHeight } from '../tape/lanes';
import { Tape } from '../tape/Tape';
import { EditorContext, useEditor } from './editorStore';
import { FilmBar } from './FilmBar';
import { useStage, useStageState } from './stageContext';

interface WorkspaceProps {
  /** The ear that is shown large, in place of the areas below the Tape. */
  listeningTo: string | undefined;
}

/** One film: time on top, sound on the left, the picture in the middle, what is drawn on the right. */
export function Workspace({ listeningTo }: WorkspaceProps) {
  const stage = useStage();
  const tracks = useEditor((state) => state.film.tracks);
  const openEar = useEditor((state) => state.openEar);
  const firstEar = useEditor((state) => state.film.ears[0]?.id);
  const watched = listeningTo ?? openEar ?? firstEar;
  const hashes = useMemo(() => tracks.flatMap(({ source }) => source.asset ?? []), [tracks]);
  const { assets, complete } = useAssets(hashes);
  const problem = useStageState((state) => state.problem);
  useTellStage(assets, complete);
  useEffect(() => stage.watch(watched), [stage, watched]);
  useShortcuts();
  const columns = useDefaultLayout({ id: 'columns', storage: localStorage });
  const rows = useDefaultLayout({ id: 'rows', storage: localStorage });

  return (
    <div className="flex h-full flex-col">
      <FilmBar />
      {problem && (
        <p role="alert" className="border-b border-rule bg-raised px-4 py-1 text-alarm">
          {problem}
        </p>
      )}
      <Group
        orientation="vertical"
        className="grow"
        resizeTargetMinimumSize={{ fine: 2 * footHeight, coarse: 20 }}
        defaultLayout={rows.defaultLayout}
        onLayoutChanged={rows.onLayoutChanged}
      >
        <Panel id="tape" defaultSize="27%" minSize={96} maxSize="60%">
          <Tape assets={assets} watched={watched} />
        </Panel>
        <Separator className="h-px bg-rule outline-offset-0 hover:bg-edge" aria-label="Height of the Tape" />
        <Panel id="areas">
          {listeningTo === undefined ? (
            <Group
              orientation="horizontal"
              defaultLayout={columns.defaultLayout}
              onLayoutChanged={columns.onLayoutChanged}
            >
              <Panel id="hear" defaultSize={272} minSize={220} maxSize={420}>
                <HearPanel assets={assets} />
              </Panel>
              <Separator className="w-px bg-rule hover:bg-edge" aria-label="Width of Hear" />
              <Panel id="screen" minSize={360}>
                <Screen />
              </Panel>
              <Separator className="w-px bg-rule hover:bg-edge" aria-label="Width of Show" />
              <Panel id="show" defaultSize={280} minSize={230} maxSize={420}>
                <ShowPanel />
              </Panel>
            </Group>
          ) : (
            <ListeningView earId={listeningTo} />
          )}
        </Panel>
      </Group>
      <HelpLine />
    </div>
  );
}

/** The stage is told of each change at once, before the page shows it: hearing and painting have begun by then. */
function useTellStage(assets: ReadonlyMap<string, Asset>, complete: boolean): void {
  const stage = useStage();
  const store = useContext(EditorContext)!;
  useEffect(() => {
    // What is known of only some tracks would be heard, and then all of it once more.
    if (!complete) return;
    stage.setFilm(store.getState().film, assets);
    return store.subscribe((state, before) => {
      if (state.film !== before.film) stage.setFilm(state.film, assets);
    });
  }, [stage, store, assets, complete]);
}

/** The Tape is a slider, which counts as a form field: shortcuts work there all the same. */
const everywhere = { enableOnFormTags: ['slider'], preventDefault: true } as const;

/** Also in a number that was just set; one that is being typed keeps its own undo. */
const undoing = { enableOnFormTags: ['slider', 'spinbutton'], preventDefault: true } as const;

function useShortcuts() {
  const stage = useStage();
  const undo = useEditor((state) => state.undo);
  const redo = useEditor((state) => state.redo);
  const fps = useEditor((state) => fpsOf(state.film.fps));
  useHotkeys(
    'space',
    (event) => {
      // Space on a focused button presses that button.
      if (event.target instanceof HTMLButtonElement) return;
      event.preventDefault();
      void stage.toggle();
    },
    { ...everywhere, preventDefault: false },
  );
  useHotkeys('mod+z', () => undo(), undoing);
  useHotkeys('mod+shift+z, mod+y', () => redo(), undoing);
  useHotkeys('comma', () => stage.step(-1, fps), everywhere);
  useHotkeys('period', () => stage.step(1, fps), everywhere);
  useHotkeys('shift+left', () => stage.seek(stage.time() - 5), everywhere);
  useHotkeys('shift+right', () => stage.seek(stage.time() + 5), everywhere);
  useHotkeys('home', () => stage.seek(0), everywhere);
  const tool = useEditor((state) => state.tool);
  const setTool = useEditor((state) => state.setTool);
  useHotkeys('escape', () => (tool === 'select' ? stage.setLoop(undefined) : setTool('select')), everywhere);
}
