import { layOutline, offsetField, outlineMargin, sideField, spreadFields } from './outline';
import { distance, percent } from './passFields';
import { passKind } from './passKind';

/** Light along the outline of what is drawn. */
export const contourGlow = passKind({
  kind: 'contourGlow',
  label: 'Contour glow',
  heading: 'Light',
  about: 'Light along the outline of what is drawn',
  light: 'encoded',
  form: 'pyramid',
  fields: [
    sideField,
    { kind: 'color', key: 'color', label: 'Colour', default: '#ffb45a' },
    percent('opacity', 'Opacity', 0.9),
    distance('softness', 'Feather', ({ height }) => Math.round(height * 0.014)),
    spreadFields[0],
    { ...offsetField({ x: 0, y: 0 }), rare: true },
  ],
  margin: outlineMargin,
  run: layOutline,
});
