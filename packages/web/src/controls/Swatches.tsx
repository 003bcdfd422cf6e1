import { filmRecord, layerReferences, valuesOfKind, type Film } from '@cyclogram/core';
import { useMemo } from 'react';
import { imageAddress } from '../api/images';
import { useEditor } from '../editor/editorStore';
import { useImageColors } from './imageColors';

/** Colours that the film uses, each once. */
function filmColors(film: Film): string[] {
  return [...new Set(valuesOfKind('color', filmRecord, film) as string[])].slice(0, 24);
}

/** Colours to choose from: those of the background image, and those that the film uses already. */
export function Swatches({ onChange }: { onChange: (color: string) => void }) {
  const film = useEditor((state) => state.film);
  const used = useMemo(() => filmColors(film), [film]);
  const behind = film.layers.filter(({ backdrop }) => backdrop).flatMap(layerReferences);
  const backdrop = film.images.find((image) =>
    behind.some(({ id, to }) => to === 'images' && id === image.id),
  )?.source.asset;
  const fromImage = useImageColors(backdrop ? imageAddress(backdrop) : undefined);
  return (
    <div className="mt-2 w-[200px] space-y-1.5">
      {fromImage.length > 0 && <Row label="Background image" colors={fromImage} onChange={onChange} />}
      <Row label="In this film" colors={used} onChange={onChange} />
    </div>
  );
}

interface RowProps {
  label: string;
  colors: readonly string[];
  onChange: (color: string) => void;
}

function Row({ label, colors, onChange }: RowProps) {
  return (
    <div>
      <p className="mb-0.5 text-xs text-dim">{label}</p>
      <div className="flex flex-wrap gap-1">
        {colors.map((color) => (
          <button
            key={color}
            type="button"
            aria-label={`Use ${color}`}
            title={color}
            onClick={() => onChange(color)}
            className="size-4 border border-edge"
            style={{ background: color }}
          />
        ))}
      </div>
    </div>
  );
}
