import type { Waveform } from '../../sound';

/** Sample at a place between samples, on a straight line; 0 beyond the ends. */
function sampleAt({ samples }: Waveform, position: number): number {
  const low = Math.floor(position);
  const a = samples[low] ?? 0;
  return (a + ((samples[low + 1] ?? 0) - a) * (position - low)) / 32768;
}

/** `count` values of a waveform, -1..1, over `span` seconds around a moment. */
export function waveformAround(
  waveform: Waveform,
  middle: number,
  span: number,
  count: number,
): Float32Array {
  return Float32Array.from({ length: count }, (_, i) =>
    sampleAt(waveform, (middle + (count > 1 ? i / (count - 1) - 0.5 : 0) * span) * waveform.rate),
  );
}

/** Seconds around a moment within which a trigger is looked for: a period of 33 Hz. */
const searched = 0.03;

/**
 * The moment near t at which a steady picture has its middle: the rising zero
 * crossing that the largest half wave follows. Of a tone, it is at the same place
 * of every period. Without any crossing it is t itself.
 */
export function triggered(waveform: Waveform, t: number): number {
  const first = Math.max(1, Math.floor((t - searched / 2) * waveform.rate));
  const last = Math.min(waveform.samples.length - 1, Math.ceil((t + searched / 2) * waveform.rate));
  let best = { size: 0, position: t * waveform.rate };
  for (let i = first; i <= last; i++) {
    const [before, here] = [waveform.samples[i - 1]!, waveform.samples[i]!];
    if (!(before <= 0 && here > 0)) continue;
    let size = 0;
    for (
      let j = i;
      j < waveform.samples.length && j < i + searched * waveform.rate && waveform.samples[j]! > 0;
      j++
    ) {
      size += waveform.samples[j]!;
    }
    // Of two as large, the one nearer to t, so that it does not jump.
    if (size > best.size * 1.001) best = { size, position: i - 1 + -before / (here - before || 1) };
  }
  return best.position / waveform.rate;
}
