import { nearestBeat, type Film, type Follower } from '@cyclogram/core';
import { useRef, useState, type PointerEvent, type RefObject } from 'react';
import { findFollower, useEditor } from '../editor/editorStore';
import { useStage } from '../editor/stageContext';
import { limitAt } from '../hear/followerWords';
import type { FollowerReport } from '../workers/messages';
import { levelOfY, yOfLevel } from './drawTrace';
import { hzOfY, yOfHz } from './frequencyAxis';
import { isWithin, layLanes } from './lanes';
import { useTapePreferences } from './tapePreferences';
import type { TapeView } from './tapeView';

/** Pixels within which an edge or a line is taken hold of. */
const grasp = 6;
/** Pixels that a drag on the spectrogram has to cover to pick a range. */
const pickDistance = 5;
/** Seconds that a drag on the ruler has to cover to make a loop. */
const loopDistance = 0.05;

type Grip =
  | { kind: 'seek' }
  | { kind: 'loop'; from: number }
  | { kind: 'limit'; limit: 'gate' | 'ceiling' }
  | { kind: 'edge'; edge: 'fromHz' | 'toHz' }
  | { kind: 'pick'; y: number; picking: boolean };

interface TapePointer {
  box: RefObject<HTMLDivElement | null>;
  view: TapeView;
  width: number;
  height: number;
  end: number;
  beats: Film['beats'];
  follower: Follower | undefined;
  report: FollowerReport | undefined;
}

/** What the pointer does on the Tape: move in time, loop, pick a range, drag gate and ceiling. */
export function useTapePointer(tape: TapePointer) {
  const { box, view, width, height, end, beats, follower, report } = tape;
  const stage = useStage();
  const change = useEditor((state) => state.change);
  const { scrubSound, snap } = useTapePreferences();
  const grip = useRef<Grip>(undefined);
  const [cursor, setCursor] = useState('text');
  const lanes = layLanes(height, follower !== undefined && report !== undefined);
  const picks = follower?.kind === 'range' || follower?.kind === 'onsets';

  const place = (event: PointerEvent) => {
    const { left, top } = box.current!.getBoundingClientRect();
    const time = view.from + ((event.clientX - left) / width) * (view.to - view.from);
    return { time: Math.min(Math.max(time, 0), end), y: event.clientY - top };
  };
  const snapped = (time: number) =>
    snap && beats ? Math.min(Math.max(nearestBeat(beats, time), 0), end) : time;
  const seek = (time: number) => {
    stage.seek(time);
    if (scrubSound) stage.scrub(time);
  };
  const setFollower = (label: string, part: Partial<Follower>) =>
    change(
      label,
      (film) => void Object.assign(findFollower(film, follower!.id)!, part),
      `${follower!.id} ${label}`,
    );

  /** What would be taken hold of at a height. */
  const gripAt = (y: number, time: number): Grip => {
    if (isWithin(lanes.ruler, y)) return { kind: 'loop', from: time };
    if (follower && report && follower.kind !== 'onsets' && isWithin(lanes.trace, y)) {
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
    const { time, y } = place(event);
    grip.current = gripAt(y, time);
    if (grip.current.kind === 'seek') seek(time);
  };

  const onPointerMove = (event: PointerEvent) => {
    const { time, y } = place(event);
    const held = grip.current;
    if (!held) {
      const { kind } = gripAt(y, time);
      setCursor(kind === 'limit' || kind === 'edge' ? 'ns-resize' : kind === 'pick' ? 'crosshair' : 'text');
      return;
    }
    switch (held.kind) {
      case 'seek':
        return seek(time);
      case 'loop': {
        if (Math.abs(time - held.from) <= loopDistance) return;
        const [from, to] = [snapped(Math.min(held.from, time)), snapped(Math.max(held.from, time))];
        if (to > from) stage.setLoop([from, to]);
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
      stage.setLoop(undefined);
      stage.seek(time);
    }
    if (held?.kind === 'pick' && !held.picking) seek(time);
  };

  return { onPointerDown, onPointerMove, onPointerUp, cursor };
}
