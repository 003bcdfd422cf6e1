import { above, type Check, defaultsOf, record, type ValueOf, type Values } from '../../contract';
import { maxSeconds, usedPartFields } from '../../sound';

/** That a source says in exactly one way where something is. */
const oneSource: Check = {
  key: 'asset',
  problem: ({ asset, path }: Values) =>
    (asset === undefined) === (path === undefined) ? 'or path must be given, and not both' : undefined,
};

/** Where a file is: with the server, by its SHA-256, or beside the film, by a path. */
export const sourceRecord = record(
  'source',
  [
    {
      heading: 'Source',
      fields: [
        {
          kind: 'text',
          key: 'asset',
          label: 'SHA-256',
          help: 'Of a file that the server has taken in.',
          maxLength: 64,
          line: true,
          pattern: {
            expression: /^[0-9a-f]{64}$/,
            message: '${path} must be a SHA-256 in lower-case hex',
          },
          optional: true,
          hidden: true,
        },
        {
          kind: 'text',
          key: 'path',
          label: 'Path',
          help: 'Of a file, relative to the film’s.',
          maxLength: 4096,
          line: true,
          pattern: { expression: /./, message: '${path} must name a file' },
          optional: true,
          hidden: true,
        },
      ],
    },
  ],
  [oneSource],
);
export type Source = ValueOf<typeof sourceRecord>;

const seconds = { kind: 'number', min: 0, max: maxSeconds, step: 0.1, unit: 's', driven: false } as const;

/** One audio file placed in the film: the song, or one of its instruments. */
export const trackRecord = record(
  'track',
  [
    {
      heading: 'Track',
      fields: [
        { kind: 'id', key: 'id' },
        { kind: 'text', key: 'name', label: 'Name', maxLength: 200, line: true, default: '', hidden: true },
        { kind: 'record', key: 'source', label: 'Source', of: sourceRecord },
        {
          kind: 'switch',
          key: 'soundtrack',
          label: 'In the soundtrack',
          help: 'Whether it is in the sound of the film, as played and as rendered.',
          default: true,
          driven: false,
        },
        {
          kind: 'switch',
          key: 'analysed',
          label: 'Analysed by default',
          help: 'Whether ears without tracks of their own analyse it.',
          default: true,
          driven: false,
        },
        {
          kind: 'number',
          key: 'gain',
          label: 'Gain',
          min: -60,
          max: 24,
          step: 1,
          unit: 'dB',
          default: 0,
          driven: false,
        },
        {
          ...seconds,
          key: 'start',
          label: 'Start',
          help: 'Where in the film the track begins.',
          default: 0,
        },
        ...usedPartFields,
      ],
    },
  ],
  [above('in', 'out')],
);
export type Track = ValueOf<typeof trackRecord>;

/** A track from the start of the film, all of it, at its own level. */
export const defaultTrack = (id: string, name: string, source: Source): Track => ({
  ...defaultsOf(trackRecord, { width: 0, height: 0 }),
  id,
  name,
  source,
});

/** Describes a file that was brought in. @param name of the record */
const fileRecord = (name: string, label: string, nameLength = 200) =>
  record(name, [
    {
      heading: label,
      fields: [
        { kind: 'id', key: 'id' },
        {
          kind: 'text',
          key: 'name',
          label: 'Name',
          maxLength: nameLength,
          line: true,
          default: '',
          hidden: true,
        },
        { kind: 'record', key: 'source', label: 'Source', of: sourceRecord },
      ],
    },
  ]);

/** An image file that was brought in. */
export const imageRecord = fileRecord('image', 'Image');
export type FilmImage = ValueOf<typeof imageRecord>;

/** A table of colours that was brought in, kept as an image: see pass/lookupImage.ts. */
export const lookupRecord = fileRecord('lookup', 'Look-up table');
export type FilmLookup = ValueOf<typeof lookupRecord>;

/** A video file that was brought in. */
export const footageRecord = fileRecord('footage', 'Footage');
export type FilmFootage = ValueOf<typeof footageRecord>;

/** A typeface that was brought in as a file; layers name it by its name. */
export const typefaceRecord = fileRecord('typeface', 'Typeface', 100);
export type FilmTypeface = ValueOf<typeof typefaceRecord>;
