import { rateKey, readRate, type FrameRate } from '@cyclogram/core';
import type { ValueTransformer } from 'typeorm';

/** A frame rate as text: 30000/1001, or 30. */
export const rateColumn: ValueTransformer = {
  to: (rate: FrameRate | null) => (rate ? rateKey(rate) : rate),
  from: (text: string | null) => (text === null ? null : (readRate(text) ?? null)),
};
