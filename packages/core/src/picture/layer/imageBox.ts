import { choicesOf, fieldGroups, fields, type Point, type Size } from '../../contract';
import type { LayerContent } from '../display/moment';
import type { ImageOp } from '../display/operation/image';
import { roundedBox } from '../display/roundedBox';

/** A box with an image in it: what layers of images and of footage have. */

const share = { kind: 'number', min: 0, max: 0.95, step: 1, unit: '%', shownPer: 100, default: 0 } as const;

export const boxFields = fields([
  {
    kind: 'choice',
    key: 'fit',
    label: 'Fit',
    help: 'Whether it covers its box, is seen whole, or is stretched.',
    choices: choicesOf({ cover: 'Cover', contain: 'Contain', stretch: 'Stretch' }),
    default: 'cover',
  },
  {
    kind: 'point',
    key: 'center',
    label: 'Centre',
    help: 'Of its box.',
    min: -20000,
    max: 20000,
    step: 10,
    unit: 'px',
    default: ({ width, height }) => ({ x: width / 2, y: height / 2 }),
  },
  {
    kind: 'point',
    key: 'size',
    label: 'Size',
    help: 'Of its box.',
    min: 1,
    max: 20000,
    step: 10,
    unit: 'px',
    default: ({ width, height }) => ({ x: Math.max(1, width), y: Math.max(1, height) }),
  },
  {
    kind: 'point',
    key: 'focus',
    rare: true,
    label: 'Focus',
    help: 'Which part stays in view where it is cut.',
    min: 0,
    max: 1,
    step: 5,
    unit: '%',
    shownPer: 100,
    default: { x: 0.5, y: 0.5 },
  },
  {
    kind: 'number',
    key: 'radius',
    label: 'Corner radius',
    min: 0,
    max: 10000,
    step: 5,
    unit: 'px',
    default: 0,
  },
]);

export const cropGroup = fieldGroups([
  {
    heading: 'Crop',
    fields: [
      { ...share, key: 'cropLeft', label: 'Left' },
      { ...share, key: 'cropTop', label: 'Top' },
      { ...share, key: 'cropRight', label: 'Right' },
      { ...share, key: 'cropBottom', label: 'Bottom' },
      {
        kind: 'number',
        key: 'edges',
        label: 'Extend edges',
        help: 'Repeats the outermost pixels so far, so that nothing shows behind when it is moved.',
        min: 0,
        max: 5000,
        step: 10,
        unit: 'px',
        default: 0,
      },
    ],
  },
])[0];

export const boxGroups = fieldGroups([{ heading: 'Box', fields: boxFields }, cropGroup]);

/** Values of these fields. */
interface ImageBox {
  fit: ImageOp['fit'];
  center: Point;
  size: Point;
  focus: Point;
  radius: number;
  cropLeft: number;
  cropTop: number;
  cropRight: number;
  cropBottom: number;
  edges: number;
  backdrop: boolean;
}

/** An image in its box, as a layer draws it. @param image its key */
export function imageInBox(image: string, values: ImageBox, film: Size): LayerContent {
  const { fit, center, size, focus, radius, cropLeft, cropTop, cropRight, cropBottom, edges } = values;
  const box = [center.x - size.x / 2, center.y - size.y / 2, size.x, size.y] as const;
  const crop = [
    cropLeft,
    cropTop,
    Math.max(cropLeft + 0.01, 1 - cropRight),
    Math.max(cropTop + 0.01, 1 - cropBottom),
  ] as const;
  const operations = [
    { op: 'image', image, box, fit, crop, focus, edges, beyond: coversPicture(values, film) } as const,
  ];
  return radius > 0 ? { operations, clipPath: [roundedBox(box, radius)] } : { operations };
}

/** Whether a layer is a background that covers the whole picture: it does so in a render of another shape, too. */
const coversPicture = ({ backdrop, fit, center, size, radius }: ImageBox, { width, height }: Size): boolean =>
  backdrop &&
  fit === 'cover' &&
  radius <= 0 &&
  Math.abs(center.x - width / 2) <= (size.x - width) / 2 &&
  Math.abs(center.y - height / 2) <= (size.y - height) / 2;
