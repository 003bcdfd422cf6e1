import { mat4 } from 'gl-matrix';
import {
  cos,
  defaultsOf,
  type FieldGroup,
  fields,
  record,
  type RecordType,
  sin,
  type Size,
  type ValueOf,
  type ValueOfGroups,
} from '../../contract';
import type { ShownFilm } from '../display/shownFilm';
import type { Moment } from '../display/moment';
import type { BodyOffer } from './bodyOffer';
import type { Vector } from '../scene/camera';
import type { BodyShape } from '../scene/dress';
import { materialRecord, type Material } from '../scene/material';

const length = { kind: 'number', min: -100000, max: 100000, step: 10, unit: 'px', default: 0 } as const;
const angle = { kind: 'number', min: -36000, max: 36000, step: 5, unit: '°', default: 0 } as const;

/** Where a body stands on the stage: x right, y up, z towards the viewer. */
export const stageFields = fields([
  { ...length, key: 'x', label: 'Position x' },
  { ...length, key: 'y', label: 'Position y', help: 'Upwards.' },
  { ...length, key: 'z', label: 'Position z', help: 'Towards the viewer.' },
  { ...angle, key: 'turnX', label: 'Rotation x', help: 'Tips it forward and back.' },
  { ...angle, key: 'turnY', label: 'Rotation y', help: 'Turns it around the upright axis.' },
  { ...angle, key: 'turnZ', label: 'Rotation z', rare: true },
  {
    kind: 'number',
    key: 'scale',
    label: 'Scale',
    min: 0.001,
    max: 1000,
    step: 5,
    unit: '%',
    shownPer: 100,
    default: 1,
  },
]);

const commonFields = fields([
  { kind: 'id', key: 'id' },
  { kind: 'switch', key: 'on', label: 'Visible', default: true },
]);

/** What every body has. */
type CommonGroups = readonly [
  { readonly heading: 'Body'; readonly fields: typeof commonFields },
  { readonly heading: 'Place'; readonly fields: typeof stageFields },
  {
    readonly heading: 'Material';
    readonly fields: readonly [
      {
        readonly kind: 'record';
        readonly key: 'material';
        readonly label: 'Material';
        readonly of: typeof materialRecord;
      },
    ];
  },
];

/** What a body is made with. */
export interface BodyContext {
  moment: Moment;
  size: Size;
  film: ShownFilm;
  /** The values of a number of the body for each of so many parts; undefined where they are all the same. */
  parts(key: string, count: number): readonly number[] | undefined;
  /** Whether a property of the body moves during the film. */
  moves(key: string): boolean;
}

/** Something of a body that is dragged on the Screen. */
export interface BodyHandle {
  id: string;
  label: string;
  color?: string;
  /** Where it stands, around the body's own origin. */
  at: Vector;
  /** What of the body changes when it is dragged: to the right and upwards, in the body's own units. */
  drag(right: number, up: number): Record<string, unknown>;
}

/** What a kind of body is made of. */
export interface BodyLiteral<Kind extends string, Groups extends readonly FieldGroup[]> {
  kind: Kind;
  label: string;
  about: string;
  groups: Groups;
  /** How its material is to begin with. */
  material?: Partial<Material>;
  /** Its shape at a moment, around its own origin. */
  shapes(body: ValueOfGroups<NoInfer<Groups>>, context: BodyContext): BodyShape[];
  /** Seconds before the moment that it looks back into the sound; 0 when left out. */
  lookBack?(body: ValueOfGroups<NoInfer<Groups>>): number;
  /** What of it can be dragged, beside the whole of it; nothing when left out. */
  handles?(body: ValueOfGroups<NoInfer<Groups>>): BodyHandle[];
  /** What of it the gallery shows, each on a stage of its own; none of what needs a file. A stage's menu has all kinds. */
  offers: readonly BodyOffer<ValueOfGroups<NoInfer<Groups>>>[];
}

export interface BodyKind<Kind extends string, Groups extends readonly FieldGroup[]> extends Pick<
  BodyLiteral<Kind, Groups>,
  'kind' | 'label' | 'about'
> {
  offers: readonly BodyOffer<object>[];
  record: RecordType<readonly [...CommonGroups, ...Groups]>;
  /** A body that suits a picture of this size. */
  defaults(size: Size): ValueOf<RecordType<readonly [...CommonGroups, ...Groups]>> & { kind: Kind };
  shapes(body: ValueOfGroups<Groups>, context: BodyContext): BodyShape[];
  lookBack(body: ValueOfGroups<Groups>): number;
  handles(body: ValueOfGroups<Groups>): BodyHandle[];
}

/** Makes a kind of body. */
export function bodyKind<const Kind extends string, const Groups extends readonly FieldGroup[]>({
  kind,
  label,
  about,
  groups,
  material = {},
  shapes,
  lookBack = () => 0,
  handles = () => [],
  offers,
}: BodyLiteral<Kind, Groups>): BodyKind<Kind, Groups> {
  const type = record(`body.${kind}`, [
    { heading: 'Body', fields: commonFields },
    ...groups,
    { heading: 'Place', fields: stageFields },
    {
      heading: 'Material',
      slot: 'materialColors',
      fields: [{ kind: 'record', key: 'material', label: 'Material', of: materialRecord }],
    },
  ]) as unknown as RecordType<readonly [...CommonGroups, ...Groups]>;
  return {
    kind,
    label,
    about,
    record: type,
    defaults(size) {
      const own = defaultsOf(type, size) as { material: Material };
      return { kind, ...own, material: { ...own.material, ...material } } as never;
    },
    shapes,
    lookBack,
    handles,
    offers,
  };
}

/** Where a body stands, of all that it has. */
export type StagePlacement = Record<'x' | 'y' | 'z' | 'turnX' | 'turnY' | 'turnZ' | 'scale', number>;

/** From a body's own places to those of the stage: scaled, rotated around z, x and y in this order, and moved. */
export function stageMatrix({ x, y, z, turnX, turnY, turnZ, scale }: StagePlacement): Float64Array {
  const turn = (degrees: number) => {
    const a = (degrees * Math.PI) / 180;
    return [cos(a), sin(a)] as const;
  };
  const [[cx, sx], [cy, sy], [cz, sz]] = [turn(turnX), turn(turnY), turn(turnZ)];
  const out = new Float64Array(16) as unknown as mat4;
  const roundY = [cy, 0, -sy, 0, 0, 1, 0, 0, sy, 0, cy, 0, x, y, z, 1] as unknown as mat4;
  const roundX = [1, 0, 0, 0, 0, cx, sx, 0, 0, -sx, cx, 0, 0, 0, 0, 1] as unknown as mat4;
  const roundZ = [scale * cz, scale * sz, 0, 0, -scale * sz, scale * cz, 0, 0, 0, 0, scale, 0, 0, 0, 0, 1];
  mat4.multiply(out, roundY, roundX);
  mat4.multiply(out, out, roundZ as unknown as mat4);
  return out as unknown as Float64Array;
}

/** Places through a matrix, in place. */
export function moveOnStage(positions: Float32Array, m: Float64Array): Float32Array {
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y, z] = [positions[i]!, positions[i + 1]!, positions[i + 2]!];
    positions[i] = m[0]! * x + m[4]! * y + m[8]! * z + m[12]!;
    positions[i + 1] = m[1]! * x + m[5]! * y + m[9]! * z + m[13]!;
    positions[i + 2] = m[2]! * x + m[6]! * y + m[10]! * z + m[14]!;
  }
  return positions;
}
