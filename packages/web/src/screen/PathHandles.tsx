import { buildPath, type PathSettings } from '@cyclogram/core';
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { findLayer, useEditor } from '../editor/editorStore';
import { handlesOf, type PathHandle } from './handlesOf';

interface PathHandlesProps {
  /** CSS pixels per picture unit. */
  scale: number;
}

/** Points with which a path is drawn. */
const samples = 240;

/** The path as SVG path data, in CSS pixels. */
function outline(settings: PathSettings, scale: number): string {
  const path = buildPath(settings);
  const points = Array.from({ length: samples + 1 }, (_, i) => {
    const { x, y } = path.at((i / samples) * path.length * (path.closed ? 0.999999 : 1));
    return `${(x * scale).toFixed(1)} ${(y * scale).toFixed(1)}`;
  });
  return `M${points.join('L')}${path.closed ? 'Z' : ''}`;
}

/** The selected figure's path, with handles to move and size it. */
export function PathHandles({ scale }: PathHandlesProps) {
  const layer = useEditor(({ film, selectedLayer }) => film.layers.find(({ id }) => id === selectedLayer));
  const change = useEditor((state) => state.change);
  const svg = useRef<SVGSVGElement>(null);
  const grip = useRef<{ dx: number; dy: number }>(undefined);
  const path = layer?.path;
  const data = useMemo(() => (path && scale > 0 ? outline(path, scale) : ''), [path, scale]);
  if (!layer || !path || !layer.visible || scale <= 0) return null;
  const { id, name } = layer;

  const drag = (handle: PathHandle, x: number, y: number) =>
    change(
      'path',
      (film) => Object.assign(findLayer(film, id)!.path, handle.drag(x, y)),
      `${id} ${handle.label}`,
    );
  const place = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return { x: (event.clientX - box.left) / scale, y: (event.clientY - box.top) / scale };
  };
  const onDown = (event: PointerEvent<SVGElement>, handle: PathHandle) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const { x, y } = place(event);
    grip.current = { dx: handle.x - x, dy: handle.y - y };
  };
  const onMove = (event: PointerEvent, handle: PathHandle) => {
    if (!grip.current) return;
    const { x, y } = place(event);
    drag(handle, x + grip.current.dx, y + grip.current.dy);
  };
  const onUp = () => (grip.current = undefined);
  const onKeyDown = (event: KeyboardEvent, handle: PathHandle) => {
    const step = event.shiftKey ? 100 : 10;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    drag(handle, handle.x + move[0], handle.y + move[1]);
  };
  return (
    <svg
      ref={svg}
      className="pointer-events-none absolute inset-0 size-full overflow-visible"
      aria-label={`Path of ${name}`}
    >
      <path d={data} fill="none" stroke="#12100e" strokeOpacity={0.5} strokeWidth={3} />
      <path d={data} fill="none" stroke="#86cdb4" strokeWidth={1} strokeDasharray="4 4" />
      {handlesOf(path).map((handle) => {
        const [x, y] = [handle.x * scale, handle.y * scale];
        return (
          <g
            key={handle.label}
            className={`pointer-events-auto touch-none ${handle.moves ? 'cursor-move' : 'cursor-nwse-resize'}`}
            tabIndex={0}
            role="button"
            aria-label={handle.label}
            onKeyDown={(event) => onKeyDown(event, handle)}
            onPointerDown={(event) => onDown(event, handle)}
            onPointerMove={(event) => onMove(event, handle)}
            onPointerUp={onUp}
            onPointerCancel={onUp}
          >
            {handle.moves ? (
              <>
                <circle cx={x} cy={y} r={14} fill="transparent" />
                <path d={`M${x - 8} ${y}h16M${x} ${y - 8}v16`} stroke="#86cdb4" strokeWidth={2} />
              </>
            ) : (
              <circle cx={x} cy={y} r={6} fill="#12100e" stroke="#86cdb4" strokeWidth={2} />
            )}
          </g>
        );
      })}
    </svg>
  );
}
