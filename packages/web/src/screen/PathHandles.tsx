import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { findLayer, useEditor } from '../editor/editorStore';

interface PathHandlesProps {
  /** CSS pixels per picture unit. */
  scale: number;
}

const handleRadius = 6;

/** The selected figure's circle, with a handle to move it and one to size it. */
export function PathHandles({ scale }: PathHandlesProps) {
  const layer = useEditor(({ film, selectedLayer }) => film.layers.find(({ id }) => id === selectedLayer));
  const change = useEditor((state) => state.change);
  const svg = useRef<SVGSVGElement>(null);
  const grip = useRef<{ dx: number; dy: number }>(undefined);
  if (!layer || !layer.visible || scale <= 0) return null;
  const { path, id, name } = layer;

  const setPath = (key: string, part: Partial<typeof path>) =>
    change('path', (film) => Object.assign(findLayer(film, id)!.path, part), `${id} ${key}`);
  const place = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return { x: (event.clientX - box.left) / scale, y: (event.clientY - box.top) / scale };
  };
  const onDown = (event: PointerEvent<SVGElement>) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const { x, y } = place(event);
    grip.current = { dx: path.centerX - x, dy: path.centerY - y };
  };
  const moveCentre = (event: PointerEvent) => {
    if (!grip.current) return;
    const { x, y } = place(event);
    setPath('centre', { centerX: Math.round(x + grip.current.dx), centerY: Math.round(y + grip.current.dy) });
  };
  const moveRadius = (event: PointerEvent) => {
    if (!grip.current) return;
    const { x, y } = place(event);
    setPath('radius', { radius: Math.max(1, Math.round(Math.hypot(x - path.centerX, y - path.centerY))) });
  };
  const onUp = () => (grip.current = undefined);
  const onCentreKey = (event: KeyboardEvent) => {
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
    setPath('centre', { centerX: path.centerX + move[0], centerY: path.centerY + move[1] });
  };
  const onRadiusKey = (event: KeyboardEvent) => {
    const step =
      (event.shiftKey ? 100 : 10) * (event.key === 'ArrowUp' || event.key === 'ArrowRight' ? 1 : -1);
    if (!event.key.startsWith('Arrow')) return;
    event.preventDefault();
    event.stopPropagation();
    setPath('radius', { radius: Math.max(1, path.radius + step) });
  };

  const angle = ((path.start - 90) * Math.PI) / 180;
  const centre = { x: path.centerX * scale, y: path.centerY * scale };
  const radius = path.radius * scale;
  return (
    <svg
      ref={svg}
      className="pointer-events-none absolute inset-0 size-full overflow-visible"
      aria-label={`Path of ${name}`}
    >
      <circle
        cx={centre.x}
        cy={centre.y}
        r={radius}
        fill="none"
        stroke="#12100e"
        strokeOpacity={0.5}
        strokeWidth={3}
      />
      <circle
        cx={centre.x}
        cy={centre.y}
        r={radius}
        fill="none"
        stroke="#86cdb4"
        strokeWidth={1}
        strokeDasharray="4 4"
      />
      <Handle
        label="Move the path"
        cursor="cursor-move"
        onKeyDown={onCentreKey}
        onDown={onDown}
        onMove={moveCentre}
        onUp={onUp}
      >
        <circle cx={centre.x} cy={centre.y} r={14} fill="transparent" />
        <path
          d={`M${centre.x - 8} ${centre.y}h16M${centre.x} ${centre.y - 8}v16`}
          stroke="#86cdb4"
          strokeWidth={2}
        />
      </Handle>
      <Handle
        label="Size the path"
        cursor="cursor-nwse-resize"
        onKeyDown={onRadiusKey}
        onDown={onDown}
        onMove={moveRadius}
        onUp={onUp}
      >
        <circle
          cx={centre.x + radius * Math.cos(angle)}
          cy={centre.y + radius * Math.sin(angle)}
          r={handleRadius}
          fill="#12100e"
          stroke="#86cdb4"
          strokeWidth={2}
        />
      </Handle>
    </svg>
  );
}

interface HandleProps {
  label: string;
  cursor: string;
  onKeyDown: (event: KeyboardEvent) => void;
  onDown: (event: PointerEvent<SVGElement>) => void;
  onMove: (event: PointerEvent) => void;
  onUp: () => void;
  children: ReactNode;
}

/** Something on the Screen that can be dragged, or moved with the arrow keys. */
function Handle({ label, cursor, onKeyDown, onDown, onMove, onUp, children }: HandleProps) {
  return (
    <g
      className={`pointer-events-auto touch-none ${cursor}`}
      tabIndex={0}
      role="button"
      aria-label={label}
      onKeyDown={onKeyDown}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={onUp}
      onPointerCancel={onUp}
    >
      {children}
    </g>
  );
}
