import { sampleRate, type Stem } from './stem';

/** Delays in seconds, with no common factor, so that no pitch stands out. */
const delays = [0.0297, 0.0371, 0.0411, 0.0437, 0.0533, 0.0617];

/**
 * Adds reverberation, in place: six feedback delays whose ends are mixed across
 * the two channels.
 * @param amount 0..1 of the echo in the result
 * @param seconds until the echo has fallen by 60 dB
 */
export function addRoom({ left, right }: Stem, amount: number, seconds: number): void {
  const lines = delays.map((delay) => ({
    buffer: new Float32Array(Math.round(delay * sampleRate)),
    feedback: 10 ** ((-3 * delay) / seconds),
    damped: 0,
  }));
  for (let n = 0; n < left.length; n++) {
    let wetLeft = 0;
    let wetRight = 0;
    const dry = (left[n]! + right[n]!) * 0.5;
    for (let i = 0; i < lines.length; i++) {
      const line = lines[i]!;
      const at = n % line.buffer.length;
      const echo = line.buffer[at]!;
      line.damped += (echo - line.damped) * 0.55;
      line.buffer[at] = dry + line.damped * line.feedback;
      if (i & 1) wetLeft += echo;
      else wetRight += echo;
    }
    left[n]! += wetLeft * amount * 0.4;
    right[n]! += wetRight * amount * 0.4;
  }
}
