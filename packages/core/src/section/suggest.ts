import { defaultEar } from '../film/ear';
import type { Beats } from '../film/beats';
import type { Section } from '../film/section';
import { BandListener } from '../hearing/bandListener';
import type { SongListener } from '../hearing/songListener';
import { findChanges, namesOf } from './novelty';

/** What listens to a song for its sections: a usual ear of few bands. */
export const sectionListener = (lengthSamples: number): BandListener =>
  new BandListener(
    { ...defaultEar('sections'), bands: 32, scale: 'mel', fromHz: 30, toHz: 14000 },
    'mid',
    lengthSamples,
  );

/**
 * Sections of a song that was listened to, from its start on. Borders go to the nearest bar, or where none is near to the
 * nearest beat.
 * @param end of the film in seconds
 */
export function suggestSections(
  listener: Pick<BandListener, 'db' | 'bands'> & Pick<SongListener, 'rate'>,
  beats: Beats | null,
  end: number,
): Omit<Section, 'id'>[] {
  const { db, bands, rate } = listener;
  const changes = findChanges(db, bands, rate).map((time) => snapToBeats(beats, time));
  const starts = [
    0,
    ...changes.filter((time, i) => time > 0.5 && time < end - 0.5 && time !== changes[i - 1]),
  ];
  const names = namesOf(db, bands, rate, [...starts, end]);
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
