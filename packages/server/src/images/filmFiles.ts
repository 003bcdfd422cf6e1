/** Files that a film is drawn with. */
export interface FilmFiles {
  /** Paths of its images, by their ids. */
  images: Record<string, string>;
  /** Copies of its footage, and what is known of them, by their ids. */
  footage: Record<string, { copy: string; infoPath: string }>;
  /** Paths of its own typefaces, by their names. */
  typefaces: Record<string, string>;
}
