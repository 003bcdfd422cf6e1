import { defaultEar } from '../ear/ear';
import type { Beats } from '../beat/beatsRecord';
import type { Section } from './section';
import { BandListener } from '../hearing/bandListener';
import type { SongListener } from '../hearing/songListener';
import { featureRate, featuresOf, findChanges, namesOf, type Change, type Features } from './novelty';

/** What listens to a song for its sections: a usual ear of few bands. */
export const sectionListener = (lengthSamples: number): BandListener =>
  new BandListener(
    { ...defaultEar('sections'), bands: 32, scale: 'mel', fromHz: 30, toHz: 14000 },
    'mid',
    lengthSamples,
  );

/** Where a song changes, and how it sounds in between: what sections are suggested from. It travels between threads. */
export interface SongChanges {
  features: Features;
  /** In the order of their times. */
  changes: readonly Change[];
  /** End of the film in seconds. */
  end: number;
}

/** Changes of a song that was listened to, from its start on. @param end of the film in seconds */
export function songChanges(
  { db, bands, rate }: Pick<BandListener, 'db' | 'bands'> & Pick<SongListener, 'rate'>,
  end: number,
): SongChanges {
  const features = featuresOf(db, bands, rate, featureRate);
  const changes = findChanges(features).filter(({ time }) => time > 0.5 && time < end - 0.5);
  return { features, changes, end };
}

/** Changes that stand out are at least so strong, as a share of the strongest. */
const standingOut = 0.45;

/** How many sections a song is suggested to have unless something else is asked for: as many as there are changes that stand out. */
export function usualCount({ changes }: SongChanges): number {
  const max = changes.reduce((strongest, { strength }) => Math.max(strongest, strength), 0);
  return 1 + changes.filter(({ strength }) => strength >= standingOut * max).length;
}

/** How many sections there can be. */
export const maxSections = ({ changes }: SongChanges): number => 1 + changes.length;

/**
 * Sections of a song: between its strongest changes. Borders go to the nearest bar, or where none is near to the nearest beat.
 * Parts that sound alike have the same name.
 * @param count how many sections there are to be: from coarse to fine each one more splits one of those before
 */
export function suggestSections(
  song: SongChanges,
  beats: Beats | null,
  count = usualCount(song),
): Omit<Section, 'id'>[] {
  const { features, changes, end } = song;
  const strongest = [...changes].sort((a, b) => b.strength - a.strength).slice(0, Math.max(0, count - 1));
  const times = strongest.map(({ time }) => snapToBeats(beats, time)).sort((a, b) => a - b);
  const starts = [0, ...times.filter((time, i) => time > 0 && time < end && time !== times[i - 1])];
  const names = namesOf(features, [...starts, end]);
  return starts.map((from, i) => ({ name: names[i]!, from }));
}

/** The nearest bar if that is no more than a beat away, else the nearest beat. */
function snapToBeats(beats: Beats | null, time: number): number {
  if (!beats) return time;
  const beat = 60 / beats.bpm;
  const bar = beat * beats.perBar;
  const nearest = (step: number) => beats.first + Math.round((time - beats.first) / step) * step;
  return Math.max(0, Math.abs(nearest(bar) - time) <= beat ? nearest(bar) : nearest(beat));
}
