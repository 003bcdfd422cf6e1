import { playedTracks } from '@cyclogram/core';
import { useQueries } from '@tanstack/react-query';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Asset } from '../api/assets';
import { IconButton } from '../controls/Button';
import { clock } from '../controls/time';
import { useEditor } from '../editor/editorStore';
import { useStage, useStageState } from '../editor/stageContext';
import { useElementSize } from '../screen/useElementSize';
import { AddSong } from '../films/AddSong';
import { drawTape, rulerHeight } from './drawTape';
import { panView, zoomView, type TapeView } from './tapeView';

/** The time axis: ruler, waveform and what the open ear hears. Click or drag to move, drag on the ruler to loop, wheel to zoom. */
export function Tape({ assets }: { assets: ReadonlyMap<string, Asset> }) {
  const stage = useStage();
  const film = useEditor((state) => state.film);
  const openEar = useEditor((state) => state.openEar) ?? film.ears[0]?.id;
  const spectrogram = useStageState((state) => state.spectrogram);
  const heard = useStageState((state) => state.heard);
  const loop = useStageState((state) => state.loop);
  const ear = film.ears.find(({ id }) => id === openEar);
  const tracks = film.tracks.flatMap(({ source }) => assets.get(source.asset ?? '') ?? []);
  const end = Math.max(0, ...tracks.map(({ seconds }) => seconds));
  const shown = playedTracks(film)[0] ?? film.tracks[0];
  const shownAsset = assets.get(shown?.source.asset ?? '');
  const overview = useOverview(shownAsset);

  const [view, setView] = useState<TapeView>();
  const visible = useMemo(() => (view && view.to <= end + 1e-6 ? view : { from: 0, to: end }), [view, end]);
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const head = useRef<HTMLDivElement>(null);
  const { width, height } = useElementSize(box);

  const picture = useMemo(
    () =>
      spectrogram && spectrogram.earId === openEar
        ? new ImageData(spectrogram.pixels, spectrogram.width, spectrogram.height)
        : undefined,
    [spectrogram, openEar],
  );
  const bitmap = useBitmap(picture);

  useEffect(() => {
    if (canvas.current && width > 0)
      drawTape(canvas.current, { width, height, view: visible, end, overview, bitmap, loop, ear });
  }, [width, height, visible, end, overview, bitmap, loop, ear]);

  useEffect(() => {
    const move = () => {
      const x = end > 0 ? ((stage.time() - visible.from) / (visible.to - visible.from)) * width : 0;
      if (!head.current) return;
      head.current.style.transform = `translateX(${x}px)`;
      head.current.style.visibility = x >= 0 && x <= width ? 'visible' : 'hidden';
    };
    move();
    return stage.onFrame(move);
  }, [stage, visible, width, end]);

  // React listens to wheels passively, where scrolling cannot be prevented.
  useEffect(() => {
    const element = box.current;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const anchor = visible.from + (event.offsetX / width) * (visible.to - visible.from);
      const sideways = Math.abs(event.deltaX) > Math.abs(event.deltaY) || event.shiftKey;
      setView(
        sideways
          ? panView(visible, ((event.deltaX || event.deltaY) / width) * (visible.to - visible.from), end)
          : zoomView(visible, Math.exp(event.deltaY * 0.002), anchor, end),
      );
    };
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, [visible, width, end]);

  const drag = useRef<{ kind: 'move' } | { kind: 'loop'; from: number }>(undefined);
  const timeAt = (event: PointerEvent) => {
    const x = event.clientX - box.current!.getBoundingClientRect().left;
    return Math.min(Math.max(visible.from + (x / width) * (visible.to - visible.from), 0), end);
  };
  const onPointerDown = (event: PointerEvent) => {
    if (event.button !== 0 || end === 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const y = event.clientY - box.current!.getBoundingClientRect().top;
    if (y < rulerHeight) drag.current = { kind: 'loop', from: timeAt(event) };
    else {
      drag.current = { kind: 'move' };
      stage.seek(timeAt(event));
    }
  };
  const onPointerMove = (event: PointerEvent) => {
    if (!drag.current) return;
    const time = timeAt(event);
    if (drag.current.kind === 'move') stage.seek(time);
    else {
      const { from } = drag.current;
      if (Math.abs(time - from) > 0.05) stage.setLoop([Math.min(from, time), Math.max(from, time)]);
    }
  };
  const onPointerUp = (event: PointerEvent) => {
    if (drag.current?.kind === 'loop') {
      const time = timeAt(event);
      if (Math.abs(time - drag.current.from) <= 0.05) {
        stage.setLoop(undefined);
        stage.seek(time);
      }
    }
    drag.current = undefined;
  };
  const zoom = (factor: number) => setView(zoomView(visible, factor, stage.time(), end));
  const onKeyDown = (event: KeyboardEvent) => {
    const step = (visible.to - visible.from) / 50;
    if (event.key === 'ArrowLeft' && !event.shiftKey) stage.seek(stage.time() - step);
    else if (event.key === 'ArrowRight' && !event.shiftKey) stage.seek(stage.time() + step);
    else if (event.key === '+') zoom(0.6);
    else if (event.key === '-') zoom(1 / 0.6);
    else return;
    event.preventDefault();
  };

  return (
    <section aria-label="Tape" className="relative h-full bg-room">
      {film.tracks.length === 0 ? (
        <AddSong />
      ) : (
        <>
          <div
            ref={box}
            role="slider"
            tabIndex={0}
            aria-label="Time in the song"
            aria-valuemin={0}
            aria-valuemax={end}
            aria-valuenow={stage.time()}
            aria-valuetext={clock(stage.time(), true)}
            className="absolute inset-0 cursor-text touch-none overflow-hidden -outline-offset-2"
            onPointerDown={onPointerDown}
            onPointerMove={onPointerMove}
            onPointerUp={onPointerUp}
            onKeyDown={onKeyDown}
          >
            <canvas ref={canvas} className="block size-full" />
            <div ref={head} className="pointer-events-none absolute inset-y-0 left-0 w-px bg-paper" />
          </div>
          <div className="pointer-events-none absolute top-0 right-0 flex items-center bg-room px-1 text-dim">
            {heard < 1 && (
              <span className="figures mx-2 text-amber">hearing {Math.round(heard * 100)} %</span>
            )}
            <span className="pointer-events-auto flex">
              <IconButton label="Zoom out" className="size-5" onClick={() => zoom(1 / 0.6)}>
                <ZoomOut size={13} />
              </IconButton>
              <IconButton label="Zoom in" className="size-5" onClick={() => zoom(0.6)}>
                <ZoomIn size={13} />
              </IconButton>
            </span>
          </div>
        </>
      )}
    </section>
  );
}

/** Waveform overview of a track: lowest, highest and mean level of every 10 ms. */
function useOverview(asset: Asset | undefined): Int16Array | undefined {
  const [result] = useQueries({
    queries: (asset ? [asset.sha256] : []).map((hash) => ({
      queryKey: ['overview', hash],
      queryFn: async () => {
        const response = await fetch(`/api/assets/${hash}/overview`);
        if (!response.ok) throw new Error('the waveform could not be read');
        return new Int16Array(await response.arrayBuffer());
      },
      staleTime: Infinity,
    })),
  });
  return result?.data;
}

/** Image data as a canvas that can be drawn scaled. */
function useBitmap(data: ImageData | undefined): HTMLCanvasElement | undefined {
  return useMemo(() => {
    if (!data) return undefined;
    const canvas = document.createElement('canvas');
    canvas.width = data.width;
    canvas.height = data.height;
    canvas.getContext('2d', { willReadFrequently: true })!.putImageData(data, 0, 0);
    return canvas;
  }, [data]);
}
