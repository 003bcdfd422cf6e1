import { defaultsOf, type IconName, type Offer } from '../../contract';
import { paintRecord, plainPaint } from '../palette/paintRecord';

/** Units from top to bottom of a sign. */
const tall = 200;

/** A sign of a player: a shape like any other, low in the picture. @param data its outline, around 0, 0 */
const sign = (name: string, icon: IconName, data: string): Offer => ({
  heading: 'Signs',
  name,
  about: `The sign for ${name.toLowerCase()}`,
  icon,
  path({ width, height }) {
    const scale = (height * 0.06) / tall;
    return {
      kind: 'svg',
      shape: { data, lines: 'all' },
      place: { position: { x: width / 2, y: Math.round(height * 0.88) }, scale: { x: scale, y: scale } },
    };
  },
  part: ({ size }) => ({ fill: { ...defaultsOf(paintRecord, size), ...plainPaint('#fff4e2') } }),
});

export const playerSigns: readonly Offer[] = [
  sign('Play', 'play', 'M-75 -100L100 0L-75 100Z'),
  sign('Pause', 'pause', 'M-80 -100H-25V100H-80ZM25 -100H80V100H25Z'),
  sign('Stop', 'stop', 'M-85 -85H85V85H-85Z'),
  sign('Skip forward', 'skipForward', 'M-90 -100L55 0L-90 100ZM60 -100H95V100H60Z'),
  sign('Skip back', 'skipBack', 'M90 -100L-55 0L90 100ZM-60 -100H-95V100H-60Z'),
];
