import type { CompanionFont } from '@cyclogram/core';
import archivoBlack from '@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff?url';
import bebasNeue from '@fontsource/bebas-neue/files/bebas-neue-latin-400-normal.woff?url';
import caveat from '@fontsource/caveat/files/caveat-latin-700-normal.woff?url';
import fraunces from '@fontsource/fraunces/files/fraunces-latin-600-normal.woff?url';
import archivoBlackMore from '@fontsource/archivo-black/files/archivo-black-latin-ext-400-normal.woff?url';
import bebasNeueMore from '@fontsource/bebas-neue/files/bebas-neue-latin-ext-400-normal.woff?url';
import caveatMore from '@fontsource/caveat/files/caveat-latin-ext-700-normal.woff?url';
import caveatCyrillic from '@fontsource/caveat/files/caveat-cyrillic-700-normal.woff?url';
import frauncesMore from '@fontsource/fraunces/files/fraunces-latin-ext-600-normal.woff?url';
import frauncesVietnamese from '@fontsource/fraunces/files/fraunces-vietnamese-600-normal.woff?url';
import righteousMore from '@fontsource/righteous/files/righteous-latin-ext-400-normal.woff?url';
import righteous from '@fontsource/righteous/files/righteous-latin-400-normal.woff?url';

/** Where the typefaces are that ship with the application, by their names. */
export const shippedAddresses: Readonly<Record<string, string>> = {
  'Archivo Black': archivoBlack,
  'Bebas Neue': bebasNeue,
  Caveat: caveat,
  Fraunces: fraunces,
  Righteous: righteous,
};

/** Where the fonts are that characters are taken from that a typeface lacks. */
export const companionAddresses: Readonly<Record<CompanionFont, string>> = {
  archivoBlack,
  archivoBlackMore,
  bebasNeueMore,
  caveatMore,
  caveatCyrillic,
  frauncesMore,
  frauncesVietnamese,
  righteousMore,
};
