import { channelKinds } from '../audio/pcm';
import { copiesFields } from '../figure/copies';
import { falloffFields } from '../figure/falloff';
import { colorBys } from '../figure/ink';
import { figureKinds } from '../figure/registry';
import { symmetryFields } from '../figure/symmetry';
import { mostPoints } from '../path/drawnPoints';
import { pathKinds } from '../path/registry';
import { blendModeKinds } from '../picture/blend';
import type { Field, FieldGroup } from '../property/field';
import { colorMixes } from '../property/palette';
import { mostBands } from '../spectrum/scales';
import { earFields } from './earFields';
import { fadeFields, pictureFadeFields } from './fades';
import { followerFields } from './followerFields';
import { placeFields } from './place';
import { filmVersion, mostSeconds } from './schema';

type Json = Record<string, unknown>;

const text = (maxLength: number): Json => ({ type: 'string', maxLength });
const id: Json = { type: 'string', minLength: 1, maxLength: 64 };
const color: Json = { type: 'string', pattern: '^#[0-9a-fA-F]{6}$' };
const number = (minimum: number, maximum: number): Json => ({ type: 'number', minimum, maximum });
const oneOf = (values: readonly string[]): Json => ({ type: 'string', enum: values });
const list = (items: Json, maxItems: number): Json => ({ type: 'array', items, maxItems });
const object = (properties: Json): Json => ({
  type: 'object',
  properties,
  required: Object.keys(properties),
  additionalProperties: false,
});

const coordinate = number(-100_000, 100_000);
const drawnPoint = object({
  ...{ x: coordinate, y: coordinate, inX: coordinate, inY: coordinate, outX: coordinate, outY: coordinate },
  smooth: { type: 'boolean' },
});

function fieldJson(field: Field): Json {
  if (field.kind === 'made') return text(field.maxLength);
  if (field.kind === 'points') return list(drawnPoint, mostPoints);
  const title = field.label;
  const described = field.help ? { title, description: field.help } : { title };
  switch (field.kind) {
    case 'number':
      return { ...described, ...number(field.min, field.max), ...(field.whole ? { type: 'integer' } : {}) };
    case 'color':
      return { ...described, ...color };
    case 'choice':
      return { ...described, ...oneOf(field.choices.map(({ value }) => value)) };
    case 'switch':
      return { ...described, type: 'boolean' };
    case 'text':
      return { ...described, ...text(field.maxLength) };
    case 'font':
      return { ...described, ...text(100) };
    case 'picture':
      return { ...described, ...text(64) };
  }
}

const fieldsJson = (groups: readonly FieldGroup[]): Json =>
  Object.fromEntries(groups.flatMap(({ fields }) => fields.map((field) => [field.key, fieldJson(field)])));

const kindsJson = (kinds: Record<string, { label: string; fields: readonly FieldGroup[] }>): Json => ({
  oneOf: Object.entries(kinds).map(([kind, { label, fields }]) => ({
    title: label,
    ...object({ kind: { const: kind }, ...fieldsJson(fields) }),
  })),
});

/**
 * The film format as JSON Schema (draft 2020-12), made from the same fields and
 * registries as the schema that films are read with. What it cannot say (ids
 * that must exist, upper ends above lower ones) the reader checks on top.
 */
export function filmJsonSchema(): Json {
  const source = {
    oneOf: [
      object({ asset: { type: 'string', pattern: '^[0-9a-f]{64}$' } }),
      object({ path: { type: 'string', minLength: 1 } }),
    ],
  };
  const seconds = number(0, mostSeconds);
  const orNull = (schema: Json): Json => ({ oneOf: [schema, { type: 'null' }] });
  const track = object({
    id,
    name: text(200),
    source,
    gain: number(-60, 24),
    heard: { type: 'boolean' },
    listened: { type: 'boolean' },
    start: seconds,
    in: seconds,
    out: orNull(seconds),
  });
  const ear = object({
    id,
    name: text(200),
    tracks: { type: 'array', items: id },
    channel: oneOf(channelKinds),
    edges: list(number(0, 24000), mostBands + 1),
    bandNames: list(text(200), mostBands),
    mutes: { type: 'array', items: { type: 'integer', minimum: 0, maximum: mostBands - 1 } },
    weights: list(object({ hz: number(1, 24000), db: number(-96, 96) }), 64),
    ...fieldsJson(earFields),
  });
  const follower = object({ id, name: text(200), ear: id, ...fieldsJson(followerFields) });
  const beats = object({
    bpm: number(20, 400),
    first: number(-mostSeconds, mostSeconds),
    perBar: { type: 'integer', minimum: 1, maximum: 32 },
  });
  const stops: Json = { ...list(object({ at: number(0, 1), color }), 16), minItems: 1 };
  const mix = oneOf(colorMixes);
  const layerShape = {
    id,
    name: text(200),
    visible: { type: 'boolean' },
    locked: { type: 'boolean' },
    opacity: number(0, 1),
    blend: oneOf(blendModeKinds),
    group: orNull(text(64)),
    span: object({ from: seconds, to: orNull(seconds), ...fieldsJson(fadeFields) }),
  };
  const figureLayer = object({
    kind: { const: 'figure' },
    ...layerShape,
    ear: id,
    path: id,
    figure: kindsJson(figureKinds),
    color: object({
      by: oneOf(colorBys),
      stops,
      mix,
      palette: orNull(text(64)),
      cycle: number(0.1, 7200),
      fade: number(0, 1),
    }),
    symmetry: object(fieldsJson(symmetryFields)),
    falloffs: list(object(fieldsJson(falloffFields)), 8),
    copies: object(fieldsJson(copiesFields)),
  });
  const groupLayer = object({
    kind: { const: 'group' },
    ...layerShape,
    ...fieldsJson(placeFields),
    clip: orNull(text(64)),
  });
  const tiedLayer = object({
    kind: { const: 'tied' },
    ...layerShape,
    ...fieldsJson(placeFields),
    source: id,
    delay: number(-5, 5),
  });
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Cyclogram film, version ${filmVersion}`,
    ...object({
      version: { const: filmVersion },
      title: text(200),
      width: { ...number(16, 8192), type: 'integer' },
      height: { ...number(16, 8192), type: 'integer' },
      fps: number(1, 120),
      length: orNull(number(0.1, mostSeconds)),
      background: object({ color, edgeColor: color, picture: orNull(text(64)) }),
      fades: object({
        picture: object(fieldsJson(pictureFadeFields)),
        sound: object(fieldsJson(fadeFields)),
      }),
      tracks: list(track, 64),
      ears: list(ear, 32),
      followers: list(follower, 64),
      beats: orNull(beats),
      pictures: list(object({ id, name: text(200), source }), 64),
      palettes: list(object({ id, name: text(200), stops, mix }), 64),
      paths: list(object({ id, name: text(200), shape: kindsJson(pathKinds) }), 512),
      layers: list({ oneOf: [figureLayer, groupLayer, tiedLayer] }, 256),
    }),
  };
}
