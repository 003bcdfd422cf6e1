import { useEffect, useRef } from 'react';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { PreviewNote } from './PreviewNote';
import { SafeAreas } from './SafeAreas';
import { Scope } from './Scope';
import { ScreenOverlay } from './ScreenOverlay';
import { useScreenPreferences } from './screenPreferences';
import { Transport } from './Transport';
import { useElementSize } from './useElementSize';
import { useView } from './useView';
import { cornerOf } from './view';
import { ViewTools } from './ViewTools';
import { WithheldNote } from './WithheldNote';

/** The picture, as large as there is room for or zoomed, with the selected figure's path over it. */
export function Screen() {
  const preview = usePreview();
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const selectLayer = useEditor((state) => state.selectLayer);
  const box = useRef<HTMLDivElement>(null);
  const viewport = useElementSize(box);
  const { view, scale, gestures, fit, actual, zoomBy } = useView(box, { width, height }, viewport);
  const corner = cornerOf(view, { width, height }, viewport);
  const { safeAreas, coarse, scope, cacheMegabytes } = useScreenPreferences();
  useEffect(() => preview.setCoarse(coarse), [preview, coarse]);
  useEffect(() => preview.setCache(cacheMegabytes * 2 ** 20), [preview, cacheMegabytes]);
  useEffect(() => {
    const tell = () => preview.setHidden(document.hidden);
    tell();
    document.addEventListener('visibilitychange', tell);
    return () => document.removeEventListener('visibilitychange', tell);
  }, [preview]);
  const ratio = window.devicePixelRatio || 1;
  const shown = { width: Math.floor(width * scale), height: Math.floor(height * scale) };

  useEffect(() => {
    if (shown.width > 0)
      preview.setSize(Math.min(width, shown.width * ratio), Math.min(height, shown.height * ratio));
  }, [preview, width, height, shown.width, shown.height, ratio]);

  return (
    <section aria-label="Screen" className="flex h-full flex-col">
      <div
        ref={box}
        className="relative min-h-0 grow touch-none overflow-hidden"
        tabIndex={0}
        role="group"
        aria-label="Picture: plus and minus zoom, 0 fits, 1 shows actual pixels, arrows move"
        {...gestures}
        onPointerDown={(event) => event.target === box.current && selectLayer(undefined)}
      >
        <div className="absolute" style={{ ...corner, width: shown.width, height: shown.height }}>
          <Picture />
          {safeAreas && <SafeAreas {...shown} />}
          <ScreenOverlay
            scale={scale}
            seen={{
              left: Math.max(0, -corner.left),
              top: Math.max(0, -corner.top),
              right: Math.min(shown.width, viewport.width - corner.left),
              bottom: Math.min(shown.height, viewport.height - corner.top),
            }}
          />
        </div>
        <ToolNote />
        <WithheldNote />
      </div>
      {scope && <Scope />}
      <div className="flex h-7 shrink-0 items-center justify-between">
        <ViewTools
          zoom={scale * ratio}
          isFitted={view.scale === undefined}
          onZoom={zoomBy}
          onFit={fit}
          onActual={actual}
        />
        <PreviewNote />
      </div>
      <Transport />
    </section>
  );
}

/** The canvas that the painting worker owns. A canvas can be handed over only once, so each mount makes its own, and each new worker. */
function Picture() {
  const preview = usePreview();
  const restarted = usePreviewState((state) => state.restarted);
  const holder = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const canvas = document.createElement('canvas');
    canvas.className = 'block size-full';
    canvas.setAttribute('role', 'img');
    canvas.setAttribute('aria-label', 'The picture now');
    holder.current!.replaceChildren(canvas);
    preview.setCanvas(canvas.transferControlToOffscreen());
    return () => preview.setCanvas(undefined);
  }, [preview, restarted]);
  return <div ref={holder} className="size-full" />;
}

const toolWords = {
  pen: 'Press for a corner, drag for a curve. Press the first point to close, Enter to end.',
  freehand: 'Hold and draw a line. End where it began to close it. Escape to stop.',
};

/** Says how to draw, while a drawing tool is chosen. */
function ToolNote() {
  const tool = useEditor((state) => state.tool);
  if (tool === 'select') return null;
  return (
    <p
      role="status"
      className="absolute top-2 left-1/2 w-max max-w-[96%] -translate-x-1/2 border border-edge bg-panel px-3 py-1 text-glass"
    >
      {toolWords[tool]}
    </p>
  );
}
