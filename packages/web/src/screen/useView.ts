import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { arrowWay } from './arrows';
import { fitted, lookingAt, moved, scaleOf, zoomedTo, type Size, type View } from './view';
import { zoomStep } from './ViewTools';

/** How fast the wheel zooms: factor per CSS pixel of it, as an exponent of e. */
const wheelSpeed = 0.0016;
const pinchFactor = 6;
/** CSS pixels that an arrow key moves by. */
const keyStep = 60;

/** What the Screen shows of the picture, and the gestures that change it. */
export function useView(box: RefObject<HTMLElement | null>, picture: Size, room: Size) {
  const [stored, setView] = useState<View>(() => fitted(picture));
  // A picture that has become another size is looked at within its new bounds.
  const view = stored.scale === undefined ? fitted(picture) : lookingAt(stored, picture, stored.x, stored.y);
  const scale = scaleOf(view, picture, room);
  const grip = useRef<{ x: number; y: number }>(undefined);

  const zoomTo = (next: number, at?: { x: number; y: number }) =>
    setView(zoomedTo(view, picture, room, next, at));
  const move = (dx: number, dy: number) => setView(moved(view, picture, room, dx, dy));
  const fit = () => setView(fitted(picture));
  const actual = () => zoomTo(1 / (window.devicePixelRatio || 1));

  const onWheel = useRef<(event: WheelEvent) => void>(undefined);
  useEffect(() => {
    onWheel.current = (event) => {
      event.preventDefault();
      if (event.shiftKey) return move(event.deltaX || event.deltaY, 0);
      if (event.altKey) return move(0, event.deltaY);
      const bounds = box.current!.getBoundingClientRect();
      const at = {
        x: event.clientX - bounds.left - bounds.width / 2,
        y: event.clientY - bounds.top - bounds.height / 2,
      };
      // Two fingers drawn apart come as a wheel with Ctrl, in small steps.
      zoomTo(scale * Math.exp(-event.deltaY * wheelSpeed * (event.ctrlKey ? pinchFactor : 1)), at);
    };
  });
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const listen = (event: WheelEvent) => onWheel.current?.(event);
    // Not passive: the page must not scroll or zoom.
    element.addEventListener('wheel', listen, { passive: false });
    return () => element.removeEventListener('wheel', listen);
  }, [box]);

  const gestures = {
    /** The middle button takes hold of the picture. */
    onPointerDownCapture(event: PointerEvent<HTMLElement>) {
      if (event.button !== 1) return;
      event.preventDefault();
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      grip.current = { x: event.clientX, y: event.clientY };
    },
    onPointerMove(event: PointerEvent<HTMLElement>) {
      if (!grip.current) return;
      move(grip.current.x - event.clientX, grip.current.y - event.clientY);
      grip.current = { x: event.clientX, y: event.clientY };
    },
    onPointerUp: () => void (grip.current = undefined),
    onPointerCancel: () => void (grip.current = undefined),
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
