import { type Offer, type Size, sized } from '../../contract';
import type { Camera } from '../scene/camera';
import type { Light } from '../scene/light';
import type { Material } from '../scene/material';

/** A stage to begin with, with one body on it. */
export interface BodyOffer<Body extends object> {
  name: string;
  about: string;
  /** What of the body is not as in a new one. */
  body?: Partial<Body>;
  /** Lengths of it as shares of the picture's height. */
  heights?: { [Key in keyof Body]?: number };
  material?: Partial<Material>;
  camera?: Partial<Camera>;
  /** Lengths of the camera as shares of the picture's height. */
  cameraHeights?: { [Key in keyof Camera]?: number };
  light?: Partial<Light>;
}

/** What an offer makes of a stage. */
interface OfferedStage {
  bodies: object[];
  camera: object;
  light: object;
}

/** What of new ones a stage is made of. */
interface Standards {
  camera(size: Size): Camera;
  light(size: Size): Light;
}

/** What of a kind of body its offers need. */
export interface OfferingBody {
  offers: readonly BodyOffer<object>[];
  defaults(size: Size): { material: Material };
}

/** What a kind of body offers, as a stage. */
export const bodyOffers = ({ offers, defaults }: OfferingBody, standards: Standards): Offer<OfferedStage>[] =>
  offers.map(({ name, about, body, heights, material, camera, cameraHeights, light }) => ({
    heading: 'Depth',
    name,
    about,
    part({ size, first, newId }) {
      const plain = defaults(size);
      return {
        bodies: [
          {
            ...plain,
            ...('ear' in plain ? { ear: first.ear } : {}),
            ...sized(body, heights, size),
            id: newId('body'),
            material: { ...plain.material, ...material },
          },
        ],
        camera: { ...standards.camera(size), ...sized(camera, cameraHeights, size) },
        light: { ...standards.light(size), ...light },
      };
    },
  }));
