/** Filters in a row for each edge: 24 dB per octave. */
const filtersPerEdge = 2;
/** Quality of the two filters of a Butterworth low or high pass of fourth order. */
const butterworth = [0.5412, 1.3066];

/** What each input goes through now, to be taken off again. */
const chains = new WeakMap<AudioNode, AudioNode[]>();

/**
 * Lets an input through to the destination, only a range of it when there is one.
 * @param band in Hz
 */
export function connectBand(
  context: AudioContext,
  input: AudioNode,
  band: readonly [number, number] | undefined,
): void {
  input.disconnect();
  for (const node of chains.get(input) ?? []) node.disconnect();
  const filter = (type: BiquadFilterType, frequency: number, i: number) =>
    // The Q of low and high passes is given in dB.
    new BiquadFilterNode(context, { type, frequency, Q: 20 * Math.log10(butterworth[i]!) });
  const chain = band
    ? Array.from({ length: filtersPerEdge }, (_, i) => [
        filter('highpass', band[0], i),
        filter('lowpass', Math.min(band[1], context.sampleRate / 2), i),
      ]).flat()
    : [];
  chains.set(input, chain);
  const last = chain.reduce<AudioNode>((before, node) => before.connect(node), input);
  last.connect(context.destination);
}
