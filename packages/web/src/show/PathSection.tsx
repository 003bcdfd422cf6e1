import {
  buildPath,
  pathAs,
  pathBounds,
  pathKinds,
  pathToSvg,
  transformShape,
  type FigureLayer,
  type Film,
  type FilmPath,
  type PathKind,
  type PathSettings,
  type SvgGeometry,
} from '@cyclogram/core';
import {
  AlignCenter,
  AlignCenterHorizontal,
  AlignCenterVertical,
  FileDown,
  Maximize,
  Pen,
  Pencil,
  Split,
} from 'lucide-react';
import { clsx } from 'clsx';
import { useMemo } from 'react';
import { toast } from 'sonner';
import { IconButton } from '../controls/Button';
import { ChoiceInput, FieldRows } from '../controls/Fields';
import { saveFile } from '../controls/saveFile';
import { findLayer, findPath, useEditor } from '../editor/editorStore';
import { useStage } from '../editor/stageContext';
import { DataProblem } from './DataProblem';
import { SvgFileButton } from './SvgFileButton';
import { useOutline } from './useOutline';
import { PointFields } from './PointFields';
import { addPath, dropUnusedPaths, usersOf } from './layerChanges';
import { frameToContent } from './frameToContent';
import type { LayerEdits } from './useLayerEdits';

const kindField = {
  kind: 'choice',
  key: 'pathKind',
  label: 'Path',
  help: 'The shape that the marks stand along.',
  choices: Object.entries(pathKinds).map(([value, { label }]) => ({ value, label })),
} as const;

/** What of a film is about places. */
type PlacedFilm = Pick<Film, 'layers' | 'paths' | 'width' | 'height'>;

interface PathSectionProps {
  layer: FigureLayer;
  edits: LayerEdits;
}

/** Where a figure stands: which path, its shape, and what can be done with it. */
export function PathSection({ layer, edits }: PathSectionProps) {
  const layers = useEditor((state) => state.film.layers);
  const paths = useEditor((state) => state.film.paths);
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  // Only what of the film is about places: a change of an ear leaves the fields as they are.
  const film = useMemo((): PlacedFilm => ({ layers, paths, width, height }), [layers, paths, width, height]);
  const path = findPath(film, layer.path);
  if (!path) return null;
  return <PathFields layer={layer} edits={edits} film={film} path={path} />;
}

function PathFields({ layer, edits, film, path }: PathSectionProps & { film: PlacedFilm; path: FilmPath }) {
  const change = useEditor((state) => state.change);
  const { shape } = path;
  const problem = useOutline(path);
  const shared = usersOf(film, path.id).length;
  const setShape = (label: string, next: PathSettings) =>
    change(label, (draft) => void (findPath(draft, path.id)!.shape = next));
  return (
    <>
      <SharedPath layer={layer} film={film} path={path} shared={shared} edits={edits} />
      <ChoiceInput
        field={kindField}
        value={shape.kind}
        onChange={(kind) =>
          setShape('kind of path', pathAs(shape, kind as PathKind, film.width, film.height))
        }
      />
      <FieldRows
        fields={pathKinds[shape.kind].fields.flatMap(({ fields }) => [...fields])}
        values={{ ...shape }}
        defaults={{ ...pathKinds[shape.kind].defaults(film.width, film.height) }}
        onChange={(key, value) => edits.setPath(key, { [key]: value })}
      />
      {shape.kind === 'drawn' && <PointFields pathId={path.id} shape={shape} />}
      {shape.kind === 'svg' && (
        <DataProblem data={shape.data} empty="There is nothing to stand along in the path data" />
      )}
      {problem && (
        <p role="alert" className="mt-1 text-alarm">
          {problem}
        </p>
      )}
      <PathTools layer={layer} film={film} path={path} setShape={setShape} />
    </>
  );
}

const newPath = 'new';

/** Which of the film's paths the figure stands along; several figures may share one. */
function SharedPath({
  layer,
  film,
  path,
  shared,
  edits,
}: PathSectionProps & { film: PlacedFilm; path: FilmPath; shared: number }) {
  const change = useEditor((state) => state.change);
  const field = {
    kind: 'choice',
    key: 'path',
    label: 'Stands along',
    help: 'One of the film’s paths. Several figures may share one: editing it moves all.',
    choices: [
      ...film.paths.map(({ id, name }) => ({ value: id, label: name || 'Unnamed' })),
      { value: newPath, label: 'A copy of this one' },
    ],
  } as const;
  const choose = (id: string) => {
    if (id === newPath) {
      change('path of its own', (draft) => {
        const target = findLayer(draft, layer.id);
        if (target?.kind === 'figure') target.path = addPath(draft, layer.name, { ...path.shape });
      });
    } else {
      edits.eachFigure('choose path', '', (target, draft) => {
        target.path = id;
        dropUnusedPaths(draft);
      });
    }
  };
  return (
    <>
      <ChoiceInput field={field} value={path.id} onChange={choose} />
      {shared > 1 && (
        <p className="flex items-center justify-between text-xs text-dim">
          Shared by {shared} layers
          <button
            type="button"
            className="flex items-center gap-1 underline hover:text-paper"
            onClick={() => choose(newPath)}
          >
            <Split size={11} /> Make it its own
          </button>
        </p>
      )}
    </>
  );
}

interface PathToolsProps {
  layer: FigureLayer;
  film: PlacedFilm;
  path: FilmPath;
  setShape: (label: string, next: PathSettings) => void;
}

/** Drawing, aligning, and SVG files. */
function PathTools({ layer, film, path, setShape }: PathToolsProps) {
  const stage = useStage();
  const tool = useEditor((state) => state.tool);
  const setTool = useEditor((state) => state.setTool);
  const change = useEditor((state) => state.change);
  const { shape } = path;
  const align = (x: boolean, y: boolean) => {
    const box = pathBounds(buildPath(shape));
    const [moveX, moveY] = [film.width / 2 - (box[0] + box[2]) / 2, film.height / 2 - (box[1] + box[3]) / 2];
    setShape(
      'align',
      transformShape(shape, { pivotX: 0, pivotY: 0, moveX: x ? moveX : 0, moveY: y ? moveY : 0 }),
    );
  };
  const exportSvg = () => {
    const svg = pathToSvg(buildPath(shape), film.width, film.height);
    saveFile(new Blob([svg], { type: 'image/svg+xml' }), `${path.name || 'path'}.svg`);
  };
  const takeSvg = ({ data, shapes }: SvgGeometry) => {
    const svg = pathKinds.svg.defaults(film.width, film.height);
    setShape(
      'read SVG file',
      fitted({ ...svg, data, lines: shapes > 1 ? 'all' : 'longest', scale: 1 }, film),
    );
  };
  const frame = async () => {
    const box = await stage.request('extent', { layer: layer.id });
    if (!box) {
      toast.error('Nothing of this figure is to be seen in the whole song, so there is nothing to frame.');
      return;
    }
    change('frame to content', (draft) => frameToContent(draft, layer.id, box));
  };
  return (
    <div className="mt-1.5 -ml-1.5 flex items-center">
      <IconButton
        label="Draw with the pen on the Screen"
        keys="P"
        aria-pressed={tool === 'pen'}
        className={clsx('size-6', tool === 'pen' && 'bg-raised text-glass')}
        onClick={() => setTool(tool === 'pen' ? 'select' : 'pen')}
      >
        <Pen size={14} />
      </IconButton>
      <IconButton
        label="Draw by hand on the Screen"
        keys="B"
        aria-pressed={tool === 'freehand'}
        className={clsx('size-6', tool === 'freehand' && 'bg-raised text-glass')}
        onClick={() => setTool(tool === 'freehand' ? 'select' : 'freehand')}
      >
        <Pencil size={14} />
      </IconButton>
      <SvgFileButton label="Read an SVG file" fileLabel="SVG file" onRead={takeSvg} />
      <IconButton className="size-6" label="Save the path as SVG" onClick={exportSvg}>
        <FileDown size={14} />
      </IconButton>
      <span className="h-4 border-l border-rule" />
      <IconButton className="size-6" label="To the middle of the picture" onClick={() => align(true, true)}>
        <AlignCenter size={14} />
      </IconButton>
      <IconButton
        className="size-6"
        label="To the middle from left to right"
        onClick={() => align(true, false)}
      >
        <AlignCenterVertical size={14} />
      </IconButton>
      <IconButton
        className="size-6"
        label="To the middle from top to bottom"
        onClick={() => align(false, true)}
      >
        <AlignCenterHorizontal size={14} />
      </IconButton>
      <IconButton
        className="size-6"
        label="Fit the figure into the picture at its loudest"
        onClick={() => void frame()}
      >
        <Maximize size={14} />
      </IconButton>
    </div>
  );
}

/** A path scaled so that it fills two thirds of the picture, in its middle. */
function fitted<Shape extends PathSettings & { scale: number }>(
  shape: Shape,
  { width, height }: PlacedFilm,
): Shape {
  const box = pathBounds(
    pathKinds[shape.kind].build({ ...shape, ...{ offset: 0, from: 0, to: 1 } } as never),
  );
  const [boxWidth, boxHeight] = [box[2] - box[0], box[3] - box[1]];
  const scale = Math.min(
    (0.67 * width) / Math.max(boxWidth, 1e-6),
    (0.67 * height) / Math.max(boxHeight, 1e-6),
  );
  return { ...shape, scale: Math.min(Math.max(scale, 0.001), 1000), centerX: width / 2, centerY: height / 2 };
}
