import { above, type Check, choicesOf, defaultsOf, record, type ValueOf, type Values } from '../../contract';
import { channelLabels } from '../audio/pcm';
import { maxBands, scaleKinds, scaleLabels } from '../spectrum/scales';
import { windowShapes } from '../spectrum/windows';
import {
  attackField,
  ceilingDb,
  ceilingPercent,
  floorDb,
  floorPercent,
  fromField,
  ms,
  releaseField,
  toField,
} from './soundFields';

const equalKinds = scaleKinds.filter((kind) => !['octave', 'notes', 'hand'].includes(kind));

/** A point of a weights curve. */
const weightRecord = record('weight', [
  {
    heading: 'Point',
    fields: [
      { kind: 'number', key: 'hz', label: 'Frequency', min: 1, max: 24000, step: 10, unit: 'Hz' },
      { kind: 'number', key: 'db', label: 'Gain', min: -96, max: 96, step: 1, unit: 'dB' },
    ],
  },
]);

/** That bands by hand have edges, and that these rise. */
const edgesRise: Check = {
  key: 'edges',
  problem({ edges, scale }: Values) {
    const all = edges as number[];
    const rising = all.every((edge, i) => i === 0 || edge > all[i - 1]!);
    return rising && (scale !== 'hand' || all.length > 1)
      ? undefined
      : 'must hold at least two frequencies, each above the one before';
  },
};

/** One way of listening, in the order in which people set it. Nothing of it is driven: it decides how much is heard. */
export const earRecord = record(
  'ear',
  [
    {
      heading: 'Source',
      fields: [
        { kind: 'id', key: 'id' },
        { kind: 'text', key: 'name', label: 'Name', maxLength: 200, line: true, default: '', hidden: true },
        {
          kind: 'list',
          key: 'tracks',
          label: 'Tracks',
          help: 'The tracks it analyses; none means all that are analysed by default.',
          of: { kind: 'reference', label: 'Track', to: 'tracks' },
          max: 64,
        },
        {
          kind: 'choice',
          key: 'channel',
          label: 'Channel',
          help: 'Mid is what left and right share, side what sets them apart. By power nothing cancels, at twice the work.',
          choices: choicesOf(channelLabels),
          default: 'mid',
          driven: false,
        },
        {
          kind: 'choice',
          key: 'part',
          label: 'Component',
          default: 'all',
          help: 'All of the sound, only its harmonic part (notes, voices), or only its percussive part (drums, picks).',
          choices: [
            { value: 'all', label: 'All' },
            { value: 'harmonic', label: 'Harmonic' },
            { value: 'percussive', label: 'Percussive' },
          ],
        },
      ],
    },
    {
      heading: 'Range',
      fields: [fromField, toField],
    },
    {
      heading: 'Bands',
      fields: [
        {
          kind: 'number',
          key: 'bands',
          label: 'Bands',
          default: 64,
          min: 1,
          max: 512,
          step: 1,
          unit: '',
          whole: true,
          shownWhen: { key: 'scale', is: equalKinds },
        },
        {
          kind: 'choice',
          key: 'scale',
          label: 'Scale',
          default: 'log',
          help: 'How the range is divided: equally in Hz, in octaves, or in a unit that follows hearing; into octave fractions or notes; or by hand.',
          choices: choicesOf(scaleLabels),
        },
        {
          kind: 'number',
          key: 'exponent',
          label: 'Exponent',
          default: 2,
          help: '1 is linear; more gives the low end more room.',
          min: 0.25,
          max: 8,
          step: 0.1,
          unit: '',
          shownWhen: { key: 'scale', is: ['power'] },
        },
        {
          kind: 'choice',
          key: 'fraction',
          label: 'Bands per octave',
          default: '3',
          choices: choicesOf({ '1': '1', '3': '3', '6': '6', '12': '12' }),
          shownWhen: { key: 'scale', is: ['octave'] },
        },
        {
          kind: 'number',
          key: 'a4',
          label: 'A4',
          default: 440,
          min: 400,
          max: 480,
          step: 1,
          unit: 'Hz',
          shownWhen: { key: 'scale', is: ['notes'] },
        },
        {
          kind: 'list',
          key: 'edges',
          label: 'Edges',
          help: 'Rising edges in Hz of bands by hand; not used otherwise.',
          of: { kind: 'number', label: 'Edge', min: 0, max: 24000, step: 1, unit: 'Hz' },
          max: maxBands + 1,
        },
        {
          kind: 'list',
          key: 'bandNames',
          label: 'Band names',
          help: 'Of bands by hand, in their order; may be fewer.',
          of: { kind: 'text', label: 'Name', maxLength: 200 },
          max: maxBands,
        },
        {
          kind: 'list',
          key: 'mutes',
          label: 'Muted bands',
          help: 'Indices of bands that give no mark.',
          of: { kind: 'number', label: 'Band', min: 0, max: maxBands - 1, step: 1, unit: '', whole: true },
          max: maxBands,
        },
      ],
    },
    {
      heading: 'Window',
      fields: [
        {
          kind: 'number',
          key: 'window',
          label: 'Length',
          default: 0.085,
          help: 'How much sound each transform takes in. A long one tells low notes apart, a short one is quick.',
          min: 0.01,
          max: 0.5,
          step: 5,
          ...ms,
        },
        {
          kind: 'choice',
          key: 'windowShape',
          label: 'Shape',
          default: 'hann',
          help: 'Hann suits most. Flat top reads levels most exactly, Blackman-Harris keeps loud tones out of quiet bands, rectangular resolves best and leaks most.',
          choices: choicesOf(windowShapes),
        },
        {
          kind: 'number',
          key: 'longWindow',
          label: 'Longest window',
          default: 0,
          help: 'Low bands too narrow for the window take a longer one, up to this. 0: all bands share one window.',
          min: 0,
          max: 0.5,
          step: 10,
          ...ms,
        },
      ],
    },
    {
      heading: 'Level',
      fields: [
        {
          kind: 'choice',
          key: 'limits',
          label: 'Level range',
          default: 'set',
          help: 'Floor and ceiling set in dB, or taken from the song itself, so that they suit another song too.',
          choices: [
            { value: 'set', label: 'Manual' },
            { value: 'fitted', label: 'Auto' },
          ],
        },
        {
          ...floorDb,
          key: 'floorDb',
          label: 'Floor',
          default: -62,
          help: 'Levels up to here count as silence.',
          shownWhen: { key: 'limits', is: ['set'] },
        },
        {
          ...ceilingDb,
          default: -22,
          help: 'Levels from here on count as full.',
          shownWhen: { key: 'limits', is: ['set'] },
        },
        {
          ...floorPercent,
          key: 'floorPercent',
          label: 'Floor',
          default: 35,
          help: 'This share of all levels in the song counts as silence.',
          shownWhen: { key: 'limits', is: ['fitted'] },
        },
        {
          ...ceilingPercent,
          default: 99.5,
          help: 'Only what lies above this share of all levels counts as full.',
          shownWhen: { key: 'limits', is: ['fitted'] },
        },
        {
          kind: 'choice',
          key: 'law',
          label: 'Level scale',
          default: 'db',
          help: 'What is spread evenly from floor to ceiling. dB shows quiet things, power only the loudest.',
          choices: [
            { value: 'db', label: 'Decibels' },
            { value: 'amplitude', label: 'Amplitude' },
            { value: 'power', label: 'Power' },
          ],
        },
        {
          kind: 'number',
          key: 'tiltDbPerOctave',
          label: 'Tilt',
          default: 2,
          help: 'Raises the high bands and lowers the low ones, around 1 kHz. 3 levels pink noise on a linear scale; on a logarithmic one it is level by itself.',
          min: -12,
          max: 12,
          step: 0.5,
          unit: 'dB/oct',
        },
        {
          kind: 'switch',
          key: 'aWeighting',
          label: 'A-weighting',
          default: false,
          help: 'Weighs levels as hearing does: less bass.',
        },
        {
          kind: 'list',
          key: 'weights',
          label: 'Weights',
          help: 'A curve of gains over frequency.',
          of: { kind: 'record', label: 'Point', of: weightRecord },
          max: 64,
        },
      ],
    },
    {
      heading: 'Smoothing',
      slot: 'compareSmoothing',
      fields: [
        {
          kind: 'choice',
          key: 'smoothing',
          label: 'Type',
          default: 'attackRelease',
          choices: [
            { value: 'attackRelease', label: 'Attack and release' },
            { value: 'average', label: 'Centred average' },
            { value: 'spring', label: 'Spring' },
            { value: 'none', label: 'None' },
          ],
        },
        {
          ...attackField,
          default: 0.01,
          help: 'Time in which a rising level goes 63 % of the way.',
          shownWhen: { key: 'smoothing', is: ['attackRelease'] },
        },
        {
          ...releaseField,
          default: 0.16,
          help: 'Time in which a falling level goes 63 % of the way.',
          shownWhen: { key: 'smoothing', is: ['attackRelease'] },
        },
        {
          kind: 'number',
          key: 'averageTime',
          label: 'Length',
          default: 0.1,
          help: 'The mean of so much sound around the moment: no lag, it looks ahead.',
          min: 0,
          max: 5,
          step: 10,
          ...ms,
          shownWhen: { key: 'smoothing', is: ['average'] },
        },
        {
          kind: 'number',
          key: 'springHz',
          label: 'Frequency',
          default: 4,
          help: 'How often the spring would swing in a second if left alone.',
          min: 0.1,
          max: 30,
          step: 0.5,
          unit: 'Hz',
          shownWhen: { key: 'smoothing', is: ['spring'] },
        },
        {
          kind: 'number',
          key: 'springDamping',
          label: 'Damping',
          default: 0.5,
          help: 'Below 1 it overshoots and swings, at 1 it just does not.',
          min: 0.02,
          max: 4,
          step: 0.05,
          unit: '',
          shownWhen: { key: 'smoothing', is: ['spring'] },
        },
        {
          kind: 'number',
          key: 'acrossBands',
          label: 'Band smoothing',
          default: 0,
          help: 'Each band is averaged with so many neighbours to each side.',
          min: 0,
          max: 32,
          step: 0.5,
          unit: '',
        },
      ],
    },
    {
      heading: 'Peaks',
      fields: [
        {
          kind: 'switch',
          key: 'peaks',
          label: 'Hold peaks',
          default: false,
          help: 'Keeps each band’s last peak for a while: shown here, and by figures with caps.',
        },
        {
          kind: 'number',
          key: 'peakHold',
          label: 'Hold time',
          default: 0.3,
          min: 0,
          max: 10,
          step: 50,
          ...ms,
          shownWhen: { key: 'peaks', is: [true] },
        },
        {
          kind: 'number',
          key: 'peakFall',
          label: 'Fall rate',
          default: 0.6,
          help: 'Share of the full level by which it falls each second after that.',
          min: 0.01,
          max: 20,
          step: 10,
          unit: '%/s',
          shownPer: 100,
          shownWhen: { key: 'peaks', is: [true] },
        },
      ],
    },
  ],
  [
    above('fromHz', 'toHz'),
    above('floorDb', 'ceilingDb'),
    above('floorPercent', 'ceilingPercent'),
    edgesRise,
  ],
);

export type Ear = ValueOf<typeof earRecord>;

/** The properties of an ear, by their headings. */
export const earFields = earRecord.groups;

/** What of an ear is not about the song: how a new ear is set. Suits most songs: the whole musical range, a little smoothed. */
export const earStandard: Omit<Ear, 'id' | 'name'> = (({ name: _, ...rest }) => rest)(
  defaultsOf(earRecord, { width: 0, height: 0 }),
);

export const defaultEar = (id: string, name = 'Whole song'): Ear => ({ ...earStandard, id, name });
