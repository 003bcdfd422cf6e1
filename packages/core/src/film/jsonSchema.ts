import { channelKinds } from '../audio/pcm';
import { copiesFields } from '../figure/copies';
import { figureKinds } from '../figure/registry';
import { pathKinds } from '../path/registry';
import { blendModeKinds } from '../picture/blend';
import type { Field, FieldGroup } from '../property/field';
import { mostBands } from '../spectrum/scales';
import { earFields } from './earFields';
import { followerFields } from './followerFields';
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

function fieldJson(field: Field): Json {
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
  const layer = object({
    id,
    kind: { const: 'figure' },
    name: text(200),
    visible: { type: 'boolean' },
    opacity: number(0, 1),
    blend: oneOf(blendModeKinds),
    ear: id,
    path: kindsJson(pathKinds),
    figure: kindsJson(figureKinds),
    copies: object(fieldsJson(copiesFields)),
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
      background: object({ color, edgeColor: color }),
      tracks: list(track, 64),
      ears: list(ear, 32),
      followers: list(follower, 64),
      beats: orNull(beats),
      layers: list(layer, 256),
    }),
  };
}
