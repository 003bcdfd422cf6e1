import { type Json, mapList } from './json';

const fade4: Json = { fadeIn: 0, fadeOut: 0, curve: 'smooth' };

/** In version 3 everything was shown from beginning to end. */
export const fromVersion3 = (film: Json): Json => ({
  ...film,
  version: 4,
  fades: { picture: { ...fade4, color: '#000000' }, sound: fade4 },
  layers: mapList(film['layers'], (layer) => ({ ...layer, span: { from: 0, to: null, ...fade4 } })),
});
