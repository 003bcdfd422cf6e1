import { converter, formatHex } from 'culori';
import * as yup from 'yup';
import * as exact from '../../math/math';
import type { ColorField } from '../field';
import type { MovingValue } from '../movingValue';
import type { FieldKind } from './fieldKind';
import { plainText } from './numbers';

const pattern = /^#[0-9a-f]{6}$/i;

const toOklch = converter('oklch');

interface Oklch {
  l: number;
  c: number;
  h: number;
}

/** @returns undefined when it is no colour; grey has the hue of `like` */
function oklchOf(hex: MovingValue, like = 0): Oklch | undefined {
  const color = typeof hex === 'string' ? toOklch(hex) : undefined;
  return color && { l: color.l, c: color.c, h: color.h ?? like };
}

/** The way from one hue to another that is shorter, in degrees. */
const hueWay = (from: number, to: number) => ((((to - from) % 360) + 540) % 360) - 180;

const hexOf = ({ l, c, h }: Oklch) => formatHex({ mode: 'oklch', l, c: Math.max(0, c), h });

/** Between two colours in OKLCH, on the shorter way around. */
function mix(from: MovingValue, to: MovingValue, share: number): MovingValue {
  if (share === 0) return String(from);
  if (share === 1) return String(to);
  const start = oklchOf(from, oklchOf(to)?.h);
  const end = start && oklchOf(to, start.h);
  if (!start || !end) return String(from);
  return hexOf({
    l: start.l + (end.l - start.l) * share,
    c: start.c + (end.c - start.c) * share,
    h: start.h + hueWay(start.h, end.h) * share,
  });
}

export const colorField: FieldKind<ColorField> = {
  schema: () => yup.string().required().matches(pattern, '${path} must be a colour such as #ffcc00'),
  holds: (_, value) => typeof value === 'string' && pattern.test(value),
  json: () => ({ type: 'string', pattern: '^#[0-9a-fA-F]{6}$' }),
  values: () => '`#rrggbb`',
  control: true,
  moves: {
    isValue: (_, value) => typeof value === 'string' && pattern.test(value),
    mix,
    add(value, from, to, strength) {
      if (value === from) return mix(from, to, strength);
      const [v, a] = [oklchOf(value), oklchOf(from)];
      const b = a && oklchOf(to, a.h);
      if (!v || !a || !b) return value;
      return hexOf({
        l: v.l + strength * (b.l - a.l),
        c: v.c + strength * (b.c - a.c),
        h: v.h + strength * hueWay(a.h, b.h),
      });
    },
    distance(from, to) {
      const a = oklchOf(from);
      const b = a && oklchOf(to, a.h);
      if (!a || !b) return 0;
      const turn = (hueWay(a.h, b.h) * Math.PI) / 180;
      return Math.hypot(b.l - a.l, b.c - a.c, 2 * Math.sqrt(a.c * b.c) * exact.sin(turn / 2));
    },
    firstPeak: (_, value) => ({ peak: value === '#ffffff' ? '#ffb347' : '#ffffff' }),
  },
  text: (_, value) => plainText(value),
};
