import archivoBlack from '@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff?url';
import bebasNeue from '@fontsource/bebas-neue/files/bebas-neue-latin-400-normal.woff?url';
import caveat from '@fontsource/caveat/files/caveat-latin-700-normal.woff?url';
import fraunces from '@fontsource/fraunces/files/fraunces-latin-600-normal.woff?url';
import righteous from '@fontsource/righteous/files/righteous-latin-400-normal.woff?url';

/** Where the typefaces are that ship with the application, by their names. */
export const shippedAddresses: Readonly<Record<string, string>> = {
  'Archivo Black': archivoBlack,
  'Bebas Neue': bebasNeue,
  Caveat: caveat,
  Fraunces: fraunces,
  Righteous: righteous,
};
