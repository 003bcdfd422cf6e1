import { fieldGroups, ofHeight } from '../../contract';
import { bodyKind } from './bodyKind';

/** An image that stands on the stage. */
export const card = bodyKind({
  kind: 'card',
  label: 'Image card',
  about: 'An image that stands on the stage.',
  groups: fieldGroups([
    {
      heading: 'Image card',
      fields: [
        { kind: 'reference', key: 'image', label: 'Image', to: 'images', nullable: true },
        {
          kind: 'number',
          key: 'height',
          label: 'Height',
          min: 1,
          max: 100000,
          step: 10,
          unit: 'px',
          default: ofHeight(0.5),
        },
      ],
    },
  ]),
  material: { by: 'one', glow: 1, roughness: 1, stops: [{ id: 'low', at: 0, color: '#ffffff' }] },
  shapes({ image, height }, { moment }) {
    const size = image === null ? undefined : moment.assets.images.get(image);
    if (image === null || !size) return [];
    const [x, y] = [((height / size.height) * size.width) / 2, height / 2];
    return [
      {
        positions: Float32Array.of(-x, -y, 0, x, -y, 0, x, y, 0, -x, y, 0),
        faces: Uint32Array.of(0, 1, 2, 0, 2, 3),
        uvs: Float32Array.of(0, 1, 1, 1, 1, 0, 0, 0),
        image,
        closed: false,
        lit: false,
      },
    ];
  },
  offers: [],
});
