import { maxShapeData } from '@cyclogram/core';
import { DataProblem } from '../DataProblem';
import { SvgFileButton } from '../SvgFileButton';
import type { SlotProps } from './slotProps';

/** The shape of a mark out of an SVG file, and what is wrong with its data. */
export function MarkShape({ values: { source, shape }, onChange }: SlotProps) {
  if (source !== 'shape') return null;
  return (
    <>
      <div className="py-1">
        <SvgFileButton
          inWords
          label="Import shape from SVG"
          fileLabel="SVG file of the mark"
          max={maxShapeData}
          onRead={({ data }) => onChange({ shape: data }, 'shape')}
        />
      </div>
      <DataProblem data={shape as string} empty="There is no shape in the path data" />
    </>
  );
}
