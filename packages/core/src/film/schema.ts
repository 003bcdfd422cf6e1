import * as yup from 'yup';
import { channelKinds } from '../audio/pcm';
import { figureKinds, type FigureSettings } from '../figure/registry';
import { pathKinds, type PathSettings } from '../path/registry';
import { blendModeKinds } from '../picture/blend';
import { colorSchema, fieldSchema } from '../property/fieldSchema';
import { oneOfKinds } from '../property/kindSchema';
import { windowKinds } from '../spectrum/windows';
import { earFields } from './earFields';

/** Version of the film format that this code reads and writes. */
export const filmVersion = 1;

const id = () => yup.string().required().max(64);
const name = () => yup.string().defined().max(200);

/** Where a track's sound is: a decoded upload by its SHA-256, or a file by a path relative to the film's. */
const sourceSchema = yup
  .object({
    asset: yup.string().matches(/^[0-9a-f]{64}$/, '${path} must be a SHA-256 in lower-case hex'),
    path: yup.string().min(1),
  })
  .required()
  .noUnknown()
  .test(
    'one-source',
    '${path} must have either an asset or a path',
    (source) => (source.asset === undefined) !== (source.path === undefined),
  );

export const trackSchema = yup
  .object({
    id: id(),
    name: name(),
    source: sourceSchema,
    /** dB */
    gain: yup.number().required().min(-60).max(24),
    muted: yup.boolean().required(),
  })
  .noUnknown();

const earNumbers = Object.fromEntries(
  earFields.flatMap((group) => group.fields).map((field) => [field.key, fieldSchema(field)]),
);

export const earSchema = yup
  .object({
    id: id(),
    name: name(),
    /** Ids of the tracks it listens to; none means the whole sound as it is played. */
    tracks: yup.array().of(id()).required().min(0),
    channel: yup.string().required().oneOf(channelKinds),
    windowShape: yup.string().required().oneOf(windowKinds),
    ...(earNumbers as {
      fromHz: yup.NumberSchema<number>;
      toHz: yup.NumberSchema<number>;
      bands: yup.NumberSchema<number>;
      scale: yup.StringSchema<'linear' | 'log' | 'mel'>;
      window: yup.NumberSchema<number>;
      floorDb: yup.NumberSchema<number>;
      ceilingDb: yup.NumberSchema<number>;
      tiltDbPerOctave: yup.NumberSchema<number>;
      attack: yup.NumberSchema<number>;
      release: yup.NumberSchema<number>;
    }),
  })
  .noUnknown()
  .test('range', (ear, context) =>
    ear.toHz > ear.fromHz
      ? true
      : context.createError({ path: `${context.path}.toHz`, message: '${path} must be above fromHz' }),
  )
  .test('law', (ear, context) =>
    ear.ceilingDb > ear.floorDb
      ? true
      : context.createError({ path: `${context.path}.ceilingDb`, message: '${path} must be above floorDb' }),
  );

const schemasOf = (kinds: Record<string, { schema: yup.Schema }>) =>
  Object.fromEntries(Object.entries(kinds).map(([kind, { schema }]) => [kind, schema]));

export const layerSchema = yup
  .object({
    id: id(),
    kind: yup
      .string()
      .required()
      .oneOf(['figure'] as const),
    name: name(),
    visible: yup.boolean().required(),
    opacity: yup.number().required().min(0).max(1),
    blend: yup.string().required().oneOf(blendModeKinds),
    /** Id of the ear that feeds it. */
    ear: id(),
    path: oneOfKinds<PathSettings>(schemasOf(pathKinds)),
    figure: oneOfKinds<FigureSettings>(schemasOf(figureKinds)),
  })
  .noUnknown();

const list = <T extends yup.Maybe<yup.AnyObject>>(item: yup.ObjectSchema<T>, most: number) =>
  yup
    .array()
    .of(item)
    .required()
    .min(0)
    .max(most)
    .test('unique-ids', '${path} must not hold the same id twice', (items) => {
      const ids = (items as unknown as { id?: string }[]).map((entry) => entry?.id);
      return new Set(ids).size === ids.length;
    });

export const filmSchema = yup
  .object({
    version: yup.number().required().oneOf([filmVersion]),
    title: yup.string().defined().max(200),
    /** Picture units; rendering in another size scales. */
    width: yup.number().required().integer().min(16).max(8192),
    height: yup.number().required().integer().min(16).max(8192),
    /** Frames per second when rendered. */
    fps: yup.number().required().min(1).max(120),
    background: yup.object({ color: colorSchema(), edgeColor: colorSchema() }).required().noUnknown(),
    tracks: list(trackSchema, 64),
    ears: list(earSchema, 32),
    /** Back to front. */
    layers: list(layerSchema, 256),
  })
  .required()
  .noUnknown();

export type Film = yup.InferType<typeof filmSchema>;
export type Track = yup.InferType<typeof trackSchema>;
export type Ear = yup.InferType<typeof earSchema>;
export type Layer = yup.InferType<typeof layerSchema>;
