import { layOutline, offsetField, outlineMargin, sideField, spreadFields } from './outline';
import { distance, percent } from './passFields';
import { passKind } from './passKind';

/** A shadow of what is drawn. */
export const contourShadow = passKind({
  kind: 'contourShadow',
  label: 'Contour shadow',
  heading: 'Light',
  about: 'A shadow of what is drawn, behind it or inside it',
  light: 'encoded',
  form: 'pyramid',
  fields: [
    sideField,
    { kind: 'color', key: 'color', label: 'Colour', default: '#000000' },
    percent('opacity', 'Opacity', 0.6),
    distance('softness', 'Feather', ({ height }) => Math.round(height * 0.01)),
    offsetField({ x: 6, y: 10 }),
    spreadFields[0],
  ],
  margin: outlineMargin,
  run: layOutline,
});
