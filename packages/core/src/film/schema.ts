import * as yup from 'yup';
import { channelKinds } from '../audio/pcm';
import { copiesFields, type Copies } from '../figure/copies';
import { falloffSchema } from '../figure/falloff';
import { layerColorSchema } from '../figure/ink';
import { figureKinds, type FigureSettings } from '../figure/registry';
import { symmetrySchema } from '../figure/symmetry';
import { pathKinds, type PathSettings } from '../path/registry';
import { blendModeKinds } from '../picture/blend';
import { colorSchema, fieldsSchema } from '../property/fieldSchema';
import { oneOfKinds } from '../property/kindSchema';
import { colorMixes, stopsSchema } from '../property/palette';
import type { LevelLawKind } from '../levels/levelLaw';
import { mostBands, type ScaleKind } from '../spectrum/scales';
import type { SmoothingKind } from '../levels/smoothing';
import type { WindowKind } from '../spectrum/windows';
import { earFields } from './earFields';
import { fadeFields, pictureFadeFields, type Fade, type Span } from './fades';
import { followerFields } from './followerFields';
import { placeFields, type Place } from './place';

/** Version of the film format that this code reads and writes. */
export const filmVersion = 4;

const id = () => yup.string().required().max(64);
const name = () => yup.string().defined().max(200);
/** Longest time in a film, in seconds. */
export const mostSeconds = 7200;
const seconds = () => yup.number().required().min(0).max(mostSeconds);

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

/** A test that one property of an object lies above another. */
const above = <T extends Record<string, unknown>>(low: keyof T & string, high: keyof T & string) =>
  ({
    name: `${low}-${high}`,
    test: (value: T, context: yup.TestContext) =>
      value[high] === null || (value[high] as number) > (value[low] as number)
        ? true
        : context.createError({ path: `${context.path}.${high}`, message: `\${path} must be above ${low}` }),
  }) as const;

export const trackSchema = yup
  .object({
    id: id(),
    name: name(),
    source: sourceSchema,
    /** dB */
    gain: yup.number().required().min(-60).max(24),
    /** Whether it is in the sound of the film, as played and as rendered. */
    heard: yup.boolean().required(),
    /** Whether ears that name no tracks listen to it. */
    listened: yup.boolean().required(),
    /** Where in the film it starts, in seconds. */
    start: seconds(),
    /** The part of the file that is used, in seconds of the file; `out` null means to its end. */
    in: seconds(),
    out: seconds().nullable().defined(),
  })
  .noUnknown()
  .test(above<{ in: number; out: number | null }>('in', 'out'));

export const earSchema = yup
  .object({
    id: id(),
    name: name(),
    /** Ids of the tracks it listens to; none means all that are listened to. */
    tracks: yup.array().of(id()).required().min(0),
    channel: yup.string().required().oneOf(channelKinds),
    /** Edges in Hz of bands by hand; not used otherwise. */
    edges: yup
      .array()
      .of(yup.number().required().min(0).max(24000))
      .required()
      .min(0)
      .max(mostBands + 1),
    /** Names of bands by hand, in their order; may be fewer. */
    bandNames: yup.array().of(name()).required().min(0).max(mostBands),
    /** Indices of bands that give no mark. */
    mutes: yup
      .array()
      .of(
        yup
          .number()
          .required()
          .integer()
          .min(0)
          .max(mostBands - 1),
      )
      .required()
      .min(0),
    /** Weights curve: dB over Hz. */
    weights: yup
      .array()
      .of(
        yup
          .object({
            hz: yup.number().required().min(1).max(24000),
            db: yup.number().required().min(-96).max(96),
          })
          .noUnknown(),
      )
      .required()
      .min(0)
      .max(64),
    ...(fieldsSchema(earFields) as {
      fromHz: yup.NumberSchema<number>;
      toHz: yup.NumberSchema<number>;
      part: yup.StringSchema<'all' | 'sustained' | 'struck'>;
      bands: yup.NumberSchema<number>;
      scale: yup.StringSchema<ScaleKind>;
      exponent: yup.NumberSchema<number>;
      fraction: yup.StringSchema<'1' | '3' | '6' | '12'>;
      a4: yup.NumberSchema<number>;
      window: yup.NumberSchema<number>;
      windowShape: yup.StringSchema<WindowKind>;
      longWindow: yup.NumberSchema<number>;
      limits: yup.StringSchema<'set' | 'fitted'>;
      floorDb: yup.NumberSchema<number>;
      ceilingDb: yup.NumberSchema<number>;
      floorPercent: yup.NumberSchema<number>;
      ceilingPercent: yup.NumberSchema<number>;
      law: yup.StringSchema<LevelLawKind>;
      tiltDbPerOctave: yup.NumberSchema<number>;
      aWeighting: yup.BooleanSchema<boolean>;
      smoothing: yup.StringSchema<SmoothingKind>;
      attack: yup.NumberSchema<number>;
      release: yup.NumberSchema<number>;
      averageTime: yup.NumberSchema<number>;
      springHz: yup.NumberSchema<number>;
      springDamping: yup.NumberSchema<number>;
      acrossBands: yup.NumberSchema<number>;
      peaks: yup.BooleanSchema<boolean>;
      peakHold: yup.NumberSchema<number>;
      peakFall: yup.NumberSchema<number>;
    }),
  })
  .noUnknown()
  .test(above('fromHz', 'toHz'))
  .test(above('floorDb', 'ceilingDb'))
  .test(above('floorPercent', 'ceilingPercent'))
  .test('edges', (ear, context) => {
    const rising = ear.edges.every((edge, i) => i === 0 || edge > ear.edges[i - 1]!);
    if (rising && (ear.scale !== 'hand' || ear.edges.length > 1)) return true;
    return context.createError({
      path: `${context.path}.edges`,
      message: '${path} must hold at least two frequencies, each above the one before',
    });
  });

export const followerSchema = yup
  .object({
    id: id(),
    name: name(),
    /** Id of the ear whose tracks, channel, part and window it listens with. */
    ear: id(),
    ...(fieldsSchema(followerFields) as {
      kind: yup.StringSchema<'range' | 'onsets' | 'loudness' | 'beat'>;
      fromHz: yup.NumberSchema<number>;
      toHz: yup.NumberSchema<number>;
      sensitivity: yup.NumberSchema<number>;
      phase: yup.StringSchema<'beat' | 'bar'>;
      unit: yup.StringSchema<'percent' | 'db'>;
      gatePercent: yup.NumberSchema<number>;
      ceilingPercent: yup.NumberSchema<number>;
      gateDb: yup.NumberSchema<number>;
      ceilingDb: yup.NumberSchema<number>;
      curve: yup.NumberSchema<number>;
      invert: yup.BooleanSchema<boolean>;
      hold: yup.NumberSchema<number>;
      attack: yup.NumberSchema<number>;
      release: yup.NumberSchema<number>;
      delay: yup.NumberSchema<number>;
    }),
  })
  .noUnknown()
  .test(above('fromHz', 'toHz'))
  .test(above('gatePercent', 'ceilingPercent'))
  .test(above('gateDb', 'ceilingDb'));

/** Tempo and beats, all equally long. */
export const beatsSchema = yup
  .object({
    /** Beats per minute. */
    bpm: yup.number().required().min(20).max(400),
    /** A moment at which a bar begins, in seconds. */
    first: yup.number().required().min(-mostSeconds).max(mostSeconds),
    /** Beats in a bar. */
    perBar: yup.number().required().integer().min(1).max(32),
  })
  .noUnknown();

const schemasOf = (kinds: Record<string, { schema: yup.Schema }>) =>
  Object.fromEntries(Object.entries(kinds).map(([kind, { schema }]) => [kind, schema]));

export const pathSchema = yup
  .object({ id: id(), name: name(), shape: oneOfKinds<PathSettings>(schemasOf(pathKinds)) })
  .noUnknown();

/** A gradient that several layers may share. */
export const paletteSchema = yup
  .object({ id: id(), name: name(), stops: stopsSchema(), mix: yup.string().required().oneOf(colorMixes) })
  .noUnknown();

export const pictureSchema = yup.object({ id: id(), name: name(), source: sourceSchema }).noUnknown();

const fadeShape = (fields = fadeFields) =>
  fieldsSchema(fields) as { [Key in keyof Fade]: yup.Schema<Fade[Key]> };

export const fadesSchema = yup
  .object({
    /** Of the whole picture, from and to a colour. */
    picture: yup
      .object({ ...fadeShape(pictureFadeFields), color: colorSchema() })
      .required()
      .noUnknown(),
    /** Of the sound as it is played and rendered; ears do not hear it. */
    sound: yup.object(fadeShape()).required().noUnknown(),
  })
  .required()
  .noUnknown();

const spanSchema = () =>
  yup
    .object({ from: seconds(), to: seconds().nullable().defined(), ...fadeShape() })
    .required()
    .noUnknown()
    .test(above<Pick<Span, 'from' | 'to'>>('from', 'to'));

/** What every layer has. */
const layerShape = {
  id: id(),
  name: name(),
  visible: yup.boolean().required(),
  /** Whether it is kept from being changed by hand. */
  locked: yup.boolean().required(),
  opacity: yup.number().required().min(0).max(1),
  blend: yup.string().required().oneOf(blendModeKinds),
  /** Id of the group it is in; null for none. */
  group: yup.string().max(64).nullable().defined(),
  /** When it is shown. */
  span: spanSchema(),
};

const copiesSchema = () =>
  yup
    .object(fieldsSchema(copiesFields) as { [Key in keyof Copies]: yup.Schema<Copies[Key]> })
    .required()
    .noUnknown();

export const figureLayerSchema = yup
  .object({
    kind: yup
      .string()
      .required()
      .oneOf(['figure'] as const),
    ...layerShape,
    /** Id of the ear that feeds it. */
    ear: id(),
    /** Id of the path it stands along. */
    path: id(),
    figure: oneOfKinds<FigureSettings>(schemasOf(figureKinds)),
    color: layerColorSchema(),
    symmetry: symmetrySchema(),
    falloffs: yup.array().of(falloffSchema()).required().min(0).max(8),
    copies: copiesSchema(),
  })
  .required()
  .noUnknown();

export const groupLayerSchema = yup
  .object({
    kind: yup
      .string()
      .required()
      .oneOf(['group'] as const),
    ...layerShape,
    ...(fieldsSchema(placeFields) as { [Key in keyof Place]: yup.Schema<Place[Key]> }),
    /** Id of the path it is cut by; null for none. */
    clip: yup.string().max(64).nullable().defined(),
  })
  .required()
  .noUnknown();

export const tiedLayerSchema = yup
  .object({
    kind: yup
      .string()
      .required()
      .oneOf(['tied'] as const),
    ...layerShape,
    ...(fieldsSchema(placeFields) as { [Key in keyof Place]: yup.Schema<Place[Key]> }),
    /** Id of the layer it repeats. */
    source: id(),
    /** Seconds by which it is later in the sound. */
    delay: yup.number().required().min(-5).max(5),
  })
  .required()
  .noUnknown();

export type FigureLayer = yup.InferType<typeof figureLayerSchema>;
export type GroupLayer = yup.InferType<typeof groupLayerSchema>;
export type TiedLayer = yup.InferType<typeof tiedLayerSchema>;
export type Layer = FigureLayer | GroupLayer | TiedLayer;

export const layerSchema = oneOfKinds<Layer>({
  figure: figureLayerSchema,
  group: groupLayerSchema,
  tied: tiedLayerSchema,
});

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
    /** Length in seconds; null follows the longest track that is heard. */
    length: yup.number().min(0.1).max(mostSeconds).nullable().defined(),
    background: yup
      .object({
        color: colorSchema(),
        edgeColor: colorSchema(),
        /** Id of a picture that covers it; null for none. */
        picture: yup.string().max(64).nullable().defined(),
      })
      .required()
      .noUnknown(),
    fades: fadesSchema,
    tracks: list(trackSchema, 64),
    ears: list(earSchema, 32),
    followers: list(followerSchema, 64),
    /** Null until the beats are known. */
    beats: beatsSchema.nullable().defined().default(undefined),
    pictures: list(pictureSchema, 64),
    palettes: list(paletteSchema, 64),
    paths: list(pathSchema, 512),
    /** Back to front. */
    // A layer's kind is looked up when it is read, which Yup's types cannot follow.
    layers: list(layerSchema as unknown as yup.ObjectSchema<Layer>, 256),
  })
  .required()
  .noUnknown();

export type Film = yup.InferType<typeof filmSchema>;
export type Track = yup.InferType<typeof trackSchema>;
export type Ear = yup.InferType<typeof earSchema>;
export type Follower = yup.InferType<typeof followerSchema>;
export type Beats = yup.InferType<typeof beatsSchema>;
export type FilmPath = yup.InferType<typeof pathSchema>;
export type FilmPicture = yup.InferType<typeof pictureSchema>;
