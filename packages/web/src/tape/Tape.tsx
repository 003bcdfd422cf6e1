import { followsBeats, playedTracks } from '@cyclogram/core';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { Asset } from '../api/assets';
import { LiveCanvas, type DrawLive } from '../controls/LiveCanvas';
import { clock } from '../controls/time';
import { tokens } from '../controls/tokens';
import { useEditor, useOpenLayer } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { AddSong } from '../films/AddSong';
import { useElementSize } from '../screen/useElementSize';
import { drawTape } from './drawTape';
import { keyframedCords } from '../cords/KeyframeLane';
import { KeyframeLanes } from '../cords/KeyframeLanes';
import { SectionLane } from '../sections/SectionLane';
import { fadeRows } from './fadeRows';
import { layLanes } from './lanes';
import { useUnderSound } from './useUnderSound';
import { TapeTools } from './TapeTools';
import { followView, maxZoom, panView, transformOf, viewOf, zoomView, type TapeView } from './tapeView';
import { useZoom } from '../controls/useZoom';
import { useOverview, useSpectrogram, useWaveDetail } from './useTapeData';
import { useTapePointer } from './useTapePointer';

interface TapeProps {
  assets: ReadonlyMap<string, Asset>;
  /** The ear whose sound the spectrogram shows, with the ranges of its followers. */
  watched: string | undefined;
}

/** The time axis of the film; where there is no song yet, a place to drop one. */
export function Tape(props: TapeProps) {
  const isEmpty = useEditor((state) => state.film.tracks.length === 0);
  if (!isEmpty) return <SongTape {...props} />;
  return (
    <section aria-label="Tape" className="h-full bg-room">
      <AddSong />
    </section>
  );
}

/**
 * Ruler with beats, waveform, spectrogram, the open follower's level,
 * and when the picture, the sound and the open layer fade. Click or drag to move, drag on the ruler to loop, wheel to zoom.
 */
function SongTape({ assets, watched }: TapeProps) {
  const preview = usePreview();
  const tracks = useEditor((state) => state.film.tracks);
  const followers = useEditor((state) => state.film.followers);
  const beats = useEditor((state) => state.film.beats);
  const openFollower = useEditor((state) => state.openFollower);
  const fades = useEditor((state) => state.film.fades);
  const layer = useOpenLayer();
  const analysed = usePreviewState((state) => state.analysed);
  const loop = usePreviewState((state) => state.loop);
  const cached = usePreviewState((state) => (state.loop ? state.cached : undefined));
  const report = usePreviewState((state) => (openFollower ? state.followers[openFollower] : undefined));
  const end = useFilmSeconds(assets);
  const follower = followers.find((one) => one.id === openFollower && !followsBeats(one));
  const track = playedTracks({ tracks })[0] ?? tracks[0];
  const asset = assets.get(track?.source.asset ?? '');
  const overview = useOverview(asset);

  const [view, setView] = useState<TapeView>();
  const visible = useMemo(() => (view && view.to <= end + 1e-6 ? view : { from: 0, to: end }), [view, end]);
  const tiles = useSpectrogram(visible, end);
  const detail = useWaveDetail(track, asset, visible);
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = useElementSize(box);
  const tools = useRef<HTMLDivElement>(null);
  const { width: covered } = useElementSize(tools);
  const film = useEditor((state) => state.film);
  const keyframed = useMemo(() => keyframedCords(film, layer?.id), [film, layer?.id]);
  const traced = follower !== undefined && report !== undefined;
  const under = useUnderSound();
  const lanes = useMemo(() => layLanes(height, traced, under), [height, traced, under]);
  const rows = useMemo(() => fadeRows(fades, layer, lanes, end), [fades, layer, lanes, end]);
  const pointer = useTapePointer({
    ...{ box, view: visible, width, end, beats, lanes },
    ...{ follower, report, rows, layer },
  });
  const { held } = pointer;

  useEffect(() => {
    if (!canvas.current || width < 1) return;
    const shown = followers.filter(({ ear, id }) => ear === watched || id === openFollower);
    const contents = { width, height, covered, view: visible, end, track, overview, detail, tiles };
    drawTape(canvas.current, {
      ...{ ...contents, loop, cached: cached?.runs ?? [], beats, followers: shown, follower, report },
      ...{ lanes, fades: rows, held },
    });
  }, [
    width,
    height,
    covered,
    visible,
    end,
    track,
    overview,
    detail,
    tiles,
    loop,
    cached,
    beats,
    followers,
    watched,
    openFollower,
    follower,
    report,
    lanes,
    rows,
    held,
  ]);

  const drawHead = useCallback<DrawLive>(
    (context, width, height) => {
      const x = end > 0 ? ((preview.time() - visible.from) / (visible.to - visible.from)) * width : 0;
      context.fillStyle = tokens.paper;
      context.fillRect(Math.round(x), 0, 1, height);
    },
    [preview, visible, end],
  );

  useFollowing(visible, setView, end);

  useZoom(box, {
    transform: transformOf(visible, width, end),
    scaleExtent: [1, maxZoom(end)],
    constrain: (transform) => transformOf(viewOf(transform, width, end), width, end),
    onZoom: (transform) => setView(viewOf(transform, width, end)),
    pans: ({ deltaX, deltaY, shiftKey }) => Math.abs(deltaX) > Math.abs(deltaY) || shiftKey,
    onPan: (dx, dy) => setView(panView(visible, ((dx || dy) / width) * (visible.to - visible.from), end)),
  });

  const zoom = (factor: number) => setView(zoomView(visible, factor, preview.time(), end));
  const onKeyDown = (event: KeyboardEvent) => {
    const step = (visible.to - visible.from) / 50;
    if (event.key === 'ArrowLeft' && !event.shiftKey) preview.seek(preview.time() - step);
    else if (event.key === 'ArrowRight' && !event.shiftKey) preview.seek(preview.time() + step);
    else if (event.key === '+') zoom(0.6);
    else if (event.key === '-') zoom(1 / 0.6);
    else return;
    event.preventDefault();
  };

  return (
    <section aria-label="Tape" className="relative h-full bg-room">
      {/*
       * No slider of the library: that would set the time wherever the pointer goes down, but here loops, fades, follower
       * thresholds and rows are dragged, and two fingers zoom. To the keyboard it is a slider all the same.
       */}
      <div
        ref={box}
        data-tape
        role="presentation"
        className="absolute inset-0 touch-none overflow-hidden"
        onPointerDown={pointer.onPointerDown}
        onPointerMove={pointer.onPointerMove}
        onPointerUp={pointer.onPointerUp}
        onPointerLeave={pointer.onPointerLeave}
        onDoubleClick={pointer.onDoubleClick}
        onKeyDown={onKeyDown}
      >
        <div
          role="slider"
          tabIndex={0}
          aria-label="Time in the song"
          aria-valuemin={0}
          aria-valuemax={end}
          aria-valuenow={preview.time()}
          aria-valuetext={clock(preview.time(), true)}
          className="absolute inset-0 -outline-offset-2"
          style={{ cursor: pointer.cursor }}
        >
          <canvas ref={canvas} className="block size-full" />
        </div>
        {lanes.keys.height > 0 && (
          <KeyframeLanes cords={keyframed} lane={lanes.keys} view={visible} width={width} end={end} />
        )}
        {lanes.sections.height > 0 && (
          <SectionLane lane={lanes.sections} view={visible} width={width} end={end} />
        )}
        <LiveCanvas draw={drawHead} className="pointer-events-none absolute inset-0" />
      </div>
      <TapeTools ref={tools} analysed={analysed} end={end} onZoom={zoom} />
    </section>
  );
}

/** Length of the film in seconds, as soon as its sounds are known. */
function useFilmSeconds(assets: ReadonlyMap<string, Asset>): number {
  const preview = usePreview();
  const tracks = useEditor((state) => state.film.tracks);
  const length = useEditor((state) => state.film.length);
  return useMemo(() => preview.secondsOf({ tracks, length }, assets), [preview, tracks, length, assets]);
}

/** While playing, a zoomed view moves along with the song, until it is moved by hand. */
function useFollowing(view: TapeView, setView: (view: TapeView) => void, end: number): void {
  const preview = usePreview();
  const playing = usePreviewState((state) => state.playing);
  const latest = useRef(view);
  useEffect(() => {
    latest.current = view;
  }, [view]);
  useEffect(() => {
    if (!playing) return;
    const follow = () => {
      const next = followView(latest.current, preview.time(), end);
      if (next !== latest.current) {
        latest.current = next;
        setView(next);
      }
    };
    return preview.onFrame(follow);
  }, [preview, playing, setView, end]);
}
