import { angleConvention, cos, sin } from '../../contract';
import { putLinesTask } from '../../pixels';
import { angle, distance, percent } from './passFields';
import { passKind, pixelOf, rotationOf, scaleOf } from './passKind';

/** Dark lines, side by side. */
export const scanLines = passKind({
  kind: 'scanLines',
  label: 'Scan lines',
  heading: 'Texture',
  about: 'Dark lines, side by side',
  light: 'encoded',
  form: 'point',
  fields: [
    percent('opacity', 'Opacity', 0.4),
    distance('period', 'Distance', 6, { min: 0.5, max: 1000 }),
    percent('thickness', 'Thickness', 0.5, { help: 'Of the distance.' }),
    percent('softness', 'Feather', 0.5),
    angle('angle', 'Angle', 0, { help: angleConvention }),
    distance('drift', 'Drift', 0, { min: -4000, help: 'So far in a second.' }),
  ],
  run(buffer, { opacity, period, thickness, softness, angle, drift }, context) {
    if (opacity <= 0) return;
    const scale = scaleOf(context);
    const turn = ((angle % 360) * Math.PI) / 180 + rotationOf(context) + Math.PI / 2;
    const [x, y] = [cos(turn), sin(turn)];
    const start = pixelOf(context, { x: 0, y: 0 });
    const pixels = period * scale;
    const task = putLinesTask(buffer.code.memory.buffer, {
      x,
      y,
      offset: start.x * x + start.y * y + ((drift * context.t) % period) * scale,
      period: pixels,
      thickness: thickness * pixels,
      // At least a pixel, so that lines are not jagged.
      softness: Math.max(1, softness * pixels),
      opacity,
    });
    buffer.point('scanLines', task, { cost: 2 });
  },
});
