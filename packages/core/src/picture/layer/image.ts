import { fieldGroups } from '../../contract';
import { boxFields, cropGroup, imageInBox } from './imageBox';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

export const imageLayerRecord = layerRecord(
  'image',
  fieldGroups([
    {
      heading: 'Image',
      fields: [
        { kind: 'reference', key: 'image', label: 'Image', to: 'images', nullable: true },
        ...boxFields,
      ],
    },
    cropGroup,
  ]),
);

/** An image in a box. */
export const imageLayer: LayerKind<'image', typeof imageLayerRecord> = {
  kind: 'image',
  label: 'Image',
  icon: 'image',
  offers: [
    {
      heading: 'Layers',
      name: 'Image',
      about: 'A picture file in a box',
      icon: 'image',
      part: ({ first }) => ({ image: first.image }),
    },
    {
      heading: 'Background',
      name: 'Image',
      about: 'A picture file behind all layers',
      icon: 'image',
      behind: true,
      part: ({ first }) => ({ name: 'Background image', backdrop: true, image: first.image }),
    },
  ],
  record: imageLayerRecord,
  content: (layer, { film }) =>
    layer.image === null ? { operations: [] } : imageInBox(layer.image, layer, film),
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};
