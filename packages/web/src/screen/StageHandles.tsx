import {
  layerRegistry,
  bodyHandles,
  moveOnStage,
  projected,
  stageMatrix,
  viewOf,
  type AnyBody,
  type BodySettings,
  type Camera,
  type DepthLayer,
  type Size,
  type Vector,
} from '@cyclogram/core';
import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { tokens } from '../controls/tokens';
import { findLayer, useEditor } from '../editor/editorStore';
import { arrowWay } from './arrows';
import { DragHandle } from './DragHandle';
import { useScreen } from './screenContext';

/** Degrees that a drag of one CSS pixel orbits. */
const perPixel = 0.35;
/** Share of the picture's height around the target in which dragging orbits. */
const grab = 0.34;
/** Degrees of an arrow key. */
const step = 5;

/** What of a stage can be dragged: the camera around its target, bodies, and the regions of globes. */
export function StageHandles({ layer, film }: { layer: DepthLayer; film: Size }) {
  const change = useEditor((state) => state.change);
  const edit = (label: string, key: string, to: (stage: DepthLayer) => void) =>
    change(
      label,
      (draft) => {
        const stage = layerRegistry.as('depth', findLayer(draft, layer.id));
        if (stage) to(stage);
      },
      `${layer.id} ${key}`,
    );
  const setCamera = (part: Partial<Camera>) =>
    edit('camera', 'orbit', ({ camera }) => void Object.assign(camera, part));
  return (
    <>
      <Orbit camera={layer.camera} film={film} onChange={setCamera} />
      {layer.bodies.map((body, index) => (
        <BodyHandles
          key={body.id}
          layer={layer}
          body={body}
          film={film}
          onChange={(key, to) => edit(key, `body ${index} ${key}`, ({ bodies }) => to(bodies[index]!))}
        />
      ))}
    </>
  );
}

interface OrbitProps {
  camera: Camera;
  film: Size;
  onChange: (part: Partial<Camera>) => void;
}

/** A disc around the target: dragged it orbits, under the wheel it comes nearer. */
function Orbit({ camera, film, onChange }: OrbitProps) {
  const { toCss, scale } = useScreen();
  const disc = useRef<SVGCircleElement>(null);
  const drag = useRef<{ x: number; y: number; orbit: number; tilt: number }>(undefined);
  const latest = useRef({ camera, onChange });
  useEffect(() => void (latest.current = { camera, onChange }), [camera, onChange]);
  useEffect(() => {
    const element = disc.current!;
    // The Screen would zoom the picture: it must not hear of it.
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      event.stopPropagation();
      const { camera: now, onChange: set } = latest.current;
      const factor = Math.exp(Math.min(Math.max(event.deltaY, -200), 200) / 800);
      set(
        now.projection === 'perspective'
          ? { distance: Math.max(1, Math.round(now.distance * factor)) }
          : { view: Math.max(1, Math.round(now.view * factor)) },
      );
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, []);
  const [x, y] = toCss(film.width / 2, film.height / 2);
  const onPointerDown = (event: PointerEvent<SVGCircleElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, orbit: camera.orbit, tilt: camera.tilt };
  };
  const turn = (orbit: number, tilt: number) =>
    onChange({
      orbit: Math.round(orbit * 10) / 10,
      tilt: Math.round(Math.min(Math.max(tilt, -90), 90) * 10) / 10,
    });
  const onPointerMove = (event: PointerEvent) => {
    const { current } = drag;
    if (!current) return;
    turn(
      current.orbit - (event.clientX - current.x) * perPixel,
      current.tilt + (event.clientY - current.y) * perPixel,
    );
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const way = arrowWay(event.key);
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? 3 * step : event.altKey ? step / 5 : step;
    turn(camera.orbit + way[0] * by, camera.tilt - way[1] * by);
  };
  return (
    <circle
      ref={disc}
      cx={x}
      cy={y}
      r={film.height * grab * scale}
      fill="transparent"
      stroke={tokens.glass}
      strokeOpacity={0.45}
      strokeDasharray="2 6"
      role="slider"
      tabIndex={0}
      aria-label="Orbit the camera"
      aria-valuenow={camera.orbit}
      aria-valuetext={`Orbit ${camera.orbit}°, tilt ${camera.tilt}°`}
      className="cursor-grab outline-none focus-visible:stroke-[3] active:cursor-grabbing"
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={() => (drag.current = undefined)}
      onPointerCancel={() => (drag.current = undefined)}
      onKeyDown={onKeyDown}
    />
  );
}

interface BodyHandlesProps {
  layer: DepthLayer;
  body: BodySettings;
  film: Size;
  onChange: (key: string, to: (body: BodySettings) => void) => void;
}

/** A body's position, in the plane that faces the camera, and what else its kind lets one drag. */
function BodyHandles({ layer, body, film, onChange }: BodyHandlesProps) {
  const view = viewOf(layer.camera, film);
  const origin: Vector = [body.x, body.y, body.z];
  const at = projected(view, origin);
  if (!at || !body.on) return null;
  const [x, y, w] = at;
  const unit = view.isPerspective ? w / view.focal : 1 / view.focal;
  const matrix = stageMatrix(body as unknown as AnyBody);
  return (
    <>
      <DragHandle
        handle={{
          label: `Move the ${body.kind}`,
          x,
          y,
          moves: true,
          drag: (toX, toY) => ({ dx: (toX - x) * unit, dy: (y - toY) * unit }),
        }}
        onDrag={({ dx, dy }) => {
          const [nx, ny, nz] = origin.map((value, i) =>
            Math.round(value + view.right[i]! * dx + view.up[i]! * dy),
          ) as [number, number, number];
          onChange('position', (target) => void Object.assign(target, { x: nx, y: ny, z: nz }));
        }}
      />
      {bodyHandles(body as unknown as AnyBody).map(({ id, label, color, at: own, drag }) => {
        const [px, py, pz] = moveOnStage(Float32Array.from(own), matrix);
        const seen = projected(view, [px!, py!, pz!]);
        if (!seen) return null;
        return (
          <DragHandle
            key={id}
            {...(color && { colour: color })}
            handle={{
              label,
              x: seen[0],
              y: seen[1],
              moves: false,
              drag: (toX, toY) =>
                drag(((toX - seen[0]) * unit) / body.scale, ((seen[1] - toY) * unit) / body.scale),
            }}
            onDrag={(part) => onChange(label.toLowerCase(), (target) => void Object.assign(target, part))}
          />
        );
      })}
    </>
  );
}
