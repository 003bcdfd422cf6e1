import {
  blendModes,
  filled,
  group,
  passKinds,
  seeded,
  spritesOf,
  type BlendMode,
  type Operation,
  type Paint,
  type PassKindName,
  type PassSettings,
  type Picture,
  type Texture,
} from '@cyclogram/core';

/** Pictures made by numbers: every operation with every way to fill, draw, mix and lay it on. */

export interface Sample {
  name: string;
  picture: Picture;
  width: number;
  height: number;
}

/** Numbers that look as if by chance, the same each time. */
const chance = (seed: number) => {
  let n = 0;
  return (from = 0, to = 1) => from + (to - from) * seeded(seed, n++);
};

const colors = ['#e8b04a', '#3fa79acc', '#d9573c80', '#f2efe6', '#21343fee'];
const size = { width: 160, height: 90 };

const paints: Record<string, Paint> = {
  colour: '#e8b04a',
  'half clear': '#3fa79a90',
  linear: {
    kind: 'linear',
    ...{ x0: 20, y0: 10, x1: 130, y1: 70 },
    stops: [
      [0, '#e8b04a'],
      [0.4, '#3fa79a40'],
      [1, '#d9573c'],
    ],
  },
  radial: {
    kind: 'radial',
    ...{ x: 80, y: 40, radius: 60 },
    stops: [
      [0, '#f2efe6'],
      [0.7, '#3fa79a'],
      [1, '#21343f00'],
    ],
  },
  around: {
    kind: 'around',
    ...{ x: 80, y: 45, angle: 0.4 },
    stops: [
      [0, '#e8b04a'],
      [0.5, '#3fa79a'],
      [1, '#e8b04a'],
    ],
  },
};

/** A star that crosses itself. */
const star = (x: number, y: number, radius: number, points = 5, step = 2) =>
  Float32Array.from({ length: 2 * points }, (_, i) => {
    const angle = (2 * Math.PI * step * (i >> 1)) / points - 1.3;
    return i % 2 === 0 ? x + radius * Math.cos(angle) : y + radius * Math.sin(angle);
  });

const zigzag = (from: () => number, count: number) =>
  Float32Array.from({ length: 2 * count }, (_, i) =>
    i % 2 === 0 ? 15 + (130 * (i >> 1)) / (count - 1) : 45 + 30 * (2 * from() - 1),
  );

const wave = (count: number) =>
  Float32Array.from({ length: 2 * count }, (_, i) => {
    const t = (i >> 1) / (count - 1);
    return i % 2 === 0 ? 12 + 136 * t : 45 + 28 * Math.sin(9 * t);
  });

const backdrop: Operation = { op: 'backdrop', paint: '#17211f', grain: 0 };

const sample = (name: string, operations: Operation[], width = 320, height = 180): Sample => ({
  name,
  picture: { ...size, operations, t: 1.3 },
  width,
  height,
});

const strokeParts = {
  closed: false,
  fill: null,
  rule: 'nonzero',
  ends: 'flat',
  corners: 'plain',
  dashes: [],
  dashOffset: 0,
} as const;

function vectorSamples(): Sample[] {
  const from = chance(3);
  const all: Sample[] = [];
  for (const [name, paint] of Object.entries(paints)) {
    for (const rule of ['nonzero', 'evenodd'] as const) {
      const outlines = [star(50, 45, 38), star(105, 45, 40, 7, 3)];
      all.push(
        sample(`${name} star, ${rule}`, [backdrop, { ...filled(outlines, paint), rule }]),
        sample(`${name} star without ground, ${rule}`, [{ ...filled(outlines, paint), rule }], 317, 181),
      );
    }
    for (const corners of ['plain', 'round'] as const)
      for (const ends of ['flat', 'round'] as const)
        for (const dashes of [[], [14, 6], [9, 4, 2]] as const)
          for (const closed of [false, true])
            all.push(
              sample(`${name} line, ${corners} ${ends} ${dashes.join(' ')} ${closed ? 'closed' : 'open'}`, [
                backdrop,
                {
                  op: 'shape',
                  ...strokeParts,
                  ...{ outlines: [zigzag(from, 9)], stroke: paint, width: 1 + 12 * from() },
                  ...{ corners, ends, dashes, closed, dashOffset: 20 * from() },
                },
              ]),
            );
  }
  for (const soft of [0, 5])
    for (const color of colors) {
      const lines = Float32Array.from({ length: 4 * 40 }, () => from(5, 85));
      const circles = Float32Array.from({ length: 3 * 40 }, (_, i) =>
        i % 3 === 0 ? from(0, 160) : i % 3 === 1 ? from(0, 90) : from(0.3, 9),
      );
      const drawn = { color, soft };
      all.push(
        sample(`strokes ${color} soft ${soft}`, [
          backdrop,
          { op: 'strokes', ...drawn, width: from(0.5, 5), ends: 'round', lines },
          { op: 'strokes', ...drawn, width: from(0.5, 5), ends: 'flat', lines: lines.map((v) => v + 40) },
        ]),
        sample(`dots ${color} soft ${soft}`, [backdrop, { op: 'dots', ...drawn, circles }], 333, 187),
        sample(`curve ${color} soft ${soft}`, [
          backdrop,
          {
            op: 'curve',
            ...drawn,
            width: 4,
            ends: 'round',
            closed: false,
            corners: 'round',
            lines: [wave(300)],
          },
          {
            op: 'curve',
            ...drawn,
            width: 9,
            ends: 'flat',
            closed: true,
            corners: 'plain',
            lines: [star(80, 45, 30)],
          },
        ]),
        sample(`fill ${color} soft ${soft}`, [
          backdrop,
          { op: 'fill', ...drawn, outlines: [star(80, 45, 38)] },
        ]),
      );
    }
  return all;
}

const turned = (angle: number, scale: number, x: number, y: number) =>
  [
    scale * Math.cos(angle),
    scale * Math.sin(angle),
    -scale * Math.sin(angle),
    scale * Math.cos(angle),
    x,
    y,
  ] as const;

function groupSamples(): Sample[] {
  const all: Sample[] = [];
  const things = (): Operation[] => [
    filled([star(60, 45, 36)], '#e8b04a'),
    filled([star(95, 48, 30, 7, 2)], '#3fa79ab0'),
  ];
  const ground = (): Operation[] => [
    { op: 'backdrop', paint: paints['linear']!, grain: 0 },
    filled([star(40, 40, 30)], '#4060c0'),
  ];
  for (const blend of Object.keys(blendModes) as BlendMode[])
    for (const opacity of [1, 0.55]) {
      all.push(
        sample(`blend ${blend} ${opacity}`, [...ground(), group(things(), { blend, opacity })]),
        sample(`blend ${blend} ${opacity}, one shape`, [
          ...ground(),
          group([filled([star(90, 45, 40)], '#d9873cd0')], { blend, opacity }),
        ]),
        sample(`blend ${blend} ${opacity}, clear below`, [
          filled([star(40, 40, 35)], '#4060c0a0'),
          group(things(), { blend, opacity }),
        ]),
      );
    }
  for (const inverted of [false, true])
    for (const by of ['opacity', 'brightness'] as const)
      for (const softness of [0, 8]) {
        const mask = { operations: [filled([star(80, 45, 40, 9, 4)], '#c0c0c0')], by, softness, inverted };
        all.push(
          sample(`mask ${by} ${softness} ${inverted}`, [
            ...ground(),
            group(things(), { mask, isolated: true }),
          ]),
          sample(`pane under a mask ${by} ${softness} ${inverted}`, [
            ...ground(),
            group([], {
              mask,
              below: true,
              passes: [{ ...passKinds.invert.defaults(size), id: 'a', on: true }],
            }),
          ]),
        );
      }
  all.push(
    sample('clip path', [
      ...ground(),
      group(things(), { clipPath: [star(80, 45, 44, 7, 3)], matrix: turned(0.2, 0.9, 10, -4) }),
    ]),
    sample('average', [
      ...ground(),
      group(
        [0, 1, 2, 3].map((n) => group(things(), { matrix: turned(0.05 * n, 1, 4 * n, 0) })),
        {
          average: true,
        },
      ),
    ]),
  );
  for (let n = 0; n < 6; n++)
    all.push(
      sample(
        `turned ${n}`,
        [
          ...ground(),
          group(
            [
              ...things(),
              {
                op: 'shape',
                ...strokeParts,
                ...{ outlines: [wave(40)], stroke: '#f2efe6', width: 3, ends: 'round', corners: 'round' },
              },
            ],
            { matrix: turned(n, 0.5 + 0.3 * n, 30 * n - 20, 10 * n), opacity: 0.8 },
          ),
        ],
        301 + n,
        171 + n,
      ),
    );
  return all;
}

function passSamples(): Sample[] {
  const things = [filled([star(60, 45, 30)], '#e8b04a'), filled([star(95, 48, 26, 7, 2)], '#3fa79ab0')];
  // What looks at other moments needs a film, and what looks a colour up a table.
  const without = ['afterimages', 'motionBlur', 'average', 'lookup'];
  return (Object.keys(passKinds) as PassKindName[])
    .filter((kind) => !without.includes(kind))
    .flatMap((kind) => {
      const pass = { ...passKinds[kind].defaults(size), id: 'a', on: true } as PassSettings;
      return [
        sample(`layer through ${kind}`, [backdrop, group(things, { passes: [pass], t: 1.3 })]),
        {
          ...sample(`picture through ${kind}`, [backdrop, ...things]),
          picture: { ...size, operations: [backdrop, ...things], t: 1.3, passes: [pass] },
        },
      ];
    });
}

/** An image in every colour, parts of which are seen through. */
export function sampleImage(width = 48, height = 36): Texture {
  const rgba = Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) => {
    const [x, y] = [(i >> 2) % width, Math.floor((i >> 2) / width)];
    const wave = Math.sin(x / 5) * Math.cos(y / 4);
    return [128 + 100 * wave, (255 * x) / width, (255 * y) / height, x > width / 2 ? 255 : 160][i % 4]!;
  });
  return { width, height, rgba };
}

function imageSamples(): Sample[] {
  const image = {
    op: 'image',
    image: 'a',
    crop: [0, 0, 1, 1],
    focus: { x: 0.5, y: 0.5 },
    edges: 0,
    beyond: false,
  } as const;
  const box = [20, 12, 110, 70] as const;
  const positions = Float32Array.from(
    { length: 6 * 9 },
    (_, i) =>
      [20 + 15 * Math.floor(i / 6), 20 + 6 * Math.floor(i / 6), 22, 20, Math.floor(i / 6) / 3, 0.9][i % 6]!,
  );
  return [
    sample('image to cover', [backdrop, { ...image, fit: 'cover', box }]),
    sample('image whole', [backdrop, { ...image, fit: 'contain', box }]),
    sample(
      'image stretched',
      [backdrop, { ...image, fit: 'stretch', box, crop: [0.1, 0.2, 0.9, 0.8] }],
      311,
      177,
    ),
    sample('image turned', [
      backdrop,
      group([{ ...image, fit: 'cover', box }], { matrix: turned(0.3, 0.9, 20, -10), opacity: 0.8 }),
    ]),
    sample('images', [backdrop, { op: 'images', image: 'a', positions }]),
    sample('image behind all', [{ ...image, fit: 'cover', box: [0, 0, 160, 90], beyond: true }], 320, 200),
  ];
}

function spriteSamples(): Sample[] {
  const from = chance(8);
  const sprites = Array.from({ length: 60 }, (_, n) => ({
    x: from(0, 160),
    y: from(0, 90),
    across: from(0.4, 9),
    down: from(0.4, 9),
    rotation: from(0, 6),
    form: (['disc', 'ball', 'ring', 'streak', 'star', 'polygon', 'rays'] as const)[n % 7]!,
    corners: 5,
    softness: from(0.05, 0.9),
    color: [from(), from(), from()] as const,
    opacity: from(0.2, 1),
  }));
  return [true, false].flatMap((add) => [
    sample(`sprites ${add ? 'added' : 'laid'}`, [backdrop, spritesOf(sprites, add)]),
    sample(`sprites ${add ? 'added' : 'laid'}, screened`, [
      backdrop,
      group([spritesOf(sprites, add)], { blend: 'screen', opacity: 0.7 }),
    ]),
  ]);
}

/** Everything. */
export const corpus = (): Sample[] => [
  ...vectorSamples(),
  ...groupSamples(),
  ...passSamples(),
  ...imageSamples(),
  ...spriteSamples(),
];
