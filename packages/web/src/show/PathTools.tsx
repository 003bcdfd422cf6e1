import {
  buildPath,
  pathBounds,
  pathKinds,
  pathToSvg,
  transformShape,
  type FigureLayer,
  type FilmPath,
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
} from 'lucide-react';
import { clsx } from 'clsx';
import { toast } from 'sonner';
import { IconButton } from '../controls/Button';
import { saveFile } from '../controls/saveFile';
import { useEditor } from '../editor/editorStore';
import { useStage } from '../editor/stageContext';
import type { PlacedFilm } from '../editor/usePlacedFilm';
import { frameToContent } from './frameToContent';
import { SvgFileButton } from './SvgFileButton';

const alignments = [
  { label: 'To the middle of the picture', x: true, y: true, Icon: AlignCenter },
  { label: 'To the middle from left to right', x: true, y: false, Icon: AlignCenterVertical },
  { label: 'To the middle from top to bottom', x: false, y: true, Icon: AlignCenterHorizontal },
];

interface PathToolsProps {
  layer: FigureLayer;
  film: PlacedFilm;
  path: FilmPath;
  setShape: (label: string, next: PathSettings) => void;
}

/** Drawing, aligning, and SVG files. */
export function PathTools({ layer, film, path, setShape }: PathToolsProps) {
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
      {alignments.map(({ label, x, y, Icon }) => (
        <IconButton key={label} className="size-6" label={label} onClick={() => align(x, y)}>
          <Icon size={14} />
        </IconButton>
      ))}
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
