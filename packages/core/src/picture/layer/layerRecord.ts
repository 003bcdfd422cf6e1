import {
  choicesOf,
  type FieldGroup,
  fields,
  record,
  type RecordType,
  type ValueOfGroups,
} from '../../contract';
import { spanRecord } from '../../sound';
import { blendModes } from '../../pixels';
import { placeRecord } from './place';
import { passesField } from '../pass/finish';
import { maskRecord } from './maskRecord';

/** What every layer has, whatever it draws. */
export const layerFields = fields([
  { kind: 'id', key: 'id' },
  { kind: 'text', key: 'name', label: 'Name', maxLength: 200, line: true, default: '', hidden: true },
  { kind: 'switch', key: 'visible', label: 'Visible', default: true, hidden: true },
  {
    kind: 'switch',
    key: 'locked',
    label: 'Locked',
    help: 'Whether it is kept from being changed by hand.',
    default: false,
    hidden: true,
    driven: false,
  },
  {
    kind: 'reference',
    key: 'group',
    label: 'Group',
    help: 'The group it is in.',
    to: 'layers',
    kinds: ['group'],
    nullable: true,
    hidden: true,
    driven: false,
  },
  {
    kind: 'record',
    key: 'place',
    label: 'Position',
    help: 'Where it stands, how large, how it is rotated, and how opaque.',
    of: placeRecord,
  },
  { kind: 'record', key: 'span', label: 'Timing', help: 'When it is shown.', of: spanRecord },
  {
    kind: 'list',
    key: 'sections',
    label: 'Sections',
    help: 'It is shown in these only; in all where none is named.',
    of: { kind: 'reference', label: 'Section', to: 'sections', soft: true },
    max: 200,
  },
  {
    kind: 'reference',
    key: 'crossfade',
    label: 'Crossfade from',
    help: 'The layer that goes as this one fades in: for that time the two are mixed as one.',
    to: 'layers',
    nullable: true,
    soft: true,
    hidden: true,
    driven: false,
  },
  passesField,
  { kind: 'record', key: 'mask', label: 'Mask', help: 'What of it is seen.', of: maskRecord },
  {
    kind: 'choice',
    key: 'blend',
    label: 'Blend mode',
    choices: choicesOf(blendModes),
    default: 'normal',
    driven: false,
  },
  {
    kind: 'switch',
    key: 'backdrop',
    label: 'Background layer',
    help: 'Pictures without background leave it out.',
    default: false,
    driven: false,
  },
]);

type CommonGroup = { readonly heading: 'Layer'; readonly fields: typeof layerFields };

/** A layer, whatever its kind. */
export type AnyLayer = { kind: string } & ValueOfGroups<readonly [CommonGroup]>;

/** Describes a kind of layer. */
export const layerRecord = <const Groups extends readonly FieldGroup[]>(
  kind: string,
  groups: Groups,
): RecordType<readonly [CommonGroup, ...Groups]> =>
  record(`layer.${kind}`, [{ heading: 'Layer', fields: layerFields }, ...groups]) as unknown as RecordType<
    readonly [CommonGroup, ...Groups]
  >;
