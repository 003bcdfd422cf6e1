import { record, type ValueOf } from '../../contract';
import {
  beatsRecord,
  earRecord,
  fadesRecord,
  followerRecord,
  frameRateRecord,
  maxSeconds,
  sectionRecord,
} from '../../sound';
import { finishRecord, layerKinds, paletteRecord, pathRecord } from '../../picture';
import { cordRecord } from '../drive/cord';
import { footageRecord, imageRecord, lookupRecord, trackRecord, typefaceRecord } from './track';

/** Version of the film format that this code reads and writes. */
export const filmVersion = 8;

const side = { kind: 'number', min: 16, max: 8192, step: 2, unit: 'px', whole: true, driven: false } as const;

/** A film: everything that is needed to draw and to play it, but the files. */
export const filmRecord = record('film', [
  {
    heading: 'Film',
    fields: [
      {
        kind: 'number',
        key: 'version',
        label: 'Version of the format',
        min: filmVersion,
        max: filmVersion,
        step: 1,
        unit: '',
        whole: true,
        hidden: true,
        driven: false,
      },
      { kind: 'text', key: 'title', label: 'Title', maxLength: 200, line: true, default: '', hidden: true },
      {
        kind: 'text',
        key: 'artist',
        label: 'Artist',
        help: 'For readouts in lettering.',
        maxLength: 200,
        line: true,
        default: '',
        driven: false,
      },
      {
        kind: 'text',
        key: 'recipe',
        label: 'Recipe',
        help: 'Id of the recipe that it was made by; empty for none.',
        maxLength: 64,
        line: true,
        default: '',
        hidden: true,
        driven: false,
      },
      {
        ...side,
        key: 'width',
        label: 'Width',
        help: 'In picture units; rendering in another size scales.',
        default: 1920,
      },
      { ...side, key: 'height', label: 'Height', default: 1080 },
      {
        kind: 'record',
        key: 'fps',
        label: 'Frame rate',
        help: 'Frames per second, as a fraction.',
        of: frameRateRecord,
      },
      {
        kind: 'number',
        key: 'length',
        label: 'Length',
        help: 'Unless set, as long as the longest track of the soundtrack.',
        min: 0.1,
        max: maxSeconds,
        step: 1,
        unit: 's',
        nullable: true,
        driven: false,
      },
      {
        kind: 'record',
        key: 'finish',
        label: 'Finish',
        help: 'What the whole picture goes through.',
        of: finishRecord,
      },
      { kind: 'record', key: 'fades', label: 'Fades', of: fadesRecord },
      list('tracks', 'Tracks', trackRecord, 64),
      list('ears', 'Ears', earRecord, 32),
      list('followers', 'Followers', followerRecord, 64),
      {
        kind: 'record',
        key: 'beats',
        label: 'Beats',
        help: 'Null until they are known.',
        of: beatsRecord,
        nullable: true,
      },
      list('sections', 'Sections', sectionRecord, 200),
      list('images', 'Images', imageRecord, 64),
      list('footage', 'Footage', footageRecord, 64),
      list('lookups', 'Look-up tables', lookupRecord, 32),
      list('typefaces', 'Typefaces', typefaceRecord, 32),
      list('palettes', 'Palettes', paletteRecord, 64),
      list('paths', 'Paths', pathRecord, 512),
      {
        kind: 'list',
        key: 'layers',
        label: 'Layers',
        help: 'Back to front.',
        of: { kind: 'kinds', label: 'Layer', of: () => layerKinds },
        max: 300,
      },
      list('cords', 'Cords', cordRecord, 4000),
    ],
  },
]);

export type Film = ValueOf<typeof filmRecord>;

function list<const Key extends string, const R>(key: Key, label: string, of: R, max: number) {
  return { kind: 'list', key, label, of: { kind: 'record', label, of }, max } as const;
}
