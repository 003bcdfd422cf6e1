import { beforeEach, describe, expect, it, vi } from 'vitest';
import { connectBand } from './bandPass';

interface FakeNode {
  options?: BiquadFilterOptions;
  to: FakeNode | undefined;
  connect(next: FakeNode): FakeNode;
  disconnect(): void;
}

function fakeNode(options?: BiquadFilterOptions): FakeNode {
  const node: FakeNode = {
    ...(options ? { options } : {}),
    to: undefined,
    connect(next) {
      node.to = next;
      return next;
    },
    disconnect() {
      node.to = undefined;
    },
  };
  return node;
}

/** What a signal goes through after a node. */
function chainAfter(node: FakeNode): FakeNode[] {
  return node.to ? [node.to, ...chainAfter(node.to)] : [];
}

/** Gain of a biquad filter at a frequency, in dB: the formulas of the Web Audio API for low and high pass. */
function gainDb({ type, frequency, Q }: BiquadFilterOptions, hz: number): number {
  const w0 = (2 * Math.PI * frequency!) / 48000;
  const alpha = Math.sin(w0) / (2 * 10 ** (Q! / 20));
  const cos = Math.cos(w0);
  const sign = type === 'lowpass' ? 1 : -1;
  const b = [(1 - sign * cos) / 2, sign * (1 - sign * cos), (1 - sign * cos) / 2];
  const a = [1 + alpha, -2 * cos, 1 - alpha];
  const w = (2 * Math.PI * hz) / 48000;
  const magnitude = (c: number[]) =>
    Math.hypot(
      c[0]! + c[1]! * Math.cos(w) + c[2]! * Math.cos(2 * w),
      c[1]! * Math.sin(w) + c[2]! * Math.sin(2 * w),
    );
  return 20 * Math.log10(magnitude(b) / magnitude(a));
}

describe('listening to a range', () => {
  const destination = fakeNode();
  const context = { destination, sampleRate: 48000 } as unknown as AudioContext;
  beforeEach(() => {
    vi.stubGlobal(
      'BiquadFilterNode',
      class {
        constructor(_context: unknown, options: BiquadFilterOptions) {
          return fakeNode(options) as unknown as object;
        }
      },
    );
  });
  const connect = (input: FakeNode, band?: [number, number]) =>
    connectBand(context, input as unknown as AudioNode, band);

  it('passes the range, is 3 dB down at its edges and 24 dB an octave beyond', () => {
    const input = fakeNode();
    connect(input, [200, 2000]);
    const filters = chainAfter(input).filter(({ options }) => options);
    const gain = (hz: number) => filters.reduce((sum, { options }) => sum + gainDb(options!, hz), 0);
    expect(filters).toHaveLength(4);
    expect(gain(630)).toBeCloseTo(0, 0);
    expect(gain(200)).toBeCloseTo(-3, 0);
    expect(gain(2000)).toBeCloseTo(-3, 0);
    expect(gain(100)).toBeCloseTo(-24.1, 0);
    expect(gain(4000)).toBeLessThan(-23);
  });

  it('is taken off again: all is heard', () => {
    const input = fakeNode();
    connect(input, [40, 100]);
    connect(input);
    expect(chainAfter(input)).toEqual([destination]);
  });
});
