import { useState, type KeyboardEvent, type RefObject } from 'react';
import { useZoom } from '../controls/useZoom';
import { arrowWay } from './arrows';
import {
  fitted,
  lookingAt,
  moved,
  scaleLimits,
  scaleOf,
  transformOf,
  viewOf,
  zoomedTo,
  type Size,
  type View,
} from './view';
import { zoomStep } from './ViewTools';

/** CSS pixels that an arrow key moves by. */
const keyStep = 60;

/** What the Screen shows of the picture, and the gestures that change it. */
export function useView(box: RefObject<HTMLElement | null>, picture: Size, viewport: Size) {
  const [stored, setView] = useState<View>(() => fitted(picture));
  // A picture that has become another size is looked at within its new bounds.
  const view = stored.scale === undefined ? fitted(picture) : lookingAt(stored, picture, stored.x, stored.y);
  const scale = scaleOf(view, picture, viewport);

  const zoomTo = (next: number, at?: { x: number; y: number }) =>
    setView(zoomedTo(view, picture, viewport, next, at));
  const move = (dx: number, dy: number) => setView(moved(view, picture, viewport, dx, dy));
  const fit = () => setView(fitted(picture));
  const actual = () => zoomTo(1 / (window.devicePixelRatio || 1));

  useZoom(box, {
    transform: transformOf(view, picture, viewport),
    scaleExtent: [scaleLimits.min, scaleLimits.max],
    constrain(transform) {
      // A fitted picture is all there already: it is only zoomed.
      const stays = view.scale === undefined && Math.abs(transform.k - scale) < 1e-9;
      return transformOf(stays ? view : viewOf(transform, picture, viewport), picture, viewport);
    },
    onZoom: (transform) => {
      if (view.scale !== undefined || Math.abs(transform.k - scale) > 1e-9)
        setView(viewOf(transform, picture, viewport));
    },
    pans: ({ shiftKey, altKey }) => shiftKey || altKey,
    onPan: (dx, dy) => move(dx, dy),
    // The middle button takes hold of the picture.
    holds: ({ button }) => button === 1,
  });

  const gestures = {
    onKeyDown(event: KeyboardEvent<HTMLElement>) {
      if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey) return;
      const way = arrowWay(event.key);
      if (way && !event.shiftKey) move(way[0] * keyStep, way[1] * keyStep);
      else if (event.key === '+' || event.key === '=') zoomTo(scale * zoomStep);
      else if (event.key === '-') zoomTo(scale / zoomStep);
      else if (event.key === '0') fit();
      else if (event.key === '1') actual();
      else return;
      event.preventDefault();
    },
  };
  return { view, scale, gestures, fit, actual, zoomBy: (factor: number) => zoomTo(scale * factor) };
}
