import { addLight, brightFields, takeBright } from './brightness';
import { centreField, percent } from './passFields';
import { passKind, pixelOf } from './passKind';
import { averageAround } from './average';

/** Bright parts are drawn out from a point. */
export const rays = passKind({
  kind: 'rays',
  label: 'Rays',
  heading: 'Light',
  about: 'Bright parts are drawn out from a point',
  light: 'linear',
  form: 'pyramid',
  fields: [
    brightFields[0],
    brightFields[1],
    percent('length', 'Length', 0.4, { help: 'How far they reach, of the distance to the centre.', max: 4 }),
    brightFields[2],
    brightFields[3],
    centreField,
  ],
  margin: () => Infinity,
  run(buffer, settings, context) {
    if (settings.strength <= 0 || settings.length <= 0) return;
    const block = Math.min(buffer.width, buffer.height) >= 240 ? 4 : 2;
    const light = takeBright(buffer, settings, block);
    const { x, y } = pixelOf(context, settings.centre);
    const centre = { x: (x + 0.5) / block - 0.5, y: (y + 0.5) / block - 0.5 };
    // From where it is to further out: a pixel shows what lies nearer to the centre.
    const drawn = averageAround(buffer, light, centre, {
      from: { scale: 1, turn: 0 },
      to: { scale: 1 / (1 + settings.length), turn: 0 },
      edges: 'clear',
    });
    addLight(buffer, drawn, block, settings);
  },
});
