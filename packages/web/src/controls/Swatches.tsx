import type { Film } from '@cyclogram/core';
import { useMemo } from 'react';
import { imageAddress } from '../api/images';
import { useEditor } from '../editor/editorStore';
import { usePictureColors } from './pictureColors';

/** Colours that the film uses, each once: palettes first. */
function filmColors({ palettes, layers, background }: Film): string[] {
  const stops = [
    ...palettes.flatMap((palette) => palette.stops),
    ...layers.flatMap((layer) => (layer.kind === 'figure' ? layer.color.stops : [])),
  ];
  return [...new Set([...stops.map(({ color }) => color), background.color, background.edgeColor])].slice(
    0,
    24,
  );
}

/** Colours to choose from: those of the backdrop picture, and those that the film uses already. */
export function Swatches({ onChange }: { onChange: (color: string) => void }) {
  const film = useEditor((state) => state.film);
  const used = useMemo(() => filmColors(film), [film]);
  const backdrop = film.pictures.find(({ id }) => id === film.background.picture)?.source.asset;
  const fromPicture = usePictureColors(backdrop ? imageAddress(backdrop) : undefined);
  return (
    <div className="mt-2 w-[200px] space-y-1.5">
      {fromPicture.length > 0 && <Row label="From the backdrop" colors={fromPicture} onChange={onChange} />}
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
