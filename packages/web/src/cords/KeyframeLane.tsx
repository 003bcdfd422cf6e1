import {
  sourceRegistry,
  findProperty,
  keysInOrder,
  keyTime,
  nearestBeat,
  addressKey,
  sectionSpans,
  timeOfKey,
  type Cord,
  type CordSource,
  type Film,
} from '@cyclogram/core';
import { useEffect, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import type { Lane } from '../tape/lanes';
import { useTapePreferences } from '../tape/tapePreferences';
import { timeAt, xOf, type TapeView } from '../tape/tapeView';
import { findCord } from './cordChanges';
import { useCordView } from './cordView';
import { propertyName } from './words';

export type KeyframeCord = Cord & { source: Extract<CordSource, { kind: 'keyframes' }> };

/** The keyframed properties of a layer, and of the path that it is drawn along. */
export function keyframedCords(film: Film, layerId: string | undefined): KeyframeCord[] {
  const layer = film.layers.find(({ id }) => id === layerId);
  if (!layer) return [];
  const owners = new Set([layer.id, 'path' in layer ? layer.path : null]);
  return film.cords.filter(
    (cord): cord is KeyframeCord =>
      sourceRegistry.as('keyframes', cord.source) !== undefined && owners.has(cord.target.id),
  );
}

const noFires: readonly number[] = [];

interface KeyframeLaneProps {
  cord: KeyframeCord;
  lane: Lane;
  view: TapeView;
  width: number;
  end: number;
}

/** One keyframed property: its value over the song, and a round point for each keyframe, to be dragged. */
export function KeyframeLane({ cord, lane, view, width, end }: KeyframeLaneProps) {
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  const preview = usePreview();
  const show = useCordView((state) => state.show);
  const { snap } = useTapePreferences();
  const openFollower = useEditor((state) => state.openFollower);
  const fires = usePreviewState((state) => state.followers[openFollower ?? '']?.fires ?? noFires);
  const course = useCourse(cord, view, width, film);
  const { source, target } = cord;
  const set = (id: string, seconds: number) =>
    change(
      'move keyframe',
      (draft) => {
        const own = sourceRegistry.as('keyframes', findCord(draft, cord.id)?.source);
        const time = timeOfKey(source, film, end, Math.min(Math.max(seconds, 0), end));
        if (!own || time === undefined) return;
        const key = own.keys.find((one) => one.id === id);
        if (key) key.time = Math.round(time * 1000) / 1000;
      },
      `keyframe ${id}`,
    );
  /** A hit of the open follower, the start of a section, or the nearest beat; with Alt the time itself. */
  const snapped = (time: number, altKey: boolean) => {
    if (!snap || altKey) return time;
    const near = sectionSpans(film.sections, end).find(
      ({ from }) => Math.abs(xOf(view, width, from) - xOf(view, width, time)) < 6,
    );
    const hit = fires.find((at) => Math.abs(xOf(view, width, at) - xOf(view, width, time)) < 4);
    if (hit !== undefined) return hit;
    return near ? near.from : film.beats ? nearestBeat(film.beats, time) : time;
  };
  const drag = (event: PointerEvent<HTMLElement>, id: string) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const box = event.currentTarget.closest('[data-tape]')!.getBoundingClientRect();
    set(id, snapped(timeAt(view, width, event.clientX - box.left), event.altKey));
  };
  const onKeyDown = (event: KeyboardEvent, id: string, at: number) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    set(id, at + step * (event.shiftKey ? 1 : 0.1));
  };
  const stop = (event: { stopPropagation(): void }) => event.stopPropagation();
  const name = propertyName(film, target);
  const low = Math.min(...course);
  const span = Math.max(...course) - low || 1;
  const points = course
    .map(
      (value, i) =>
        `${((i / (course.length - 1)) * width).toFixed(1)},${(lane.height - 3 - ((value - low) / span) * (lane.height - 6)).toFixed(1)}`,
    )
    .join(' ');
  return (
    <div
      className="absolute inset-x-0 overflow-hidden border-t border-rule bg-glass/10"
      style={{ top: lane.top, height: lane.height }}
      role="group"
      aria-label={`Keyframes of ${name}`}
    >
      {course.length > 1 && (
        <svg className="absolute inset-0 size-full" aria-hidden>
          <polyline points={points} fill="none" stroke="var(--color-glass)" strokeWidth={1} />
        </svg>
      )}
      <button
        type="button"
        className="figures absolute top-0.5 left-1 z-10 truncate bg-room/80 px-1 text-glass"
        onPointerDown={stop}
        onClick={() => show(addressKey(target))}
      >
        {name}
      </button>
      {keysInOrder(source.keys).map((key, i) => {
        const at = keyTime(source, film, end, key.time);
        const x = at === undefined ? -100 : xOf(view, width, at);
        if (x < -8 || x > width + 8) return null;
        return (
          <button
            key={key.id}
            type="button"
            aria-label={`Keyframe ${i + 1} of ${name}`}
            className="absolute top-1/2 z-20 size-2.5 -translate-1/2 cursor-ew-resize touch-none rounded-full border border-room bg-glass hover:bg-paper"
            style={{ left: x }}
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
            }}
            onPointerMove={(event) => drag(event, key.id)}
            onDoubleClick={(event) => {
              event.stopPropagation();
              preview.seek(at!);
            }}
            onKeyDown={(event) => onKeyDown(event, key.id, at!)}
          />
        );
      })}
    </div>
  );
}

/** A property's value over what the Tape shows, a place every few pixels; empty while it is not known, or is no number. */
function useCourse(
  { target, source }: KeyframeCord,
  { from, to }: TapeView,
  width: number,
  film: Film,
): readonly number[] {
  const preview = usePreview();
  const [course, setCourse] = useState<readonly number[]>([]);
  const isNumber = typeof findProperty(film, target)?.value === 'number';
  useEffect(() => {
    let stale = false;
    const count = Math.max(2, Math.round(width / 4));
    if (!isNumber) return;
    preview
      .request('course', { address: target, from, to, count })
      .then((values) => {
        if (!stale) setCourse(values);
      })
      .catch(() => {});
    return () => {
      stale = true;
    };
  }, [preview, target, source, from, to, width, isNumber]);
  return isNumber ? course : [];
}
