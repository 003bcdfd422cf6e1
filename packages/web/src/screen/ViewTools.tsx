import { layerRegistry } from '@cyclogram/core';
import { clsx } from 'clsx';
import { AudioWaveform, Expand, Frame, Grid2x2, ZoomIn, ZoomOut } from 'lucide-react';
import { Toolbar } from 'radix-ui';

import { IconButton } from '../controls/Button';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { useScreenPreferences } from './screenPreferences';

export const zoomStep = 1.5;

interface ViewToolsProps {
  /** Pixels of the display per picture unit. */
  zoom: number;
  isFitted: boolean;
  onZoom: (factor: number) => void;
  onFit: () => void;
  onActual: () => void;
}

/** How large the picture is seen, in a row below it. */
export function ViewTools({ zoom, isFitted, onZoom, onFit, onActual }: ViewToolsProps) {
  const { safeAreas, coarse, scope, set } = useScreenPreferences();
  const preview = usePreview();
  const before = usePreviewState((state) => state.before);
  const hasFinish = useEditor(
    ({ film }) => film.finish.passes.length > 0 || film.layers.some(({ passes }) => passes?.length > 0),
  );
  const hasStage = useEditor(({ film }) => film.layers.some((layer) => layerRegistry.as('depth', layer)));
  return (
    <Toolbar.Root aria-label="View of the picture" className="flex items-center px-1 text-dim">
      <IconButton inToolbar label="Zoom out" keys="-" className="size-6" onClick={() => onZoom(1 / zoomStep)}>
        <ZoomOut size={13} />
      </IconButton>
      <Toolbar.Button
        title="Actual pixels (1)"
        className={clsx('figures w-12 rounded-sm text-center hover:bg-raised', zoom === 1 && 'text-glass')}
        onClick={onActual}
      >
        {Math.round(zoom * 100)} %
      </Toolbar.Button>
      <IconButton inToolbar label="Zoom in" keys="+" className="size-6" onClick={() => onZoom(zoomStep)}>
        <ZoomIn size={13} />
      </IconButton>
      <IconButton
        inToolbar
        label="Fit to window"
        keys="0"
        aria-pressed={isFitted}
        className={clsx('size-6', isFitted && 'text-glass')}
        onClick={onFit}
      >
        <Expand size={13} />
      </IconButton>
      <IconButton
        inToolbar
        label="Safe areas"
        aria-pressed={safeAreas}
        className={clsx('size-6', safeAreas && 'text-glass')}
        onClick={() => set({ safeAreas: !safeAreas })}
      >
        <Frame size={13} />
      </IconButton>
      <IconButton
        inToolbar
        label="Scope"
        aria-pressed={scope}
        className={clsx('size-6', scope && 'text-glass')}
        onClick={() => set({ scope: !scope })}
      >
        <AudioWaveform size={13} />
      </IconButton>
      {hasFinish && (
        <Toolbar.Button
          title="Hold to see the picture without its finish (O)"
          aria-pressed={before}
          className={clsx('h-6 rounded-sm px-1.5 text-xs hover:bg-raised', before && 'text-glass')}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            preview.setBefore(true);
          }}
          onLostPointerCapture={() => preview.setBefore(false)}
          onKeyDown={({ key, repeat }) =>
            (key === ' ' || key === 'Enter') && !repeat && preview.setBefore(true)
          }
          onKeyUp={() => preview.setBefore(false)}
          onBlur={() => preview.setBefore(false)}
        >
          Before
        </Toolbar.Button>
      )}
      {hasStage && (
        <IconButton
          inToolbar
          label="Less detail of stages while playing"
          aria-pressed={coarse}
          className={clsx('size-6', coarse && 'text-glass')}
          onClick={() => set({ coarse: !coarse })}
        >
          <Grid2x2 size={13} />
        </IconButton>
      )}
    </Toolbar.Root>
  );
}
