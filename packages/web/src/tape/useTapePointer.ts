import { kindOfFollower, nearestBeat, type Film, type Follower, type Layer } from '@cyclogram/core';
import { useRef, useState, type MouseEvent, type PointerEvent, type RefObject } from 'react';
import { findFollower, findLayer, useEditor } from '../editor/editorStore';
import { usePreview } from '../editor/previewContext';
import { limitAt } from '../hear/followerWords';
import type { FollowerReport } from '../workers/messages';
import { levelOfY, yOfLevel } from './drawTrace';
import { dragFade, resetFade, type FadeChange } from './fadeDrag';
import { fadeGripAt, type FadeGrip, type FadeRow } from './fadeRows';
import { hzOfY, yOfHz } from './frequencyAxis';
import { isWithin, type Lanes } from './lanes';
import { useTapePreferences } from './tapePreferences';
import { timeAt, xOf, type TapeView } from './tapeView';
import { keepCrossfades } from '../show/crossfade';

/** Pixels within which an edge or a line is taken hold of. */
const grasp = 6;
/** Pixels that a drag on the spectrogram has to cover to pick a range. */
const pickDistance = 5;
/** Pixels that a drag of a fade has to cover to change it. */
const moveDistance = 2;
/** Seconds that a drag on the ruler has to cover to make a loop. */
const loopDistance = 0.05;

type Grip =
  | { kind: 'seek' }
  | { kind: 'loop'; from: number }
  | { kind: 'limit'; limit: 'gate' | 'ceiling' }
  | { kind: 'edge'; edge: 'fromHz' | 'toHz' }
  | { kind: 'pick'; y: number; picking: boolean }
  | { kind: 'fade'; fade: FadeGrip; row: FadeRow; grabbed: number; moved: boolean };

interface TapePointer {
  box: RefObject<HTMLDivElement | null>;
  view: TapeView;
  width: number;
  end: number;
  beats: Film['beats'];
  lanes: Lanes;
  rows: readonly FadeRow[];
  layer: Layer | undefined;
  follower: Follower | undefined;
  report: FollowerReport | undefined;
}

/** What the pointer does on the Tape: move in time, loop, pick a range, drag gate, ceiling and fades. */
export function useTapePointer(tape: TapePointer) {
  const { box, view, width, end, beats, lanes, rows, layer, follower, report } = tape;
  const preview = usePreview();
  const change = useEditor((state) => state.change);
  const sections = useEditor((state) => state.film.sections);
  const { scrubSound, snap } = useTapePreferences();
  const grip = useRef<Grip>(undefined);
  const [cursor, setCursor] = useState('text');
  const [held, setHeld] = useState<FadeGrip>();
  const picks = follower !== undefined && kindOfFollower(follower).ranged;

  const place = (event: MouseEvent) => {
    const { left, top } = box.current!.getBoundingClientRect();
    const x = event.clientX - left;
    return { x, y: event.clientY - top, time: Math.min(Math.max(timeAt(view, width, x), 0), end) };
  };
  /** The start of a section near by, else the nearest beat; with Alt, or where none are wanted, the time itself. */
  const snapped = (time: number, { altKey }: MouseEvent) => {
    if (!snap || altKey) return time;
    const section = sections.find(
      ({ from }) => Math.abs(xOf(view, width, from) - xOf(view, width, time)) <= grasp,
    );
    if (section) return section.from;
    return beats ? Math.min(Math.max(nearestBeat(beats, time), 0), end) : time;
  };
  /** As {@link snapped}, and to the ends of the film when near to them. */
  const snappedFade = (time: number, event: MouseEvent) => {
    if (event.altKey) return time;
    const near = (other: number) => Math.abs(xOf(view, width, time) - xOf(view, width, other)) <= grasp;
    return near(0) ? 0 : near(end) ? end : snapped(time, event);
  };
  const seek = (time: number) => {
    preview.seek(time);
    if (scrubSound) preview.scrub(time);
  };
  const setFollower = (label: string, part: Partial<Follower>) =>
    change(
      label,
      (film) => void Object.assign(findFollower(film, follower!.id)!, part),
      `${follower!.id} ${label}`,
    );

  const setFade = ({ owner, part }: FadeGrip, changed: FadeChange) =>
    change(
      part === 'whole' ? 'move in time' : part.replace('fade', 'fade ').toLowerCase(),
      (film) => {
        const target = owner === 'layer' ? findLayer(film, layer!.id)?.span : film.fades[owner];
        if (target) Object.assign(target, changed);
        if (owner === 'layer' && layer) keepCrossfades(film, layer.id);
      },
      `fade ${owner} ${layer?.id} ${part}`,
    );

  /** What would be taken hold of at a place. */
  const gripAt = ({ x, y, time }: { x: number; y: number; time: number }): Grip => {
    if (isWithin(lanes.ruler, y)) return { kind: 'loop', from: time };
    const fade = fadeGripAt(rows, view, width, x, y);
    if (fade) {
      const row = rows.find(({ owner }) => owner === fade.owner)!;
      return { kind: 'fade', fade, row, grabbed: time, moved: false };
    }
    if (follower && report && !kindOfFollower(follower).pulses && isWithin(lanes.trace, y)) {
      for (const limit of ['gate', 'ceiling'] as const) {
        if (Math.abs(y - yOfLevel(lanes.trace, report, report[limit])) <= grasp)
          return { kind: 'limit', limit };
      }
    }
    if (follower && picks && isWithin(lanes.spectrogram, y)) {
      for (const edge of ['toHz', 'fromHz'] as const) {
        if (Math.abs(y - yOfHz(lanes.spectrogram, follower[edge])) <= grasp) return { kind: 'edge', edge };
      }
      return { kind: 'pick', y, picking: false };
    }
    return { kind: 'seek' };
  };
  const setEdge = (edge: 'fromHz' | 'toHz', y: number) => {
    const hz = Math.round(hzOfY(lanes.spectrogram, y));
    const { fromHz, toHz } = follower!;
    setFollower(
      'range',
      edge === 'fromHz' ? { fromHz: Math.min(hz, toHz - 1) } : { toHz: Math.max(hz, fromHz + 1) },
    );
  };

  const onPointerDown = (event: PointerEvent) => {
    if (event.button !== 0 || end === 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { time, ...at } = place(event);
    grip.current = gripAt({ time, ...at });
    if (grip.current.kind === 'seek') seek(time);
  };

  const onPointerMove = (event: PointerEvent) => {
    const { time, x, y } = place(event);
    const held = grip.current;
    if (!held) {
      const next = gripAt({ x, y, time });
      setCursor(cursorOf(next));
      setHeld((before) =>
        next.kind !== 'fade' ? undefined : isSame(before, next.fade) ? before : next.fade,
      );
      return;
    }
    switch (held.kind) {
      case 'seek':
        return seek(time);
      case 'loop': {
        if (Math.abs(time - held.from) <= loopDistance) return;
        const [low, high] = [Math.min(held.from, time), Math.max(held.from, time)];
        const [from, to] = [snapped(low, event), snapped(high, event)];
        if (to > from) preview.setLoop([from, to]);
        return;
      }
      case 'fade': {
        const moved = Math.abs(xOf(view, width, time) - xOf(view, width, held.grabbed));
        if (!held.moved && moved < moveDistance) return;
        held.moved = true;
        const { row, fade, grabbed } = held;
        setFade(
          fade,
          dragFade(row, fade.part, grabbed, time, end, (at) => snappedFade(at, event)),
        );
        return;
      }
      case 'limit':
        return setFollower(
          held.limit,
          limitAt(follower!, report!, held.limit, levelOfY(lanes.trace, report!, y)),
        );
      case 'edge':
        return setEdge(held.edge, y);
      case 'pick': {
        if (!held.picking && Math.abs(y - held.y) < pickDistance) return;
        held.picking = true;
        const fromHz = Math.round(hzOfY(lanes.spectrogram, Math.max(held.y, y)));
        const toHz = Math.round(hzOfY(lanes.spectrogram, Math.min(held.y, y)));
        setFollower('range', { fromHz, toHz: Math.max(toHz, fromHz + 1) });
      }
    }
  };

  const onPointerUp = (event: PointerEvent) => {
    const { time } = place(event);
    const held = grip.current;
    grip.current = undefined;
    if (held?.kind === 'loop' && Math.abs(time - held.from) <= loopDistance) {
      preview.setLoop(undefined);
      preview.seek(time);
    }
    if (held?.kind === 'pick' && !held.picking) seek(time);
    if (held?.kind === 'fade' && held.fade.part === 'whole' && !held.moved) seek(time);
  };

  const onPointerLeave = () => {
    if (!grip.current) setHeld(undefined);
  };
  /** On a fade's handle: no fade; on an end of a layer: to that end of the film. */
  const onDoubleClick = (event: MouseEvent) => {
    const { x, y } = place(event);
    const fade = fadeGripAt(rows, view, width, x, y);
    if (fade && fade.part !== 'whole') setFade(fade, resetFade(fade.part));
  };

  return { onPointerDown, onPointerMove, onPointerUp, onPointerLeave, onDoubleClick, cursor, held };
}

const isSame = (a: FadeGrip | undefined, b: FadeGrip) => a?.owner === b.owner && a.part === b.part;

function cursorOf(grip: Grip): string {
  switch (grip.kind) {
    case 'limit':
    case 'edge':
      return 'ns-resize';
    case 'pick':
      return 'crosshair';
    case 'fade':
      return grip.fade.part === 'whole' ? 'grab' : 'ew-resize';
    case 'seek':
    case 'loop':
      return 'text';
  }
}
