import { averageAround } from './average';
import { angle, centreField, edgesField } from './passFields';
import { passKind, pixelOf } from './passKind';

/** Drawn out around a point. */
export const rotationBlur = passKind({
  kind: 'rotationBlur',
  label: 'Rotation blur',
  heading: 'Blur',
  about: 'Drawn out around a point',
  light: 'encoded',
  form: 'pyramid',
  anySize: true,
  fields: [angle('angle', 'Angle', 12), centreField, edgesField('repeat')],
  margin: ({ edges }) => (edges === 'clear' ? Infinity : 0),
  run(buffer, { angle, centre, edges }, context) {
    const whole = Math.min(Math.abs(angle), 360) * (Math.PI / 180);
    if (whole < 1e-4) return;
    buffer.become(
      averageAround(buffer, buffer, pixelOf(context, centre), {
        from: { scale: 1, turn: -whole / 2 },
        to: { scale: 1, turn: whole / 2 },
        edges,
      }),
    );
  },
});
