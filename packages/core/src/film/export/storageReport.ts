/** What takes space where films are kept, in bytes: what the server says and the interface shows. */
export interface StorageReport {
  free: number;
  /** Whether so little is free that work may be lost. */
  nearlyFull: boolean;
  /** Of all films that are not deleted, the largest first. A file counts for each film that uses it. */
  films: { id: string; title: string; bytes: number }[];
  /** Finished videos. */
  renders: number;
  /** Films and renders in the bin, with what only they use. */
  bin: number;
  /** Files that nothing refers to any more. */
  unused: number;
  /** Sounds, images, footage and typefaces altogether. */
  files: number;
  /** Days for which the bin, and files that nothing refers to, are kept. */
  keptDays: number;
}
