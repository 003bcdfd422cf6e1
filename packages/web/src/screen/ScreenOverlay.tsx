import {
  layerRegistry,
  applyMatrix,
  defaultPath,
  drawnShape,
  invertMatrix,
  isContainer,
  multiply,
  pathBounds,
  pathPlacementMatrix,
  placeDrawn,
  type DrawnPoint,
  type FigureLayer,
  type FilmPath,
  type Layer,
  type Matrix,
} from '@cyclogram/core';
import { useMemo, useState, type PointerEvent, type ReactNode } from 'react';
import { findLayer, findPath, useEditor, useOpenLayer } from '../editor/editorStore';
import { drawn } from '../editor/paths';
import { usePreview } from '../editor/previewContext';
import { usePlacedFilm, type PlacedFilm } from '../editor/usePlacedFilm';
import { DragHandle } from './DragHandle';
import { simplifyTrace } from './drawnChanges';
import { DrawnHandles } from './DrawnHandles';
import { FalloffOutline } from './FalloffOutline';
import { FreehandTool } from './FreehandTool';
import { matrixAround, matrixWithin } from './matrices';
import { placeHandlesOf, shapeHandlesOf } from './pathHandles';
import { PathOutline } from './PathOutline';
import { PenTool } from './PenTool';
import { placeHandles } from './placeHandles';
import { StageHandles } from './StageHandles';
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

/** What lies over the picture: the open layer's path and handles, the drawing tools, and picking by a press. */
export function ScreenOverlay({ scale, seen: { left, top, right, bottom } }: ScreenOverlayProps) {
  const film = usePlacedFilm();
  const tool = useEditor((state) => state.tool);
  const select = useEditor((state) => state.selectLayer);
  const layer = useOpenLayer();
  const preview = usePreview();
  const [guides, setGuides] = useState<readonly SnapLine[]>([]);
  const snapLines = useMemo(() => linesOf(film, layer), [film, layer]);
  const space = useMemo(
    (): ScreenSpace => ({
      ...spaceThrough(identity, scale),
      snapLines,
      seen: { left, top, right, bottom },
      setGuides,
    }),
    [scale, snapLines, left, top, right, bottom],
  );
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
    void preview
      .request('pick', { time: preview.moment(), x, y, slack: pickSlack / scale, layers: pickable })
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
          const position = at * scale;
          const line =
            axis === 'x' ? `M${position} 0V${film.height * scale}` : `M0 ${position}H${film.width * scale}`;
          return <path key={i} d={line} stroke="#f1ece2" strokeWidth={1} className="pointer-events-none" />;
        })}
      </svg>
    </ScreenContext>
  );
}

const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** How places belong together that go through a matrix until they are in the picture. @param scale CSS pixels per picture unit */
function spaceThrough(
  matrix: Matrix,
  scale: number,
): Pick<ScreenSpace, 'matrix' | 'pictureScale' | 'scale' | 'toCss' | 'fromPointer'> {
  const inverse = invertMatrix(matrix);
  return {
    matrix,
    pictureScale: scale,
    scale: scale * Math.hypot(matrix[0], matrix[1]),
    toCss(x, y) {
      const [px, py] = applyMatrix(matrix, x, y);
      return [px * scale, py * scale];
    },
    fromPointer({ clientX, clientY, currentTarget }) {
      const box = currentTarget.ownerSVGElement!.getBoundingClientRect();
      return applyMatrix(inverse, (clientX - box.left) / scale, (clientY - box.top) / scale);
    },
  };
}

/** Shows what goes through a matrix, and then through all that it stands in. */
function Through({ matrix, children }: { matrix: Matrix; children: ReactNode }) {
  const outer = useScreen();
  const space = useMemo(
    () => ({ ...outer, ...spaceThrough(multiply(outer.matrix, matrix), outer.pictureScale) }),
    [outer, matrix],
  );
  return <ScreenContext value={space}>{children}</ScreenContext>;
}

/** A background colour lies everywhere: pressing on it means nothing of what is drawn. */
const canBePicked = (layer: Layer) =>
  layer.visible &&
  !layer.locked &&
  !isContainer(layer) &&
  !(layer.backdrop && layerRegistry.as('fill', layer));

/** Lines to snap to: those of the picture, and the middles of other paths. */
function linesOf(film: PlacedFilm, layer: Layer | undefined): SnapLine[] {
  const own = layerRegistry.as('figure', layer)?.path;
  const middles = film.paths
    .filter(({ id }) => id !== own)
    .flatMap((path): SnapLine[] => {
      const box = pathBounds(drawn.paths.get(path));
      return [
        { axis: 'x', at: (box[0] + box[2]) / 2 },
        { axis: 'y', at: (box[1] + box[3]) / 2 },
      ];
    });
  return [...pictureLines(film.width, film.height), ...middles];
}

/** What of the open layer can be dragged: of a figure its path, of others their place. */
function LayerHandles({ layer, film }: { layer: Layer; film: PlacedFilm }) {
  const around = useMemo(() => matrixAround(film, layer), [film, layer]);
  const within = useMemo(() => matrixWithin(film, layer), [film, layer]);
  const figure = layerRegistry.as('figure', layer);
  const stage = layerRegistry.as('depth', layer);
  if (stage) {
    return (
      <Through matrix={within}>
        <StageHandles layer={stage} film={film} />
      </Through>
    );
  }
  const path = film.paths.find(
    ({ id }) => id === (figure?.path ?? layerRegistry.as('group', layer)?.clipPath),
  );
  if (figure) {
    return path ? (
      <Through matrix={within}>
        <FigureHandles layer={figure} path={path} film={film} />
      </Through>
    ) : null;
  }
  return (
    <>
      {path && (
        <Through matrix={within}>
          <PathOutline path={path} />
        </Through>
      )}
      <Through matrix={around}>
        <PlaceHandles layer={layer} film={film} />
      </Through>
    </>
  );
}

interface FigureHandlesProps {
  layer: FigureLayer;
  path: FilmPath;
  film: PlacedFilm;
}

function FigureHandles({ layer, path, film }: FigureHandlesProps) {
  const change = useEditor((state) => state.change);
  const tool = useEditor((state) => state.tool);
  const setTool = useEditor((state) => state.setTool);
  const placement = useMemo(() => pathPlacementMatrix(path), [path]);
  const points = drawnShape(path.shape);
  const draw = (all: DrawnPoint[], closed: boolean, key: string) =>
    change(
      'draw',
      (draft) => {
        const { position, points: placed } = placeDrawn(all);
        const { offset, join, reverse } = path;
        const shape = { points: placed, closed };
        const next = defaultPath('drawn', path.id, path.name, film, shape, {
          position,
          offset,
          join,
          reverse,
        });
        Object.assign(findPath(draft, path.id)!, next);
      },
      key,
    );
  if (tool === 'pen') {
    return (
      <>
        {points && <PathOutline path={path} />}
        <PenTool
          onDraw={(all, closed) => draw(all, closed, `pen ${path.id}`)}
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
  const set = (label: string, part: Partial<FilmPath>) =>
    change('path', (draft) => Object.assign(findPath(draft, path.id)!, part), `${path.id} ${label}`);
  return (
    <>
      <PathOutline path={path} />
      {layer.falloffs.map((falloff, i) => (
        <FalloffOutline key={falloff.id} layer={layer} falloff={falloff} index={i} />
      ))}
      <Through matrix={placement}>
        {points && (
          <DrawnHandles
            path={points}
            onChange={(label, next, key) =>
              change(
                label,
                (draft) => Object.assign(findPath(draft, path.id)!.shape, { points: next }),
                key && `${path.id} ${key}`,
              )
            }
          />
        )}
        {shapeHandlesOf(path).map((handle) => (
          <DragHandle
            key={handle.label}
            handle={handle}
            pivot={{ x: 0, y: 0 }}
            onDrag={(part) => set(handle.label, part)}
          />
        ))}
      </Through>
      {placeHandlesOf(path).map((handle) => (
        <DragHandle
          key={handle.label}
          handle={handle}
          pivot={path.position}
          onDrag={(part) => set(handle.label, part)}
        />
      ))}
    </>
  );
}

/** How far a line drawn by hand may be off, in picture units. */
const handTolerance = 4;

function PlaceHandles({ layer, film }: { layer: Layer; film: PlacedFilm }) {
  const change = useEditor((state) => state.change);
  const handles = placeHandles(layer.name || 'the layer', layer.place, film);
  return handles.map((handle) => (
    <DragHandle
      key={handle.label}
      handle={handle}
      pivot={handles[0]!}
      onDrag={(part) =>
        change(
          'position',
          (draft) => Object.assign(findLayer(draft, layer.id)!.place, part),
          `${layer.id} ${handle.label}`,
        )
      }
    />
  ));
}
