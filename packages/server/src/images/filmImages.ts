/** Files of a film's pictures, by the pictures' ids. */
export type FilmImages = Record<string, string>;
