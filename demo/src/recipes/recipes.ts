import { defaultFilm, type Film } from '@cyclogram/core';
import { footageWaveform } from './footageWaveform';
import { globe } from './globe';
import { letters } from './letters';
import { pierLights } from './pierLights';
import { rings } from './rings';
import { strait } from './strait';

/** A recipe that comes along: a look for any song. */
export interface ShippedRecipe {
  id: string;
  name: string;
  note: string;
  /** Whether it shows the harbour at night. */
  needsFootage?: true;
  /** @param harbour SHA-256 of that footage */
  make(harbour: string): Film;
}

/** An empty film to make a recipe of. */
function blank(): Film {
  const film = defaultFilm('');
  return { ...film, ears: [], layers: [], paths: [], cords: [] };
}

export const shippedRecipes: readonly ShippedRecipe[] = [
  {
    id: 'pier-lights',
    name: 'Pier lights',
    note: 'Bars over a wet floor that mirrors them, cool and sharp.',
    make: () => pierLights(blank()),
  },
  {
    id: 'rings',
    name: 'Rings',
    note: 'A layered ring in embers: bars, caps, needles and sparks.',
    make: () => rings(blank()),
  },
  {
    id: 'strait',
    name: 'Strait',
    note: 'A slow flight over land that the song raises.',
    make: () => strait(blank()),
  },
  {
    id: 'globe',
    name: 'Globe',
    note: 'A globe of spikes above a ring of pillars.',
    make: () => globe(blank()),
  },
  {
    id: 'letters',
    name: 'Letters',
    note: 'The title, each letter listening to its own part of the sound.',
    make: () => letters(blank()),
  },
  {
    id: 'footage-waveform',
    name: 'Night harbour',
    note: 'A quiet waveform over footage; put your own video in its place.',
    needsFootage: true,
    make: (harbour) => footageWaveform(blank(), harbour),
  },
];
