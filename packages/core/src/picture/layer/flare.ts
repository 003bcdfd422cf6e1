import {
  choicesOf,
  fieldGroups,
  type Offer,
  type Point,
  seeded,
  seedField,
  someOf,
  type ValueOf,
} from '../../contract';
import { flareDesigns, type FlareDesign } from '../flare/designs';
import { percent } from '../pass/passFields';
import { channelsOf } from '../pass/passKind';
import { spritesOf, type Sprite } from '../display/operation/sprites';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

/** Of what its design says. */
const times = <const Key extends string>(
  key: Key,
  label: string,
  standard: number,
  part: { max?: number; help?: string } = {},
) => percent(key, label, standard, { max: 4, ...part });

export const flareLayerRecord = layerRecord(
  'flare',
  fieldGroups([
    {
      heading: 'Flare',
      fields: [
        {
          kind: 'choice',
          key: 'design',
          label: 'Design',
          choices: choicesOf(flareDesigns),
          default: 'beacon',
          driven: false,
        },
        {
          kind: 'point',
          key: 'position',
          label: 'Position',
          help: 'Of the light. Its reflections stand on the line through the middle of the picture.',
          min: -20000,
          max: 20000,
          step: 10,
          unit: 'px',
          default: ({ width, height }) => ({ x: width * 0.3, y: height * 0.32 }),
        },
        times('brightness', 'Brightness', 1),
        times('size', 'Size', 1),
        { kind: 'color', key: 'tint', label: 'Tint', default: '#ffe3b8' },
        times('softness', 'Feather', 0.4, { max: 1 }),
        {
          kind: 'number',
          key: 'rotation',
          label: 'Flare rotation',
          min: -36000,
          max: 36000,
          step: 5,
          unit: '°',
          default: 0,
        },
      ],
    },
    {
      heading: 'Parts',
      fields: [
        times('core', 'Core', 1),
        times('halo', 'Halo', 1),
        times('streak', 'Streak', 1),
        times('rings', 'Rings', 1),
        times('rays', 'Rays', 1),
        times('reflections', 'Reflections', 1),
        times('spread', 'Reflection spread', 1, { help: 'How far they stand apart.' }),
        { ...seedField, help: 'Changes the random pattern of reflections.', rare: true },
      ],
    },
  ]),
);
export type FlareLayer = { kind: 'flare' } & ValueOf<typeof flareLayerRecord>;

/** A light that the lens shows more of than there is. */
export const flareLayer: LayerKind<'flare', typeof flareLayerRecord> = {
  kind: 'flare',
  label: 'Flare',
  icon: 'sun',
  get offers() {
    return someOf(
      (Object.keys(flareDesigns) as FlareLayer['design'][]).map((design): Offer<Partial<FlareLayer>> => ({
        heading: 'Particles and flares',
        name: flareDesigns[design].label,
        about: 'A flare',
        bright: true,
        part: () => ({ blend: 'add', design }),
      })),
    );
  },
  record: flareLayerRecord,
  content(layer, { film }) {
    if (layer.brightness <= 0 || layer.size <= 0) return { operations: [] };
    return { operations: [spritesOf(flareSprites(layer, film), true)] };
  },
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};

/** Everything that a flare is drawn of. */
export function flareSprites(layer: FlareLayer, film: { width: number; height: number }): Sprite[] {
  const design: FlareDesign = flareDesigns[layer.design];
  // As large as it is bright: light that is twice as strong is seen about as much farther as its root.
  const unit = film.height * layer.size * Math.sqrt(Math.min(layer.brightness, 4));
  const turn = (layer.rotation * Math.PI) / 180;
  const light = Math.min(1, layer.brightness);
  const tint = channelsOf(layer.tint);
  const centre = { x: film.width / 2, y: film.height / 2 };
  const at = (part: Partial<Sprite> & Pick<Sprite, 'form' | 'across' | 'opacity'>): Sprite => ({
    ...{ x: layer.position.x, y: layer.position.y, down: part.across, rotation: turn, corners: 6 },
    softness: 0.3,
    color: tint,
    ...part,
  });
  const all: Sprite[] = [];
  for (const part of design.parts) {
    const strength = part.strength * light * layer[part.of];
    if (strength <= 0) continue;
    const mixed = part.color ? mixedWith(part.color, tint) : tint;
    const across = part.size * unit;
    const shape: Sprite = at({
      form: part.form,
      across,
      down: across * (part.flat ?? 1),
      opacity: Math.min(1, strength),
      color: mixed,
      corners: part.corners ?? 6,
      softness: part.form === 'rays' || part.form === 'ring' ? (part.width ?? 0.3) : layer.softness,
      rotation: turn + ((part.angle ?? 0) * Math.PI) / 180,
    });
    all.push(shape);
  }
  return [...all, ...reflections(layer, design, centre, unit, light, at)];
}

type MakeSprite = (part: Partial<Sprite> & Pick<Sprite, 'form' | 'across' | 'opacity'>) => Sprite;

/** A row of pale shapes on the line from the light through the middle. */
function reflections(
  layer: FlareLayer,
  { reflections: row }: FlareDesign,
  centre: Point,
  unit: number,
  light: number,
  at: MakeSprite,
): Sprite[] {
  if (!row || layer.reflections <= 0) return [];
  const tint = channelsOf(layer.tint);
  return Array.from({ length: row.count }, (_, i) => {
    const chance = (what: number) => seeded(layer.seed * 17 + what, i);
    // From the light on, past the middle, to as far on the other side.
    const share = (0.25 + (1.75 * (i + chance(1))) / row.count) * layer.spread;
    const hue = row.colors[i % row.colors.length]!;
    return at({
      x: layer.position.x + (centre.x - layer.position.x) * share,
      y: layer.position.y + (centre.y - layer.position.y) * share,
      form: row.forms[Math.floor(chance(2) * row.forms.length)]!,
      across: unit * row.size * (0.25 + 1.5 * chance(3) * chance(4)),
      down: unit * row.size * (0.25 + 1.5 * chance(3) * chance(4)),
      opacity: Math.min(1, light * layer.reflections * row.strength * (0.35 + 0.65 * chance(5))),
      color: mixedWith(hue, tint),
      softness: Math.max(0.08, layer.softness * 0.8),
    });
  });
}

/** A colour seen through another. */
const mixedWith = (color: string, tint: readonly number[]): [number, number, number] => {
  const own = channelsOf(color);
  return [0, 1, 2].map((i) => own[i]! * (0.35 + 0.65 * tint[i]!)) as [number, number, number];
};
