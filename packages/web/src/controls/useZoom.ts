import { select } from 'd3-selection';
import { zoom, zoomTransform, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { useEffect, useRef, type RefObject } from 'react';

interface ZoomOptions {
  /** Where things are now, in CSS pixels of the element. */
  transform: ZoomTransform;
  scaleExtent: [number, number];
  /** The nearest transform that is allowed. */
  constrain(transform: ZoomTransform): ZoomTransform;
  onZoom(transform: ZoomTransform): void;
  /** Whether a wheel moves instead of zooming. */
  pans(event: WheelEvent): boolean;
  /** @param dx and `dy`: CSS pixels */
  onPan(dx: number, dy: number): void;
  /** Whether a press of the mouse takes hold of what is shown. */
  holds?(event: MouseEvent): boolean;
}

/** Zooming and moving by wheel, by two fingers, and by a press of the mouse where that takes hold: by d3-zoom. */
export function useZoom(ref: RefObject<HTMLElement | null>, options: ZoomOptions): void {
  const latest = useRef(options);
  const behaviour = useRef(zoom<HTMLElement, unknown>());
  /** Whether a gesture goes on, which must not be told where things are: it knows, and sooner. */
  const moving = useRef(false);
  useEffect(() => {
    latest.current = options;
  });

  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const zooming = behaviour.current
      .filter((event: WheelEvent | MouseEvent | TouchEvent) => {
        if ('deltaY' in event) return !latest.current.pans(event);
        // One finger does what a mouse would do.
        if ('touches' in event) return event.touches.length > 1;
        return latest.current.holds?.(event) ?? false;
      })
      .constrain((transform) => latest.current.constrain(transform))
      .on('start', ({ sourceEvent }: D3ZoomEvent<HTMLElement, unknown>) => {
        if (sourceEvent) moving.current = true;
      })
      .on('end', ({ sourceEvent }: D3ZoomEvent<HTMLElement, unknown>) => {
        if (!sourceEvent) return;
        moving.current = false;
        // Something else may have moved it in the meantime.
        requestAnimationFrame(() => {
          if (!moving.current) put(element, behaviour.current, latest.current.transform);
        });
      })
      .on('zoom', ({ transform, sourceEvent }: D3ZoomEvent<HTMLElement, unknown>) => {
        // Without an event behind it, it is what is set below.
        if (sourceEvent) latest.current.onZoom(transform);
      });
    const selection = select(element);
    selection.call(zooming).on('dblclick.zoom', null);
    const onWheel = (event: WheelEvent) => {
      if (!latest.current.pans(event)) return;
      event.preventDefault();
      latest.current.onPan(event.deltaX, event.deltaY);
    };
    // A middle button would begin to scroll by itself.
    const onMouseDown = (event: MouseEvent) => {
      if (latest.current.holds?.(event)) event.preventDefault();
    };
    // Not passive: the page must not scroll.
    element.addEventListener('wheel', onWheel, { passive: false });
    element.addEventListener('mousedown', onMouseDown);
    return () => {
      selection.on('.zoom', null);
      element.removeEventListener('wheel', onWheel);
      element.removeEventListener('mousedown', onMouseDown);
    };
  }, [ref]);

  const { transform, scaleExtent } = options;
  const [min, max] = scaleExtent;
  const { k, x, y } = transform;
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    behaviour.current.scaleExtent([min, max]);
    if (!moving.current) put(element, behaviour.current, latest.current.transform);
  }, [ref, k, x, y, min, max]);
}

/** Tells d3-zoom where things are, unless it knows. */
function put(
  element: HTMLElement,
  behaviour: ZoomBehavior<HTMLElement, unknown>,
  transform: ZoomTransform,
): void {
  const { k, x, y } = transform;
  if (!Number.isFinite(k) || k <= 0) return;
  const now = zoomTransform(element);
  const differs = Math.abs(now.k - k) > 1e-9 * k || Math.hypot(now.x - x, now.y - y) > 0.01;
  if (differs) select(element).call(behaviour.transform, transform);
}
