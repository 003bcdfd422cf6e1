import { buildDataPath, dataField, dataFields, type DataPath } from './dataPath';
import { pathShape } from './shape';

/** A harbour's skyline: what a new path of this kind shows. */
const sampleData =
  'M0 60 C40 40 60 80 100 60 L130 60 L140 20 L150 60 C190 60 200 10 240 10 S300 60 340 60 Q380 20 420 60 T500 60';

export const svgPath = pathShape<'svg', DataPath>(
  'svg',
  'SVG',
  [dataField, ...dataFields],
  (width, height) => ({
    data: sampleData,
    lines: 'longest',
    centerX: width / 2,
    centerY: Math.round(height * 0.6),
    scale: Number((width / 620).toFixed(2)),
    turn: 0,
  }),
  buildDataPath,
);
