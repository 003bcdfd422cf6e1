import { choicesOf, fieldGroups } from '../../contract';
import { maxSeconds, usedPartFields } from '../../sound';
import { footageTime, frameIndexAt, frameKey } from '../footage/footage';
import { boxGroups, imageInBox } from './imageBox';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

const seconds = { kind: 'number', min: 0, max: maxSeconds, step: 0.1, unit: 's', driven: false } as const;

export const footageLayerRecord = layerRecord(
  'footage',
  fieldGroups([
    {
      heading: 'Footage',
      fields: [
        {
          kind: 'reference',
          key: 'footage',
          label: 'Footage',
          help: 'A video file. A cord with steps changes it on every beat, bar or hit.',
          to: 'footage',
          nullable: true,
        },
        { ...seconds, key: 'start', label: 'Start', help: 'Where in the film it begins.', default: 0 },
        ...usedPartFields,
        {
          kind: 'number',
          key: 'speed',
          label: 'Speed',
          help: 'Below 0 it runs backwards.',
          min: -16,
          max: 16,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: 1,
          driven: false,
        },
        {
          kind: 'choice',
          key: 'repeat',
          label: 'End behaviour',
          choices: choicesOf({
            once: 'Hide',
            hold: 'Freeze',
            loop: 'Loop',
            bounce: 'Ping-pong',
          }),
          default: 'loop',
          driven: false,
        },
      ],
    },
    ...boxGroups,
  ]),
);

/** A video file in a box: at every moment of the film the frame that belongs there. */
export const footageLayer: LayerKind<'footage', typeof footageLayerRecord> = {
  kind: 'footage',
  label: 'Footage',
  icon: 'footage',
  offers: [
    {
      heading: 'Layers',
      name: 'Footage',
      about: 'A video file in a box',
      icon: 'footage',
      behind: true,
      part: ({ first }) => ({ backdrop: true, footage: first.footage }),
    },
    {
      heading: 'Background',
      name: 'Footage',
      about: 'A video file behind all layers',
      icon: 'footage',
      behind: true,
      part: ({ first }) => ({ name: 'Background footage', backdrop: true, footage: first.footage }),
    },
  ],
  record: footageLayerRecord,
  content(layer, { assets, film, t }) {
    const info = layer.footage === null ? undefined : assets.footage.get(layer.footage);
    if (!info || layer.footage === null) return { operations: [] };
    const out = Math.min(layer.out ?? info.duration, info.duration);
    const time = footageTime({ ...layer, in: Math.min(layer.in, out), out }, t);
    if (time === undefined) return { operations: [] };
    return imageInBox(frameKey(layer.footage, frameIndexAt(info.times, time)), layer, film);
  },
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};
