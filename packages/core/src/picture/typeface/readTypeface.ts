/** What reads typefaces: apart from the rest, for it is loaded when the first text is set. */
export { missingLetters, readFont, textToData, type Font } from '../path/textToData';
export { openTypeface } from './openTypeface';
