/** Files of a film's images, by the images' ids. */
export type FilmImages = Record<string, string>;
