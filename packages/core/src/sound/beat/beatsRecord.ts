import { record, type ValueOf } from '../../contract';
import { maxSeconds } from '../timing/fades';

/** Tempo and beats, all equally long. */
export const beatsRecord = record('beats', [
  {
    heading: 'Beats',
    fields: [
      {
        kind: 'number',
        key: 'bpm',
        label: 'Tempo',
        min: 20,
        max: 400,
        step: 0.1,
        unit: 'BPM',
        driven: false,
      },
      {
        kind: 'number',
        key: 'first',
        label: 'First bar',
        help: 'A moment at which a bar begins.',
        min: -maxSeconds,
        max: maxSeconds,
        step: 0.01,
        unit: 's',
        default: 0,
        driven: false,
      },
      {
        kind: 'number',
        key: 'perBar',
        label: 'Beats per bar',
        min: 1,
        max: 32,
        step: 1,
        unit: '',
        whole: true,
        default: 4,
        driven: false,
      },
    ],
  },
]);
export type Beats = ValueOf<typeof beatsRecord>;
