import {
  alongStandard,
  applyMatrix,
  buildPath,
  flattenParts,
  invertMatrix,
  pathBounds,
  type DrawnPoint,
  type Falloff,
  type FigureLayer,
  type Film,
  type FilmPath,
  type GroupLayer,
  type Layer,
  type TiedLayer,
} from '@cyclogram/core';
import { useMemo, useState, type PointerEvent } from 'react';
import { findLayer, findPath, useEditor, useOpenLayer } from '../editor/editorStore';
import { useStage } from '../editor/stageContext';
import { DragHandle } from './DragHandle';
import { simplifyTrace } from './drawnChanges';
import { DrawnHandles } from './DrawnHandles';
import { falloffHandles, falloffOutlines } from './falloffHandles';
import { handlesOf } from './handlesOf';
import { matrixAround } from './matrices';
import { FreehandTool, PenTool } from './PenTool';
import { placeHandles } from './placeHandles';
import { ScreenContext, useScreen, type ScreenSpace, type SeenPart } from './screenContext';
import { pictureLines, type SnapLine } from './snapping';

interface ScreenOverlayProps {
  /** CSS pixels per picture unit. */
  scale: number;
  /** What of the picture is seen. */
  seen: SeenPart;
}

/** Picture units around a press within which a layer counts as met, at the Screen's size. */
const pickSlack = 4;
const glass = '#86cdb4';

/** What lies over the picture: the open layer's path and handles, the drawing tools, and picking by a press. */
export function ScreenOverlay({ scale, seen: { left, top, right, bottom } }: ScreenOverlayProps) {
  const layers = useEditor((state) => state.film.layers);
  const paths = useEditor((state) => state.film.paths);
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  // What of the film is about places: a change of an ear leaves it as it is.
  const film = useMemo((): PlacedFilm => ({ layers, paths, width, height }), [layers, paths, width, height]);
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

/** What of a film is about places. */
type PlacedFilm = Pick<Film, 'layers' | 'paths' | 'width' | 'height'>;

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
      {clip && <Outline path={clip} />}
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
        {shape.kind === 'drawn' && <Outline path={path} />}
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
      <Outline path={path} />
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

/** The path as it is used, dashed. */
function Outline({ path }: { path: FilmPath }) {
  const { toCss } = useScreen();
  const { data, count } = useMemo(() => outlineData(path.shape, toCss), [path.shape, toCss]);
  return (
    <g className="pointer-events-none">
      {count <= mostDashed && (
        <path d={data} fill="none" stroke="#12100e" strokeOpacity={0.5} strokeWidth={3} />
      )}
      <path
        d={data}
        fill="none"
        stroke={glass}
        strokeWidth={1}
        strokeDasharray={count <= mostDashed ? '4 4' : undefined}
      />
    </g>
  );
}

/** How far a shown outline may be off, in picture units. */
const shownTolerance = 0.6;

/** CSS pixels from one shown point to the next, at least; and so many points are too many for dashes. */
const leastStep = 2;
const mostDashed = 600;

/** The lines of a path as SVG path data in CSS pixels, and of how many points they are. */
function outlineData(shape: FilmPath['shape'], toCss: ScreenSpace['toCss']): { data: string; count: number } {
  let count = 0;
  const data = flattenParts(buildPath(shape), shownTolerance).map(({ points, closed }) => {
    let last: [number, number] | undefined;
    const shown = points.flatMap(({ x, y }, i) => {
      const place = toCss(x, y);
      const near = last && Math.hypot(place[0] - last[0], place[1] - last[1]) < leastStep;
      if (near && i < points.length - 1) return [];
      last = place;
      count++;
      return [`${place[0].toFixed(1)} ${place[1].toFixed(1)}`];
    });
    return `M${shown.join('L')}${closed ? 'Z' : ''}`;
  });
  return { data: data.join(''), count };
}

interface FalloffShapeProps {
  layer: FigureLayer;
  falloff: Falloff;
  index: number;
}

/** A region, with its handles. */
function FalloffShape({ falloff, index, layer }: FalloffShapeProps) {
  const change = useEditor((state) => state.change);
  const { toCss } = useScreen();
  // Outlines are in units of the layer; the group's matrix of the Screen is read off three places.
  const [e, f] = toCss(0, 0);
  const [[a, b], [c, d]] = [toCss(1, 0), toCss(0, 1)];
  const transform = `matrix(${a - e} ${b - f} ${c - e} ${d - f} ${e} ${f})`;
  return (
    <>
      <g transform={transform} className="pointer-events-none">
        {falloffOutlines(falloff).map((data, i) => (
          <path
            key={i}
            d={data}
            fill="none"
            stroke="#d8c9a8"
            strokeWidth={1}
            strokeDasharray={i === 0 ? undefined : '3 5'}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
      {falloffHandles(falloff, index).map((handle) => (
        <DragHandle
          key={handle.label}
          handle={handle}
          colour="#d8c9a8"
          pivot={{ x: falloff.centerX, y: falloff.centerY }}
          onDrag={(part) =>
            change(
              'falloff',
              (film) => {
                const target = findLayer(film, layer.id);
                if (target?.kind === 'figure') Object.assign(target.falloffs[index]!, part);
              },
              `${layer.id} falloff ${index} ${handle.label}`,
            )
          }
        />
      ))}
    </>
  );
}

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
