import { scaleLinear, scaleLog, type ScaleContinuousNumeric } from 'd3-scale';

export const spectrumRange = { fromHz: 20, toHz: 22000 } as const;

/** Room around the drawing for its axes, in pixels. */
export const margin = { left: 40, right: 10, top: 8, bottom: 22 } as const;

export interface SpectrumScales {
  width: number;
  height: number;
  x: ScaleContinuousNumeric<number, number>;
  y: ScaleContinuousNumeric<number, number>;
}

/** Axes of the large spectrum: log Hz to the right, dB upwards, with room around floor and ceiling. */
export function spectrumScales(
  width: number,
  height: number,
  limits: { floorDb: number; ceilingDb: number },
): SpectrumScales {
  return {
    width,
    height,
    x: scaleLog([spectrumRange.fromHz, spectrumRange.toHz], [margin.left, width - margin.right]),
    y: scaleLinear(
      [Math.min(limits.floorDb - 25, -80), Math.max(limits.ceilingDb + 12, 0)],
      [height - margin.bottom, margin.top],
    ),
  };
}

/** dB that a weights curve of 0 is drawn at: halfway up, one dB of weight as one dB of level. */
export const weightZero = ({ y }: SpectrumScales) => {
  const [low, high] = y.domain() as [number, number];
  return (low + high) / 2;
};
