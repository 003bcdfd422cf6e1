import { useMemo } from 'react';
import { keyframedCords } from '../cords/KeyframeLane';
import { useEditor, useOpenLayer } from '../editor/editorStore';
import { usePreviewState } from '../editor/previewContext';
import { rowCount } from './fadeRows';
import { minHeight, type UnderSound } from './lanes';

/** What lies under the sound on the Tape: it follows from the film, and from the layer that is open. */
export function useUnderSound(): UnderSound {
  const layer = useOpenLayer();
  const keys = useEditor(({ film }) => keyframedCords(film, layer?.id).length);
  const sections = useEditor(({ film }) => film.sections.length > 0);
  const rows = rowCount(layer);
  return useMemo(() => ({ rows, keys, sections }), [rows, keys, sections]);
}

/** The least height of the Tape, in pixels. */
export function useLeastTapeHeight(): number {
  const under = useUnderSound();
  const open = useEditor((state) => state.openFollower);
  const traced = usePreviewState((state) => open !== undefined && state.followers[open] !== undefined);
  const empty = useEditor(({ film }) => film.tracks.length === 0);
  return empty ? 96 : minHeight(traced, under);
}
