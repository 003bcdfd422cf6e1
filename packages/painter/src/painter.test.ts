import {
  filled,
  passKinds,
  type PassKindName,
  type PassSettings,
  group as makeGroup,
  type BlendMode,
  type GroupOp,
  type ImageOp,
  type Mask,
  type Operation,
  sceneMesh,
  type Picture,
  type SceneOp,
  type ShapeOp,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { formulas, type Color } from '../test/blendFormulas';
import { imageOf, paintPixels } from '../test/paintPixels';
import { Painter } from './painter';

/** The colour in the middle of a picture of 20 x 20. */
function middle(operations: Operation[], size: [number, number] = [20, 20]): number[] {
  const pixels = paintPixels({ width: 20, height: 20, operations }, ...size);
  const at = 4 * (Math.floor(size[1] / 2) * size[0] + Math.floor(size[0] / 2));
  return Array.from(pixels.slice(at, at + 3));
}

const backdrop = (color: string): Operation => ({ op: 'backdrop', paint: color, grain: 0 });
/** A stroke that covers everything. */
const cover = (color: string): Operation => ({
  op: 'strokes',
  soft: 0,
  color,
  width: 100,
  ends: 'flat',
  lines: Float32Array.of(-20, 10, 40, 10),
});
const group = (opacity: number, blend: BlendMode, ...operations: Operation[]): GroupOp =>
  makeGroup(operations, { opacity, blend });

const below = [0x40, 0x80, 0xc0];
const above = [0xb0, 0x60, 0x30];
const hex = (color: number[]) => `#${color.map((value) => value.toString(16).padStart(2, '0')).join('')}`;

describe.each(Object.entries(formulas))('blend mode %s', (name, formula) => {
  const blend = name as BlendMode;
  const share = (color: number[]) => color.map((value) => value / 255) as Color;
  const expected = (opacity: number) => {
    const [b, s] = [share(below), share(above)];
    return formula(b, s).map((blended, i) =>
      // plus-lighter weighs the source with its alpha and adds; the others mix towards the blended colour.
      blend === 'add'
        ? 255 * Math.min(1, b[i]! + s[i]! * opacity)
        : 255 * (b[i]! + (blended - b[i]!) * opacity),
    );
  };

  it.each([1, 0.5])('with opacity %d, of one operation and of several', (opacity) => {
    const once = middle([backdrop(hex(below)), group(opacity, blend, cover(hex(above)))]);
    const several = middle([
      backdrop(hex(below)),
      group(opacity, blend, cover('#00ff00'), cover(hex(above))),
    ]);
    expected(opacity).forEach((value, i) => {
      expect(Math.abs(once[i]! - value)).toBeLessThanOrEqual(2);
      expect(Math.abs(several[i]! - value)).toBeLessThanOrEqual(2);
    });
  });
});

describe('painting', () => {
  it('fits the picture into another shape, the backdrop all around', () => {
    const picture: Picture = { width: 20, height: 20, operations: [backdrop('#204060'), cover('#ffffff')] };
    // A line from -20 to 40 spans the picture three times; at 20 x 20 in 40 x 20 it still ends within reach of the sides.
    picture.operations[1] = {
      ...(cover('#ffffff') as object),
      lines: Float32Array.of(0, 10, 20, 10),
      width: 20,
    } as Operation;
    const pixels = paintPixels(picture, 40, 20);
    const row = Array.from({ length: 40 }, (_, x) => pixels[4 * (10 * 40 + x)]);
    expect(row.indexOf(255)).toBe(10);
    expect(row.lastIndexOf(255)).toBe(29);
    expect(row[2]).toBe(0x20);
  });

  it('scales with the size', () => {
    expect(middle([backdrop('#000000'), cover('#abcdef')], [200, 200])).toEqual([0xab, 0xcd, 0xef]);
  });

  it('does not add up where lines of one stroke cross', () => {
    const crossing: Operation = {
      op: 'strokes',
      soft: 0,
      color: '#ffffff',
      width: 6,
      ends: 'flat',
      lines: Float32Array.of(0, 10, 20, 10, 10, 0, 10, 20),
    };
    const [value] = middle([backdrop('#000000'), group(0.5, 'normal', crossing)]);
    expect(Math.abs(value! - 128)).toBeLessThanOrEqual(1);
  });

  it('leaves nothing behind from one frame to the next', () => {
    const painter = new Painter();
    const paint = (...operations: Operation[]) => {
      const pixels = paintPixels({ width: 20, height: 20, operations }, 20, 20, painter);
      return Array.from(pixels.slice(840, 843));
    };
    const busy = group(0.5, 'screen', cover('#ff0000'), cover('#00ff00'));
    const first = paint(backdrop('#101010'), busy);
    paint(backdrop('#ffffff'), group(0.3, 'add', cover('#123456'), cover('#0000ff')));
    expect(paint(backdrop('#101010'), busy)).toEqual(first);
    expect(paint(backdrop('#101010'))).toEqual([16, 16, 16]);
  });

  it('runs the backdrop from the middle to the corners', () => {
    const operations: Operation[] = [
      {
        op: 'backdrop',
        paint: {
          kind: 'radial',
          x: 50.5,
          y: 50.5,
          radius: Math.hypot(50.5, 50.5),
          stops: [
            [0, '#c80000'],
            [1, '#000064'],
          ],
        },
        grain: 0,
      },
    ];
    const pixels = paintPixels({ width: 101, height: 101, operations }, 101, 101);
    const pixel = (x: number, y: number) =>
      Array.from(pixels.slice(4 * (y * 101 + x), 4 * (y * 101 + x) + 3));
    expect(pixel(50, 50)[0]).toBeGreaterThan(194);
    expect(pixel(0, 0)[2]).toBeGreaterThan(96);
    expect(pixel(0, 0)[0]).toBeLessThan(6);
  });

  it('paints a backdrop that moves as it does one alone, half clear ones too', () => {
    const moving = (n: number): Operation => ({
      op: 'backdrop',
      paint: {
        kind: 'linear',
        x0: 0,
        y0: n,
        x1: 20,
        y1: 20,
        stops: [
          [0, `#${(40 * n).toString(16).padStart(2, '0')}400080`],
          [1, '#00006440'],
        ],
      },
      grain: 0,
    });
    const paint = (painter: Painter, n: number) => {
      const pixels = paintPixels({ width: 20, height: 20, operations: [moving(n)] }, 20, 20, painter);
      return Array.from(pixels);
    };
    const painter = new Painter();
    for (const n of [0, 1, 2, 3, 4, 5, 6, 1, 0]) expect(paint(painter, n)).toEqual(paint(new Painter(), n));
  });

  const red = (operation: Operation, ...at: [number, number][]) => {
    const operations = [backdrop('#000000'), operation];
    const pixels = paintPixels({ width: 20, height: 20, operations }, 20, 20);
    return at.map(([x, y]) => pixels[4 * (y * 20 + x)]);
  };

  it('fills dots: their middle, and nothing beyond their radius', () => {
    const dots: Operation = {
      op: 'dots',
      soft: 0,
      color: '#ff0000',
      circles: Float32Array.of(5.5, 5.5, 3, 14.5, 14.5, 2),
    };
    expect(red(dots, [5, 5], [14, 14], [10, 10], [5, 9])).toEqual([255, 255, 0, 0]);
  });

  it('joins the end of a closed curve to its start, and not that of an open one', () => {
    const curve = (closed: boolean): Operation => ({
      op: 'curve',
      ends: 'round',
      soft: 0,
      color: '#ff0000',
      width: 2,
      closed,
      corners: 'round',
      lines: [Float32Array.of(4, 4, 16, 4, 16, 16, 4, 16)],
    });
    expect(red(curve(true), [4, 10], [10, 4], [10, 10])).toEqual([255, 255, 0]);
    expect(red(curve(false), [4, 10], [10, 4])).toEqual([0, 255]);
  });

  it('fills outlines; one that runs against the one around it is a hole', () => {
    const square = (low: number, high: number, hole = false) =>
      hole
        ? Float32Array.of(low, low, low, high, high, high, high, low)
        : Float32Array.of(low, low, high, low, high, high, low, high);
    const fill = (hole: boolean): Operation => ({
      op: 'fill',
      soft: 0,
      color: '#ff0000',
      outlines: [square(2, 18), square(7, 13, hole)],
    });
    expect(red(fill(true), [4, 4], [10, 10], [0, 0])).toEqual([255, 0, 0]);
    expect(red(fill(false), [4, 4], [10, 10], [0, 0])).toEqual([255, 255, 0]);
  });

  const disc = (soft: number, color = '#ff0000'): Operation => ({
    ...{ op: 'dots', color, soft },
    circles: Float32Array.of(10, 10, 3),
  });

  it('fades soft edges out evenly, and leaves the inside as it is', () => {
    const [middle, near, far, beyond] = red(disc(6), [10, 10], [14, 10], [17, 10], [19, 10]);
    expect(middle).toBe(255);
    expect(near).toBeGreaterThan(far!);
    expect(far).toBeGreaterThan(5);
    expect(beyond).toBeLessThan(5);
    // Half way out, about half is left.
    expect(red(disc(6), [15, 10])[0]! / 255).toBeCloseTo(0.6, 0);
  });

  it('does not let the passes of a soft edge shine through each other', () => {
    for (const operation of [group(0.5, 'normal', disc(4)), disc(4, '#ff000080')]) {
      expect(Math.abs(red(operation, [10, 10])[0]! - 128)).toBeLessThanOrEqual(1);
    }
  });

  it('moves, turns and scales what is in a group, and cuts it by a path', () => {
    const moved: Operation = {
      ...group(1, 'normal', disc(0)),
      matrix: [0.5, 0, 0, 0.5, 10, 10],
    };
    expect(red(moved, [15, 15], [10, 10], [17, 15])).toEqual([255, 0, 0]);
    const half = Float32Array.of(0, 0, 10, 0, 10, 20, 0, 20);
    const cut: Operation = { ...group(1, 'normal', disc(0)), clipPath: [half] };
    expect(red(cut, [8, 10], [11, 10])).toEqual([255, 0]);
    // The cut ends with its group.
    const both = group(1, 'normal', cut, {
      ...(disc(0) as object),
      circles: Float32Array.of(16, 10, 2),
    } as Operation);
    expect(red(both, [8, 10], [11, 10], [16, 10])).toEqual([255, 0, 255]);
  });

  it('draws pictures at their places, turned, and nothing for those that are missing', () => {
    const image = imageOf(4, 2, (x) => (x < 2 ? [255, 0, 0, 255] : [0, 0, 0, 0]));
    const paint = (positions: number[], id = 'p') => {
      const painter = new Painter();
      painter.images = new Map([['p', image]]);
      const operation: Operation = { op: 'images', image: id, positions: Float32Array.from(positions) };
      const pixels = paintPixels(
        { width: 20, height: 20, operations: [backdrop('#000000'), operation] },
        20,
        20,
        painter,
      );
      return (x: number, y: number) => pixels[4 * (y * 20 + x)];
    };
    const flat = paint([10, 10, 8, 8, 0, 1]);
    // 8 x 8 holds 8 x 4 of a picture of 4 x 2; its left half is red.
    expect([flat(8, 10), flat(12, 10), flat(8, 6)]).toEqual([255, 0, 0]);
    const turned = paint([10, 10, 8, 8, Math.PI / 2, 1]);
    expect([turned(10, 8), turned(10, 12)]).toEqual([255, 0]);
    expect(paint([10, 10, 8, 8, 0, 0.5])(8, 10)).toBeCloseTo(128, -1);
    expect(paint([10, 10, 8, 8, 0, 1], 'gone')(8, 10)).toBe(0);
  });

  it('draws a background gradient equal whether it was kept or not, and moved with its layer', () => {
    const gradient: Operation = {
      op: 'backdrop',
      paint: {
        kind: 'linear',
        x0: 0,
        y0: 0,
        x1: 20,
        y1: 0,
        stops: [
          [0, '#000000'],
          [1, '#ffffff'],
        ],
      },
      grain: 0.2,
    };
    const painter = new Painter();
    const paint = (operations: Operation[]) => {
      const pixels = paintPixels({ width: 20, height: 20, operations }, 20, 20, painter);
      return pixels;
    };
    const first = paint([gradient]);
    expect(Array.from(paint([gradient]))).toEqual(Array.from(first));
    const moved = paint([makeGroup([{ ...gradient, grain: 0 }], { matrix: [1, 0, 0, 1, 10, 0] })]);
    const red = (x: number) => moved[4 * (10 * 20 + x)]!;
    expect([red(0), red(9), red(19)].map((value) => Math.round(value / 16))).toEqual([0, 0, 8]);
  });

  it('covers what lies beyond the picture with a background image, cut where it is too wide', () => {
    const image = imageOf(40, 10, (x) =>
      x < 10 ? [255, 0, 0, 255] : x >= 13 && x < 27 ? [0, 255, 0, 255] : [0, 0, 0, 0],
    );
    const pixelsOf = (beyond: boolean, width: number, height: number) => {
      const painter = new Painter();
      painter.images = new Map([['p', image]]);
      const operation: Operation = {
        ...{ op: 'image', image: 'p', box: [0, 0, 20, 20], fit: 'cover', crop: [0, 0, 1, 1] },
        ...{ focus: { x: 0.5, y: 0.5 }, edges: 0, beyond },
      };
      const operations = [backdrop('#0000ff'), operation];
      const pixels = paintPixels({ width: 20, height: 20, operations }, width, height, painter);
      return (x: number, y: number) => Array.from(pixels.slice(4 * (y * width + x), 4 * (y * width + x) + 3));
    };
    // Scaled by two, the middle quarter of it is seen.
    const square = pixelsOf(true, 20, 20);
    expect([square(0, 10), square(0, 0)]).toEqual([
      [0, 255, 0],
      [0, 255, 0],
    ]);
    // Twice as wide as the picture: the middle half of it; only a background goes on there.
    const wide = pixelsOf(true, 40, 20);
    expect([wide(1, 10), wide(20, 10), wide(39, 10)]).toEqual([
      [0, 0, 255],
      [0, 255, 0],
      [0, 0, 255],
    ]);
    expect(wide(7, 10)).toEqual([0, 255, 0]);
    expect(pixelsOf(false, 40, 20)(7, 10)).toEqual([0, 0, 255]);
  });

  const square = Float32Array.of(2, 2, 18, 2, 18, 18, 2, 18);
  const painted = (operation: Operation, images: Painter['images'] = new Map()) => {
    const painter = new Painter();
    painter.images = images;
    const operations = [backdrop('#000000'), operation];
    const pixels = paintPixels({ width: 20, height: 20, operations }, 20, 20, painter);
    return (x: number, y: number) => Array.from(pixels.slice(4 * (y * 20 + x), 4 * (y * 20 + x) + 3));
  };

  it('fills shapes with gradients: along a line, from a centre, and around it', () => {
    const stops = [
      [0, '#000000'],
      [1, '#ff0000'],
    ] as const;
    const along = painted(filled([square], { kind: 'linear', x0: 0, y0: 0, x1: 20, y1: 0, stops }));
    // In the middle of a pixel, the share of the way that it stands at.
    for (const x of [4, 10, 15]) expect(along(x, 10)[0]! / 255).toBeCloseTo((x + 0.5) / 20, 1);
    const out = painted(filled([square], { kind: 'radial', x: 10, y: 10, radius: 10, stops }));
    expect(out(10, 10)[0]).toBeLessThan(25);
    expect(out(16, 10)[0]! / 255).toBeCloseTo(0.65, 1);
    const around = painted(filled([square], { kind: 'around', x: 10, y: 10, angle: 0, stops }));
    // Clockwise from the right: a quarter of the way below, three quarters above.
    expect(around(10, 16)[0]! / 255).toBeCloseTo(0.25, 1);
    expect(around(9, 4)[0]! / 255).toBeCloseTo(0.75, 1);
    expect(around(0, 0)).toEqual([0, 0, 0]);
  });

  it('draws outlines of shapes, dashed', () => {
    const line: ShapeOp = {
      ...filled([Float32Array.of(0, 10, 20, 10)], '#000000'),
      closed: false,
      fill: null,
      stroke: '#ff0000',
      width: 4,
      dashes: [5, 5],
    };
    const dashed = painted(line);
    expect([2, 7, 12, 17].map((x) => dashed(x, 10)[0])).toEqual([255, 0, 255, 0]);
    expect(painted({ ...line, dashOffset: 5 })(7, 10)[0]).toBe(255);
  });

  it('lays a stage on like anything else: blended, moved, and seen through where nothing stands', () => {
    const stage = (...box: [number, number, number, number]): SceneOp => ({
      op: 'scene',
      meshes: [
        sceneMesh({
          positions: Float32Array.of(4, 4, 1, 16, 4, 1, 16, 16, 1, 4, 16, 1),
          indices: Uint32Array.of(0, 1, 2, 0, 2, 3),
          colors: Uint8Array.of(255, 0, 0, 255, 255, 0, 0, 255),
          perFace: true,
        }),
      ],
      rows: Float64Array.of(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1),
      near: 0.5,
      focal: 1,
      isPerspective: false,
      wanted: [],
      box,
    });
    const plain = painted(stage(4, 4, 16, 16));
    expect([plain(10, 10), plain(2, 10)]).toEqual([
      [255, 0, 0],
      [0, 0, 0],
    ]);
    expect(painted(group(0.5, 'normal', stage(4, 4, 16, 16)))(10, 10)[0]).toBeCloseTo(128, -1);
    const moved = painted({ ...group(1, 'normal', stage(4, 4, 16, 16)), matrix: [0.5, 0, 0, 0.5, 8, 8] });
    expect([moved(15, 15), moved(8, 8)]).toEqual([
      [255, 0, 0],
      [0, 0, 0],
    ]);
    // With fewer pixels it is the same where nothing changes from one to the next.
    const painter = new Painter();
    painter.stagePixel = 2;
    const operations = [backdrop('#000000'), stage(4, 4, 16, 16)];
    const pixels = paintPixels({ width: 20, height: 20, operations }, 20, 20, painter);
    expect([pixels[4 * (10 * 20 + 10)], pixels[4 * (10 * 20 + 1)]]).toEqual([255, 0]);
  });

  it('fits an image to its box: covering, contained, stretched, cropped, its edges kept', () => {
    // Four by two pixels of ten each: red left, green right.
    const image = imageOf(40, 20, (x) => (x < 20 ? [255, 0, 0, 255] : [0, 255, 0, 255]));
    const images = new Map([['p', image]]);
    const op: ImageOp = {
      op: 'image',
      image: 'p',
      box: [4, 4, 12, 12],
      fit: 'contain',
      crop: [0, 0, 1, 1],
      focus: { x: 0.5, y: 0.5 },
      edges: 0,
      beyond: false,
    };
    const [black, reds, greens] = [
      [0, 0, 0],
      [255, 0, 0],
      [0, 255, 0],
    ];
    const contained = painted(op, images);
    expect([contained(6, 10), contained(13, 10), contained(6, 5)]).toEqual([reds, greens, black]);
    expect(painted({ ...op, fit: 'stretch' }, images)(6, 5)).toEqual(reds);
    // Covering, only the right half is left when the focus is there.
    const covering = painted({ ...op, fit: 'cover', focus: { x: 1, y: 0.5 } }, images);
    expect([covering(5, 5), covering(14, 14)]).toEqual([greens, greens]);
    const cropped = painted({ ...op, fit: 'stretch', crop: [0, 0, 0.5, 1] }, images);
    expect([cropped(5, 10), cropped(14, 10)]).toEqual([reds, reds]);
    const kept = painted({ ...op, fit: 'stretch', edges: 3 }, images);
    expect([kept(2, 10), kept(17, 10), kept(2, 2), kept(0, 10)]).toEqual([reds, greens, reds, black]);
    expect(painted({ ...op, image: 'gone' }, images)(10, 10)).toEqual(black);
  });

  it('lays on all of a group, whatever it is made of: only what is drawn on is copied', () => {
    const dots: Operation = { op: 'dots', color: '#ff0000', soft: 0, circles: Float32Array.of(2, 2, 2) };
    const far: Operation = {
      op: 'curve',
      ends: 'round',
      soft: 0,
      color: '#ff0000',
      width: 2,
      closed: false,
      corners: 'plain',
      lines: [Float32Array.of(15, 18, 19, 18)],
    };
    expect(red(group(0.5, 'normal', dots, far), [2, 2], [17, 18], [10, 10])).toEqual([
      expect.closeTo(128, -1),
      expect.closeTo(128, -1),
      0,
    ]);
  });

  /** Red, green, blue and opacity of a place. */
  const pixel = (operations: Operation[], x: number, y: number) => {
    // Something is there already.
    paintPixels({ width: 20, height: 20, operations: [backdrop('#0000ff')] });
    const pixels = paintPixels({ width: 20, height: 20, operations }, 20, 20);
    return Array.from(pixels.slice(4 * (y * 20 + x), 4 * (y * 20 + x) + 4));
  };

  it('clears first: without a backdrop, what nothing is drawn on can be seen through', () => {
    expect(pixel([disc(0)], 10, 10)).toEqual([255, 0, 0, 255]);
    expect(pixel([disc(0)], 1, 1)).toEqual([0, 0, 0, 0]);
  });

  const invert = (amount: number) => ({ kind: 'invert', id: 'pass', on: true, amount }) as const;

  it('lets a group go through its passes, with its opacity and without what lies below', () => {
    const passed = (amount: number, opacity = 1) =>
      makeGroup([disc(0, '#40c020')], { opacity, passes: [invert(amount)] });
    expect(pixel([backdrop('#ffffff'), passed(1)], 10, 10)).toEqual([0xbf, 0x3f, 0xdf, 255]);
    expect(pixel([backdrop('#123456'), passed(1)], 1, 1)).toEqual([0x12, 0x34, 0x56, 255]);
    // Seen through by half, black below: half of each.
    const half = pixel([backdrop('#000000'), passed(1, 0.5)], 10, 10);
    expect(half.slice(0, 3)).toEqual([0x60, 0x20, 0x70].map((value) => expect.closeTo(value, -0.5)));
    expect(pixel([backdrop('#000000'), passed(0)], 10, 10)).toEqual([0x40, 0xc0, 0x20, 255]);
  });

  const pixelPasses = (Object.keys(passKinds) as PassKindName[]).filter(
    (kind) => passKinds[kind].heading !== 'Time',
  );
  it.each(pixelPasses)(
    '%s of what is half transparent looks over white and over black as laid on them alone (W3C Compositing Level 1)',
    (kind) => {
      const size = { width: 20, height: 20 };
      const settings = { ...passKinds[kind].defaults(size), id: 'x', on: true } as PassSettings;
      const layer = makeGroup([disc(0, '#d06030'), disc(3, '#3080c0a0')], {
        opacity: 0.6,
        passes: [settings],
        t: 1.5,
        isolated: true,
      });
      const paint = (operations: Operation[]) => {
        const pixels = paintPixels({ ...size, operations, t: 1.5 }, 20, 20);
        return pixels;
      };
      const alone = paint([layer]);
      for (const [ground, name] of [
        [0, '#000000'],
        [255, '#ffffff'],
      ] as const) {
        const over = paint([backdrop(name), layer]);
        for (let i = 0; i < alone.length; i += 4) {
          const alpha = alone[i + 3]! / 255;
          for (let channel = 0; channel < 3; channel++) {
            const expected = alone[i + channel]! * alpha + ground * (1 - alpha);
            expect(Math.abs(over[i + channel]! - expected)).toBeLessThanOrEqual(2);
          }
        }
      }
    },
  );

  it('leaves out passes that are off', () => {
    const off = makeGroup([disc(0)], { passes: [{ ...invert(1), on: false }] });
    expect(pixel([backdrop('#000000'), off], 10, 10)).toEqual([255, 0, 0, 255]);
  });

  it('paints a group that is isolated by itself: its blending ends at its edge', () => {
    const inside = makeGroup([cover('#404040')], { blend: 'add' });
    const group = (isolated: boolean) => [
      backdrop('#808080'),
      makeGroup([inside, disc(0, '#000000')], { isolated }),
    ];
    // Added to what lies below, or to nothing and then laid on.
    expect(pixel(group(false), 1, 10).slice(0, 3)).toEqual([0xc0, 0xc0, 0xc0]);
    expect(pixel(group(true), 1, 10).slice(0, 3)).toEqual([0x40, 0x40, 0x40]);
  });
});

describe('panes, masks and passes over time', () => {
  const size = 40;
  const box = (left: number, top: number, right: number, bottom: number, color: string): ShapeOp => ({
    ...filled([Float32Array.of(left, top, right, top, right, bottom, left, bottom)], color),
  });
  const paint = (operations: Operation[], part: Partial<Picture> = {}) => {
    const pixels = paintPixels({ width: size, height: size, operations, ...part }, size, size);
    return (x: number, y: number) => Array.from(pixels.slice(4 * (y * size + x), 4 * (y * size + x) + 4));
  };
  const invert = { kind: 'invert', id: 'pass', on: true, amount: 1 } as const;
  const pane = (part: Partial<GroupOp>) =>
    makeGroup([], { below: true, isolated: true, passes: [invert], ...part });

  it('a pane changes what lies below it, not what lies in front', () => {
    const at = paint([backdrop('#204060'), pane({}), box(0, 0, 10, 40, '#204060')]);
    expect(at(30, 20)).toEqual([0xdf, 0xbf, 0x9f, 255]);
    expect(at(5, 20)).toEqual([0x20, 0x40, 0x60, 255]);
  });

  it('a pane of half opacity shows half of both, and one in a group only what is in there', () => {
    const half = paint([backdrop('#204060'), pane({ opacity: 0.5 })])(20, 20);
    half.slice(0, 3).forEach((value) => expect(Math.abs(value - 127.5)).toBeLessThan(2));
    const at = paint([
      backdrop('#204060'),
      makeGroup([box(0, 0, 20, 40, '#ff0000'), pane({})], { isolated: true, opacity: 0.999 }),
    ]);
    expect(at(30, 20)).toEqual([0x20, 0x40, 0x60, 255]);
    expect(
      at(10, 20)
        .slice(0, 3)
        .map((value) => Math.round(value / 10)),
    ).toEqual([0, 26, 26]);
  });

  it('a mask shows what lies within it: area, inverted, soft edge', () => {
    const form = {
      operations: [box(10, 0, 40, 40, '#ffffff')],
      by: 'opacity',
      softness: 0,
      inverted: false,
    } as const;
    const masked = (mask: object) =>
      paint([
        backdrop('#000000'),
        makeGroup([box(0, 0, 40, 40, '#ffffff')], { mask: { ...form, ...mask } as never, isolated: true }),
      ]);
    expect([masked({})(5, 20)[0], masked({})(20, 20)[0]]).toEqual([0, 255]);
    expect([masked({ inverted: true })(5, 20)[0], masked({ inverted: true })(20, 20)[0]]).toEqual([255, 0]);
    // 18 from 0 to 100 %: six standard deviations of 3.
    const soft = masked({ softness: 18 });
    expect([soft(0, 20)[0], soft(19, 20)[0]]).toEqual([0, 255]);
    expect(soft(3, 20)[0]).toBeGreaterThan(0);
    expect(soft(16, 20)[0]).toBeLessThan(255);
    // Half at the edge, as an error function to both sides (Abramowitz and Stegun, table 26.1: P(1) = 0.84134).
    expect(Math.abs((soft(9, 20)[0]! + soft(10, 20)[0]!) / 2 - 127.5)).toBeLessThan(4);
    expect(Math.abs((soft(12, 20)[0]! + soft(13, 20)[0]!) / 2 / 255 - 0.84134)).toBeLessThan(0.02);
  });

  it('a mask by brightness shows as much as it is bright (Rec. 709)', () => {
    const mask: Mask = {
      operations: [box(0, 0, 40, 40, '#00ff00')],
      by: 'brightness',
      softness: 0,
      inverted: false,
    };
    const at = paint([
      backdrop('#000000'),
      makeGroup([box(0, 0, 40, 40, '#ffffff')], { mask, isolated: true }),
    ]);
    expect(Math.abs(at(20, 20)[0]! - 0.7152 * 255)).toBeLessThan(2);
  });

  it('a masked pane keeps what lies beyond its mask', () => {
    const mask: Mask = {
      operations: [box(20, 0, 40, 40, '#ffffff')],
      by: 'opacity',
      softness: 0,
      inverted: false,
    };
    const at = paint([backdrop('#204060'), pane({ mask })]);
    expect(at(10, 20)).toEqual([0x20, 0x40, 0x60, 255]);
    expect(at(30, 20)).toEqual([0xdf, 0xbf, 0x9f, 255]);
  });

  it('an average of pictures is their mean', () => {
    const pictures = ['#ff0000', '#00ff00', '#0000ff', '#000000'].map((color) =>
      makeGroup([box(0, 0, 40, 40, color)], { isolated: true }),
    );
    const at = paint([backdrop('#ffffff'), makeGroup(pictures, { average: true, isolated: true })]);
    at(20, 20)
      .slice(0, 3)
      .forEach((value) => expect(Math.abs(value - 63.75)).toBeLessThan(1));
  });

  it('the finish of the picture goes over everything, and its fade over that', () => {
    const at = paint([backdrop('#204060')], { passes: [invert], veil: { color: '#000000', opacity: 0.5 } });
    at(20, 20)
      .slice(0, 3)
      .forEach((value, i) => expect(Math.abs(value - [0xdf, 0xbf, 0x9f][i]! / 2)).toBeLessThan(1));
    const plain = paint([backdrop('#204060')], { veil: { color: '#ff0000', opacity: 0.25 } });
    expect(Math.abs(plain(20, 20)[0]! - (0.75 * 0x20 + 0.25 * 255))).toBeLessThan(1.1);
  });

  it('a blur brings in what lies beyond the edges of the picture', () => {
    const blur = { kind: 'blur', id: 'b', on: true, radius: 6, edges: 'clear' } as const;
    const at = paint([
      backdrop('#000000'),
      makeGroup([box(-100, -100, 140, 140, '#ffffff')], { passes: [blur], isolated: true }),
    ]);
    expect(at(0, 0)[0]).toBe(255);
  });
});
