import type { SoundRange } from '@cyclogram/core';

interface Kept {
  ranges: SoundRange[];
  before?: SoundRange[] | undefined;
}

let kept: { film: string; fitted: Kept } | undefined;

/** Keeps what was fitted until the film is opened, which says so. */
export function keepFitted(film: string, fitted: Kept): void {
  kept = { film, fitted };
}

/** What was fitted for a film that is opened now; once. */
export function takeFitted(film: string): Kept | undefined {
  if (kept?.film !== film) return undefined;
  const { fitted } = kept;
  kept = undefined;
  return fitted;
}
