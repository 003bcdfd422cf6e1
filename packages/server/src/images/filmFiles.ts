/** Files that a film is drawn with. */
export interface FilmFiles {
  /** Paths of its images, by their ids. */
  images: Record<string, string>;
  /** Paths of its own typefaces, by their names. */
  typefaces: Record<string, string>;
}

export const noFiles: FilmFiles = { images: {}, typefaces: {} };
