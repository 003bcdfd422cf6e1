import { record, type ValueOf } from '../../contract';

const whole = { kind: 'number', step: 1, unit: '', whole: true, driven: false, min: 1 } as const;

/** Frames per second as a fraction of two whole numbers: 30000 / 1001 is the rate of NTSC (SMPTE ST 170). */
export const frameRateRecord = record(
  'frameRate',
  [
    {
      heading: 'Frame rate',
      fields: [
        { ...whole, key: 'numerator', label: 'Numerator', max: 120_000, default: 30 },
        { ...whole, key: 'denominator', label: 'Denominator', max: 1001, default: 1 },
      ],
    },
  ],
  [
    {
      key: 'numerator',
      problem({ numerator, denominator }) {
        const fps = (numerator as number) / (denominator as number);
        return fps >= 1 && fps <= 120
          ? undefined
          : 'over denominator must be from 1 to 120 frames per second';
      },
    },
  ],
);
export type FrameRate = ValueOf<typeof frameRateRecord>;

/** Frames per second as a number. */
export const fpsOf = ({ numerator, denominator }: FrameRate): number => numerator / denominator;

/** As it is written: 30, or 29.97 where it is broken. */
export const fpsText = (rate: FrameRate): string => String(Number(fpsOf(rate).toFixed(3)));

/**
 * The fraction that a number of frames per second stands for: 29.97 is 30000 / 1001, as the trade
 * writes it (common practice).
 */
export function frameRateOf(fps: number): FrameRate {
  if (Number.isInteger(fps)) return { numerator: fps, denominator: 1 };
  const ntsc = Math.round(fps * 1.001);
  if (Math.abs((ntsc * 1000) / 1001 - fps) < 0.005) return { numerator: ntsc * 1000, denominator: 1001 };
  const divisor = greatestDivisor(Math.round(fps * 1000), 1000);
  return { numerator: Math.round(fps * 1000) / divisor, denominator: 1000 / divisor };
}

const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b));

/** The rates that films usually have. */
export const usualRates: readonly FrameRate[] = [
  { numerator: 24000, denominator: 1001 },
  { numerator: 24, denominator: 1 },
  { numerator: 25, denominator: 1 },
  { numerator: 30000, denominator: 1001 },
  { numerator: 30, denominator: 1 },
  { numerator: 50, denominator: 1 },
  { numerator: 60000, denominator: 1001 },
  { numerator: 60, denominator: 1 },
  { numerator: 120, denominator: 1 },
];

/** A frame rate as one text, for lists and addresses: 30000/1001, or 30. */
export const rateKey = ({ numerator, denominator }: FrameRate): string =>
  denominator === 1 ? String(numerator) : `${numerator}/${denominator}`;

/** Reads such a text, or a number of frames per second; undefined when it is neither. */
export function readRate(text: string): FrameRate | undefined {
  const [, numerator, denominator] = /^(\d+)(?:\/(\d+))?$/.exec(text) ?? [];
  if (numerator) return { numerator: Number(numerator), denominator: Number(denominator ?? 1) };
  const fps = Number(text);
  return text.trim() !== '' && Number.isFinite(fps) && fps > 0 ? frameRateOf(fps) : undefined;
}
