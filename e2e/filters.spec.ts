import { expect, test, type Page } from './test';
import { passKinds, runPasses, type PassKindName, type PassSettings } from '@cyclogram/core';

/** Passes beside the filters of W3C Filter Effects Level 1 that they follow, as the browser draws those on the same pixels. */

const [width, height] = [96, 64];

/** A picture of bars in many colours, opaque. */
function picture(): number[] {
  const pixels: number[] = [];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [column, row] = [Math.floor(x / 8), Math.floor(y / 8)];
      pixels.push((column * 53) % 256, (row * 91 + column * 17) % 256, (column * row * 29) % 256, 255);
    }
  }
  return pixels;
}

/**
 * The same pixels through a filter of the browser's canvas.
 * @param primitives what the SVG filter `own` is made of
 */
async function filtered(page: Page, filter: string, primitives = ''): Promise<number[]> {
  await page.goto('about:blank');
  await page.setContent(
    `<svg><filter id="own" color-interpolation-filters="sRGB" x="0" y="0" width="1" height="1">${primitives}</filter></svg>`,
  );
  return page.evaluate(
    ({ pixels, width, height, filter }) => {
      const sheet = () => {
        const canvas = Object.assign(document.createElement('canvas'), { width, height });
        return { canvas, context: canvas.getContext('2d', { willReadFrequently: true })! };
      };
      const from = sheet();
      from.context.putImageData(new ImageData(Uint8ClampedArray.from(pixels), width, height), 0, 0);
      const to = sheet();
      to.context.filter = filter;
      to.context.drawImage(from.canvas, 0, 0);
      return Array.from(to.context.getImageData(0, 0, width, height).data);
    },
    { pixels: picture(), width, height, filter },
  );
}

function passed(kind: PassKindName, part: object): Uint8ClampedArray {
  const size = { width, height };
  const pixels = Uint8ClampedArray.from(picture());
  const settings = { ...passKinds[kind].defaults(size), ...part, id: 'x' } as unknown as PassSettings;
  runPasses(pixels, width, height, [settings], { matrix: [1, 0, 0, 1, 0, 0], size, t: 0 });
  return pixels;
}

/** The largest and the mean difference, in 255ths, of pixels so far from the edges. */
function difference(a: ArrayLike<number>, b: ArrayLike<number>, from = 0) {
  let [max, sum, count] = [0, 0, 0];
  for (let y = from; y < height - from; y++) {
    for (let x = from; x < width - from; x++) {
      for (let channel = 0; channel < 3; channel++) {
        const at = 4 * (y * width + x) + channel;
        const off = Math.abs(a[at]! - b[at]!);
        [max, sum, count] = [Math.max(max, off), sum + off, count + 1];
      }
    }
  }
  return { max, mean: sum / count };
}

for (const [filter, kind, part] of [
  ['saturate(0.3)', 'grade', { saturation: 0.3 }],
  ['saturate(1.8)', 'grade', { saturation: 1.8 }],
  ['hue-rotate(75deg)', 'grade', { hue: 75 }],
  ['hue-rotate(-140deg)', 'grade', { hue: -140 }],
  ['contrast(1.6)', 'grade', { contrast: 1.6 }],
  ['contrast(0.5)', 'grade', { contrast: 0.5 }],
  ['invert(1)', 'invert', {}],
  ['invert(0.3)', 'invert', { amount: 0.3 }],
] as const) {
  test(`${filter} of the browser is what ${kind} makes`, async ({ page }) => {
    const { max, mean } = difference(await filtered(page, filter), passed(kind, part));
    expect(max).toBeLessThanOrEqual(2);
    // The browser cuts where we round: of invert(0.3) three values in five, a half among them, lie above what it makes.
    expect(mean).toBeLessThan(0.65);
  });
}

const transfer = (values: string) =>
  `<feComponentTransfer>${['R', 'G', 'B'].map((channel) => `<feFunc${channel} ${values}/>`).join('')}</feComponentTransfer>`;

for (const [name, primitives, kind, part] of [
  [
    'feColorMatrix, free',
    // Half of it stays; half becomes shades of #ff8040 by the weights of Rec. 709.
    `<feColorMatrix type="matrix" values="
      ${0.5 + 0.1063} 0.3576 0.0361 0 0
      ${0.1063 * (128 / 255)} ${0.5 + 0.3576 * (128 / 255)} ${0.0361 * (128 / 255)} 0 0
      ${0.1063 * (64 / 255)} ${0.3576 * (64 / 255)} ${0.5 + 0.0361 * (64 / 255)} 0 0
      0 0 0 1 0"/>`,
    'tint',
    { color: '#ff8040', amount: 0.5 },
  ],
  [
    'feComponentTransfer, linear',
    transfer(`type="linear" slope="${0.8 / 0.6}" intercept="${0.1 - (0.2 * 0.8) / 0.6}"`),
    'levels',
    { black: 0, white: 1, lowest: 0.1 - (0.2 * 0.8) / 0.6, highest: 0.1 + (0.8 * 0.8) / 0.6 },
  ],
  [
    'feComponentTransfer, gamma',
    transfer('type="gamma" amplitude="0.7" exponent="0.5" offset="0.2"'),
    'levels',
    { gamma: 2, lowest: 0.2, highest: 0.9 },
  ],
  [
    'feComponentTransfer, discrete',
    transfer('type="discrete" tableValues="0 0.25 0.5 0.75 1"'),
    'posterise',
    { steps: 5 },
  ],
  [
    'feComponentTransfer, table',
    transfer('type="table" tableValues="1 0.5 0"'),
    'curves',
    {
      all: [
        { id: 'a', at: 0, value: 1 },
        { id: 'b', at: 0.5, value: 0.5 },
        { id: 'c', at: 1, value: 0 },
      ],
    },
  ],
] as const) {
  test(`${name} of the browser is what ${kind} makes`, async ({ page }) => {
    const { max, mean } = difference(await filtered(page, 'url(#own)', primitives), passed(kind, part));
    expect(max).toBeLessThanOrEqual(2);
    expect(mean).toBeLessThan(0.6);
  });
}

for (const radius of [1, 2, 3, 4.5, 6]) {
  test(`blur(${radius}px) of the browser is what a Gaussian blur makes`, async ({ page }) => {
    // Far from the edges, beyond which the browser sees nothing.
    const edge = Math.ceil(3 * radius) + 1;
    const { max, mean } = difference(
      await filtered(page, `blur(${radius}px)`),
      passed('blur', { radius }),
      edge,
    );
    // Both stand for the Gaussian to about 3 % (W3C Filter Effects Level 1, 9.13), so they are as far apart at most.
    expect(max).toBeLessThanOrEqual(15);
    expect(mean).toBeLessThan(3.2);
  });
}
