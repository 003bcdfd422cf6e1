import type { Fades, FilmSound, FrameRate } from '../../sound';
import type { Finish } from '../pass/finish';
import type { AnyLayer } from '../layer/layerRecord';
import type { FilmPath } from '../path/filmPath';
import type { Palette } from '../palette/palette';

/** What drawing sees of a film: what it is of, and how it came about, is not its business. */
export interface ShownFilm extends FilmSound {
  readonly title: string;
  readonly artist: string;
  /** Picture units. */
  readonly width: number;
  readonly height: number;
  readonly fps: FrameRate;
  readonly palettes: readonly Palette[];
  readonly paths: readonly FilmPath[];
  /** Back to front. */
  readonly layers: readonly AnyLayer[];
  readonly finish: Finish;
  readonly fades: Fades;
}
