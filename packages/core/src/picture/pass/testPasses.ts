import type { Size } from '../../contract/property/field';
import type { Lookup } from './lookup';
import { passKinds, type PassKindName, type PassSettings } from './registry';

/** Every kind of pass. */
export const passNames = Object.keys(passKinds) as PassKindName[];

/** Values with which most kinds do something. */
const working = {
  saturation: 1.4,
  hue: 30,
  exposure: 0.5,
  contrast: 1.2,
  black: 0.1,
  threshold: 0.2,
  all: [0, 0.5, 1].map((x) => ({ id: `p${x}`, at: x, value: x * x })),
};

/** What a kind needs besides to do something. */
const needed: Partial<Record<PassKindName, object>> = {
  wipe: { shown: 0.5 },
  lookupTable: { table: 'table' },
  levels: { black: 0.2, gamma: 1.5 },
  shake: { amount: 6, rotation: 0 },
};

/** A pass that changes what it is given, where its lookup table is {@link invertingTable}. */
export const workingPass = (kind: PassKindName, size: Size, part: object = {}): PassSettings =>
  ({
    ...passKinds[kind].defaults(size),
    ...{ id: kind, ...working, ...needed[kind], ...part },
  }) as unknown as PassSettings;

/** A lookup table that turns colours into their opposites. */
export const invertingTable = {
  size: 2,
  colors: Float32Array.from({ length: 24 }, (_, i) => 1 - ((Math.floor(i / 3) >> (i % 3)) & 1)),
} as Lookup;
