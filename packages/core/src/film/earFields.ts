import type { FieldGroup } from '../property/field';
import { frequencyScales, scaleKinds } from '../spectrum/scales';

/** The properties of an ear that are a number or a choice, in the order in which people set them. */
export const earFields: readonly FieldGroup[] = [
  {
    heading: 'Range',
    fields: [
      { kind: 'number', key: 'fromHz', label: 'From', min: 1, max: 23900, step: 5, unit: 'Hz' },
      { kind: 'number', key: 'toHz', label: 'To', min: 2, max: 24000, step: 100, unit: 'Hz' },
    ],
  },
  {
    heading: 'Bands',
    fields: [
      { kind: 'number', key: 'bands', label: 'Bands', min: 1, max: 512, step: 1, unit: '', whole: true },
      {
        kind: 'choice',
        key: 'scale',
        label: 'Scale',
        help: 'How the range is divided: equally in Hz, in octaves, or in mel, which follows the ear.',
        choices: scaleKinds.map((value) => ({ value, label: frequencyScales[value].label })),
      },
      {
        kind: 'number',
        key: 'window',
        label: 'Window',
        help: 'How much sound one look takes in. Long tells low notes apart, short is quick.',
        min: 0.002,
        max: 0.68,
        step: 5,
        unit: 'ms',
        shownPer: 1000,
      },
    ],
  },
  {
    heading: 'Level',
    fields: [
      {
        kind: 'number',
        key: 'floorDb',
        label: 'Floor',
        help: 'Levels up to here count as silence.',
        min: -160,
        max: 20,
        step: 1,
        unit: 'dB',
      },
      {
        kind: 'number',
        key: 'ceilingDb',
        label: 'Ceiling',
        help: 'Levels from here on count as full.',
        min: -159,
        max: 40,
        step: 1,
        unit: 'dB',
      },
      {
        kind: 'number',
        key: 'tiltDbPerOctave',
        label: 'Tilt',
        help: 'Raises the high bands and lowers the low ones, around 1 kHz. 3 makes pink noise level.',
        min: -12,
        max: 12,
        step: 0.5,
        unit: 'dB/oct',
      },
    ],
  },
  {
    heading: 'Smoothing',
    fields: [
      {
        kind: 'number',
        key: 'attack',
        label: 'Attack',
        help: 'Time in which a rising level goes 63 % of the way.',
        min: 0,
        max: 5,
        step: 5,
        unit: 'ms',
        shownPer: 1000,
      },
      {
        kind: 'number',
        key: 'release',
        label: 'Release',
        help: 'Time in which a falling level goes 63 % of the way.',
        min: 0,
        max: 10,
        step: 10,
        unit: 'ms',
        shownPer: 1000,
      },
    ],
  },
];
