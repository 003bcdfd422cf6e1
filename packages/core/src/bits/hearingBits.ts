import { defaultEar } from '../sound/ear/ear';
import type { Ear } from '../sound/ear/ear';
import { defaultFollower } from '../sound/follower/follower';
import { valueHash } from '../picture/display/pictureHash';
import { pinkNoise, readerOf } from '../testing';
import { EarHearing } from '../sound/hearing/earHearing';
import { FollowerHearing } from '../sound/follower/followerHearing';
import { listenToAll } from '../sound/hearing/listen';

/** Ears that differ in how they hear: scales, windows, smoothing, parts of the spectrum. */
const ears: Partial<Ear>[] = [
  {},
  { scale: 'mel', bands: 40, smoothing: 'attackRelease' },
  { scale: 'linear', windowShape: 'rectangular', smoothing: 'average', peaks: true },
  { scale: 'log', window: 0.05, longWindow: 0.3, limits: 'fitted', smoothing: 'spring' },
];

/** Hashes of the tables that ears and followers make of a song, for comparing them on different machines. */
export async function hearingHashes(): Promise<string[]> {
  const song = pinkNoise(48000 * 3, 5);
  const hashes: string[] = [];
  for (const part of ears) {
    const ear: Ear = { ...defaultEar('e'), bands: 24, ...part };
    const hearing = new EarHearing(ear, song.length);
    await listenToAll(hearing, readerOf(song));
    hearing.settle();
    hashes.push(valueHash(hearing.takeTable()));
  }
  for (const kind of ['range', 'onsets', 'loudness'] as const) {
    const ear = defaultEar('e');
    const hearing = new FollowerHearing({ ...defaultFollower('f', 'e', 'F'), kind }, ear, song.length);
    await listenToAll(hearing, readerOf(song));
    hearing.settle();
    hashes.push(valueHash(hearing.toTable()));
  }
  return hashes;
}
