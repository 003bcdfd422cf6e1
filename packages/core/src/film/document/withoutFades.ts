import { fadesStandard, spanStandard } from '../../sound';
import type { Layer } from '../../picture';
import type { Film } from './film';

/** The layer as if it were shown all the time. */
const always = (layer: Layer): Layer => ({ ...layer, span: spanStandard });

/** The film with everything shown all the time, for looking at its layers wherever it is loud. */
export const withoutFades = (film: Film): Film => ({
  ...film,
  fades: fadesStandard,
  layers: film.layers.map(always),
});
