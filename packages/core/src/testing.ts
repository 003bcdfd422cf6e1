/** Signals for tests: deterministic, in the shapes the analysers take. */

/** A sine of amplitude 1 at -1..1 full scale. @param phase radians */
export function sine(hz: number, length: number, sampleRate = 48000, phase = 0): Float32Array {
  return Float32Array.from({ length }, (_, n) => Math.sin((2 * Math.PI * hz * n) / sampleRate + phase));
}

/** Noise, evenly spread over -1..1 (linear congruential generator of Numerical Recipes, from memory). */
export function noise(length: number, seed = 1): Float32Array {
  let state = seed;
  return Float32Array.from({ length }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2147483648 - 1;
  });
}
