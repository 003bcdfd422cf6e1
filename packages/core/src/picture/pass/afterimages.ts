import { exact } from '../../contract';
import { angle, percent } from './passFields';
import { timePassKind } from './timePass';

/** What was drawn a little earlier, several times, fainter and fainter behind what is drawn now. */
export const afterimages = timePassKind({
  kind: 'afterimages',
  label: 'Afterimages',
  about: 'What was drawn earlier stays behind it, and fades',
  fields: [
    {
      kind: 'number',
      key: 'count',
      label: 'Count',
      min: 1,
      max: 24,
      step: 1,
      unit: '',
      whole: true,
      default: 6,
      driven: false,
    },
    {
      kind: 'number',
      key: 'interval',
      label: 'Interval',
      help: 'From each to the one before it.',
      min: 0.001,
      max: 2,
      step: 10,
      unit: 'ms',
      shownPer: 1000,
      default: 0.06,
      driven: false,
    },
    percent('opacity', 'Opacity', 0.7, { help: 'Of each, of the one in front of it.' }),
    {
      kind: 'point',
      key: 'shift',
      label: 'Shift',
      help: 'From each to the one behind it.',
      min: -2000,
      max: 2000,
      step: 1,
      unit: 'px',
      default: { x: 0, y: 0 },
    },
    {
      kind: 'number',
      key: 'scale',
      label: 'Scale',
      help: 'From each to the one behind it, around the middle of the picture.',
      min: 0.5,
      max: 2,
      step: 1,
      unit: '%',
      shownPer: 100,
      default: 1,
    },
    angle('rotation', 'Rotation', 0, { help: 'From each to the one behind it.' }),
  ],
  compose({ count, interval, opacity, shift, scale, rotation }, drawn, { size, together }) {
    const echoes = Array.from({ length: count }, (_, i) => count - i);
    return [
      ...echoes.flatMap((n) => {
        const faint = exact.pow(opacity, n);
        // Nobody sees less than this.
        if (faint < 1 / 512) return [];
        const [turn, grown] = [(n * rotation * Math.PI) / 180, exact.pow(scale, n)];
        const [a, b] = [grown * exact.cos(turn), grown * exact.sin(turn)];
        const [x, y] = [size.width / 2, size.height / 2];
        const [left, top] = [x - a * x + b * y + n * shift.x, y - b * x - a * y + n * shift.y];
        const matrix = [a, b, -b, a, left, top] as const;
        return [together(drawn(-n * interval), { opacity: faint, matrix })];
      }),
      ...drawn(0),
    ];
  },
  times: ({ count, interval }) => ({ back: count * interval, ahead: 0 }),
});
