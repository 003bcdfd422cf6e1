import { pow } from '../../contract';
import { after, curveTable, hueRotation, runCurves, runMatrix, saturation, TableCache } from '../../pixels';
import { toEncoded, toLinear } from '../scene/srgb';
import { angle, percent } from './passFields';
import { passKind } from './passKind';

interface Tones {
  exposure: number;
  contrast: number;
  temperature: number;
}

/** How much a full turn of the temperature changes red and blue: common practice, from memory. */
const warmest = 0.6;

const tables = new TableCache<Tones>(({ exposure, contrast, temperature }) => {
  const gains = [1, 0, -1].map((side) => pow(2, exposure + side * warmest * temperature));
  // Exposure is of light; contrast is of what is seen, around the middle (W3C Filter Effects Level 1, contrast).
  return gains.map((gain) =>
    curveTable((value) => (toEncoded(Math.min(1, toLinear(value) * gain)) - 0.5) * contrast + 0.5),
  ) as [Uint16Array, Uint16Array, Uint16Array];
});

/** The usual corrections. */
export const grade = passKind({
  kind: 'grade',
  label: 'Colour correction',
  heading: 'Grade',
  about: 'Exposure, contrast, saturation, hue and temperature',
  light: 'encoded',
  form: 'point',
  anySize: true,
  start: { contrast: 1.1, saturation: 1.1 },
  fields: [
    {
      kind: 'number',
      key: 'exposure',
      label: 'Exposure',
      min: -10,
      max: 10,
      step: 0.1,
      unit: 'EV',
      default: 0,
    },
    percent('contrast', 'Contrast', 1, { max: 4 }),
    percent('saturation', 'Saturation', 1, { max: 4 }),
    angle('hue', 'Hue', 0),
    {
      kind: 'number',
      key: 'temperature',
      label: 'Temperature',
      help: 'Warmer above 0, cooler below.',
      min: -1,
      max: 1,
      step: 5,
      unit: '%',
      shownPer: 100,
      default: 0,
    },
  ],
  run(buffer, { exposure, contrast, temperature, saturation: colorful, hue }) {
    if (exposure !== 0 || contrast !== 1 || temperature !== 0)
      runCurves(buffer, tables.tables({ exposure, contrast, temperature }));
    const [saturates, turns] = [colorful !== 1, hue % 360 !== 0];
    if (saturates && turns) runMatrix(buffer, after(hueRotation(hue), saturation(colorful)));
    else if (saturates) runMatrix(buffer, saturation(colorful));
    else if (turns) runMatrix(buffer, hueRotation(hue));
  },
});
