import { blurGaussian } from '../../pixels';
import { distance, edgesField } from './passFields';
import { passKind, scaleOf } from './passKind';

/** Out of focus, by a Gaussian. */
export const blur = passKind({
  kind: 'blur',
  label: 'Gaussian blur',
  heading: 'Blur',
  about: 'Out of focus',
  light: 'encoded',
  form: 'pyramid',
  anySize: true,
  fields: [
    distance('radius', 'Radius', 12, { help: 'Standard deviation of the Gaussian.' }),
    edgesField('repeat'),
  ],
  margin: ({ radius, edges }) => (edges === 'clear' ? 3 * radius : 0),
  run(buffer, { radius, edges }, context) {
    blurGaussian(buffer, buffer, radius * scaleOf(context), edges);
  },
});
