import {
  defaultPath,
  pathBounds,
  pathToSvg,
  transformPath,
  type FilmPath,
  type Layer,
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
import { drawn } from '../editor/paths';
import { usePreview } from '../editor/previewContext';
import type { PlacedFilm } from '../editor/usePlacedFilm';
import { frameToContent } from './frameToContent';
import { SvgFileButton } from './SvgFileButton';

const alignments = [
  { label: 'Centre in the picture', x: true, y: true, Icon: AlignCenter },
  { label: 'Centre horizontally', x: true, y: false, Icon: AlignCenterVertical },
  { label: 'Centre vertically', x: false, y: true, Icon: AlignCenterHorizontal },
];

/** A layer that something of it is drawn along. */
export type LayerWithPath = Layer & { path: string };

interface PathToolsProps {
  layer: LayerWithPath;
  film: PlacedFilm;
  path: FilmPath;
  setPath: (label: string, next: FilmPath) => void;
}

/** Drawing, aligning, and SVG files. */
export function PathTools({ layer, film, path, setPath }: PathToolsProps) {
  const preview = usePreview();
  const tool = useEditor((state) => state.tool);
  const setTool = useEditor((state) => state.setTool);
  const change = useEditor((state) => state.change);
  const align = (horizontally: boolean, vertically: boolean) => {
    const box = pathBounds(drawn.paths.get(path));
    const x = horizontally ? film.width / 2 - (box[0] + box[2]) / 2 : 0;
    const y = vertically ? film.height / 2 - (box[1] + box[3]) / 2 : 0;
    setPath('align', transformPath(path, { move: { x, y } }));
  };
  const exportSvg = () => {
    const svg = pathToSvg(drawn.paths.get(path), film.width, film.height);
    saveFile(new Blob([svg], { type: 'image/svg+xml' }), `${path.name || 'path'}.svg`);
  };
  const takeSvg = ({ data, shapes }: SvgGeometry) => {
    const shape = { data, lines: shapes > 1 ? ('all' as const) : ('longest' as const) };
    setPath('import SVG', fitted(defaultPath('svg', path.id, path.name, film, shape), film));
  };
  const frame = async () => {
    const box = await preview.request('extent', { layer: layer.id });
    if (!box) {
      toast.error('Nothing of this figure is visible in the whole song, so there is nothing to fit.');
      return;
    }
    change('fit to the picture', (draft) => frameToContent(draft, layer.id, box));
  };
  return (
    <div className="mt-1.5 -ml-1.5 flex items-center">
      <IconButton
        label="Pen: draw on the Screen"
        keys="P"
        aria-pressed={tool === 'pen'}
        className={clsx('size-6', tool === 'pen' && 'bg-raised text-glass')}
        onClick={() => setTool(tool === 'pen' ? 'select' : 'pen')}
      >
        <Pen size={14} />
      </IconButton>
      <IconButton
        label="Freehand: draw on the Screen"
        keys="B"
        aria-pressed={tool === 'freehand'}
        className={clsx('size-6', tool === 'freehand' && 'bg-raised text-glass')}
        onClick={() => setTool(tool === 'freehand' ? 'select' : 'freehand')}
      >
        <Pencil size={14} />
      </IconButton>
      <SvgFileButton label="Import SVG" fileLabel="SVG file" onRead={takeSvg} />
      <IconButton className="size-6" label="Export path as SVG" onClick={exportSvg}>
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
        label="Fit figure to the picture at its loudest"
        onClick={() => void frame()}
      >
        <Maximize size={14} />
      </IconButton>
    </div>
  );
}

/** A path scaled so that it fills two thirds of the picture, in its middle. */
function fitted(path: FilmPath, { width, height }: PlacedFilm): FilmPath {
  const box = pathBounds(drawn.paths.shape(path.shape));
  const factor = Math.min(
    (0.67 * width) / Math.max(box[2] - box[0], 1e-6),
    (0.67 * height) / Math.max(box[3] - box[1], 1e-6),
  );
  const scale = Math.min(Math.max(factor, 0.001), 1000);
  return { ...path, scale: { x: scale, y: scale }, position: { x: width / 2, y: height / 2 } };
}
