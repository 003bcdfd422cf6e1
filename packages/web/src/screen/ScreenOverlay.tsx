import {
  alongStandard,
  applyMatrix,
  buildPath,
  invertMatrix,
  pathBounds,
  type DrawnPoint,
  type FigureLayer,
  type FilmPath,
  type GroupLayer,
  type Layer,
  type TiedLayer,
} from '@cyclogram/core';
import { useMemo, useState, type PointerEvent } from 'react';
import { findLayer, findPath, useEditor, useOpenLayer } from '../editor/editorStore';
import { useStage } from '../editor/stageContext';
import { usePlacedFilm, type PlacedFilm } from '../editor/usePlacedFilm';
import { DragHandle } from './DragHandle';
import { simplifyTrace } from './drawnChanges';
import { DrawnHandles } from './DrawnHandles';
import { FalloffShape } from './FalloffShape';
import { handlesOf } from './handlesOf';
import { matrixAround } from './matrices';
import { PathOutline } from './PathOutline';
import { FreehandTool, PenTool } from './PenTool';
import { placeHandles } from './placeHandles';
import { ScreenContext, type ScreenSpace, type SeenPart } from './screenContext';
import { pictureLines, type SnapLine } from './snapping';

interface ScreenOverlayProps {
  /** CSS pixels per picture unit. */
  scale: number;
  /** What of the picture is seen. */
  seen: SeenPart;
}

/** Picture units around a press within which a layer counts as met, at the Screen's size. */
const pickSlack = 4;

/** What lies over the picture: the open layer's path and handles, the drawing tools, and picking by a press. */
export function ScreenOverlay({ scale, seen: { left, top, right, bottom } }: ScreenOverlayProps) {
  const film = usePlacedFilm();
  const tool = useEditor((state) => state.tool);
  const select = useEditor((state) => state.selectLayer);
  const layer = useOpenLayer();
  const stage = useStage();
  const [guides, setGuides] = useState<readonly SnapLine[]>([]);
  const snapLines = useMemo(() => linesOf(film, layer), [film, layer]);
  const space = useMemo((): ScreenSpace => {
    const matrix = layer ? matrixAround(film, layer) : ([1, 0, 0, 1, 0, 0] as const);
    const inverse = invertMatrix(matrix);
    return {
      scale: scale * Math.hypot(matrix[0], matrix[1]),
      toCss(x, y) {
        const [px, py] = applyMatrix(matrix, x, y);
        return [px * scale, py * scale];
      },
      fromPointer({ clientX, clientY, currentTarget }) {
        const box = currentTarget.ownerSVGElement!.getBoundingClientRect();
        return applyMatrix(inverse, (clientX - box.left) / scale, (clientY - box.top) / scale);
      },
      snapLines,
      seen: { left, top, right, bottom },
      setGuides,
    };
  }, [film, layer, scale, snapLines, left, top, right, bottom]);
  if (scale <= 0) return null;
  const pick = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0 || tool !== 'select') return;
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [(event.clientX - box.left) / scale, (event.clientY - box.top) / scale];
    const several = event.shiftKey || event.ctrlKey || event.metaKey;
    const pickable = film.layers
      .filter(canBePicked)
      .reverse()
      .map(({ id }) => id);
    void stage
      .request('pick', { time: stage.time(), x, y, slack: pickSlack / scale, layers: pickable })
      .then((id) => select(id ?? undefined, several && id ? 'also' : 'only'))
      .catch(() => {});
  };
  return (
    <ScreenContext value={space}>
      <svg
        className="absolute inset-0 size-full touch-none overflow-visible"
        aria-label={layer ? `Path of ${layer.name}` : 'Press on the picture to pick a layer'}
        onPointerDown={pick}
      >
        {layer && layer.visible && !layer.locked && <LayerHandles layer={layer} film={film} />}
        {guides.map(({ axis, at }, i) => {
          const place = at * scale;
          const line =
            axis === 'x' ? `M${place} 0V${film.height * scale}` : `M0 ${place}H${film.width * scale}`;
          return <path key={i} d={line} stroke="#f1ece2" strokeWidth={1} className="pointer-events-none" />;
        })}
      </svg>
    </ScreenContext>
  );
}

const canBePicked = (layer: Layer) => layer.visible && !layer.locked && layer.kind !== 'group';

/** Lines to snap to: those of the picture, and the middles of other paths. */
function linesOf(film: PlacedFilm, layer: Layer | undefined): SnapLine[] {
  const own = layer?.kind === 'figure' ? layer.path : undefined;
  const middles = film.paths
    .filter(({ id }) => id !== own)
    .flatMap(({ shape }): SnapLine[] => {
      const box = pathBounds(buildPath(shape));
      return [
        { axis: 'x', at: (box[0] + box[2]) / 2 },
        { axis: 'y', at: (box[1] + box[3]) / 2 },
      ];
    });
  return [...pictureLines(film.width, film.height), ...middles];
}

function LayerHandles({ layer, film }: { layer: Layer; film: PlacedFilm }) {
  if (layer.kind === 'figure') {
    const path = film.paths.find(({ id }) => id === layer.path);
    return path ? <FigureHandles layer={layer} path={path} /> : null;
  }
  const clip =
    layer.kind === 'group' && layer.clip !== null
      ? film.paths.find(({ id }) => id === layer.clip)
      : undefined;
  return (
    <>
      {clip && <PathOutline path={clip} />}
      <PlaceHandles layer={layer} film={film} />
    </>
  );
}

function FigureHandles({ layer, path }: { layer: FigureLayer; path: FilmPath }) {
  const change = useEditor((state) => state.change);
  const tool = useEditor((state) => state.tool);
  const setTool = useEditor((state) => state.setTool);
  const { shape } = path;
  const draw = (points: DrawnPoint[], closed: boolean, key: string) =>
    change(
      'draw',
      (film) => {
        const kept = { ...alongStandard, offset: shape.offset, join: shape.join, reverse: shape.reverse };
        findPath(film, path.id)!.shape = { kind: 'drawn', points, closed, ...kept };
      },
      key,
    );
  if (tool === 'pen') {
    return (
      <>
        {shape.kind === 'drawn' && <PathOutline path={path} />}
        <PenTool
          onDraw={(points, closed) => draw(points, closed, `pen ${path.id}`)}
          onDone={() => setTool('select')}
        />
      </>
    );
  }
  if (tool === 'freehand') {
    return (
      <FreehandTool
        onDraw={(trace, closed) => {
          draw(simplifyTrace(trace, handTolerance, closed), closed, '');
          setTool('select');
        }}
      />
    );
  }
  const set = (label: string, part: Record<string, unknown>) =>
    change('path', (film) => Object.assign(findPath(film, path.id)!.shape, part), `${path.id} ${label}`);
  const centre = handlesOf(shape).find(({ moves }) => moves);
  return (
    <>
      <PathOutline path={path} />
      {shape.kind === 'drawn' && (
        <DrawnHandles
          path={shape}
          onChange={(label, points, key) =>
            change(
              label,
              (film) => Object.assign(findPath(film, path.id)!.shape, { points }),
              key && `${path.id} ${key}`,
            )
          }
        />
      )}
      {layer.falloffs.map((falloff, i) => (
        <FalloffShape key={i} layer={layer} falloff={falloff} index={i} />
      ))}
      {handlesOf(shape).map((handle) => (
        <DragHandle
          key={handle.label}
          handle={handle}
          {...(centre ? { pivot: centre } : {})}
          onDrag={(part) => set(handle.label, part)}
        />
      ))}
    </>
  );
}

/** How far a line drawn by hand may be off, in picture units. */
const handTolerance = 4;

function PlaceHandles({ layer, film }: { layer: GroupLayer | TiedLayer; film: PlacedFilm }) {
  const change = useEditor((state) => state.change);
  const handles = placeHandles(layer, film);
  return handles.map((handle) => (
    <DragHandle
      key={handle.label}
      handle={handle}
      pivot={handles[0]!}
      onDrag={(part) =>
        change(
          'place',
          (draft) => Object.assign(findLayer(draft, layer.id)!, part),
          `${layer.id} ${handle.label}`,
        )
      }
    />
  ));
}
