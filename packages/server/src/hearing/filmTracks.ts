import {
  filmSamples,
  tracksOfEar,
  placeTrack,
  playedTracks,
  type Ear,
  type Film,
  type Track,
} from '@cyclogram/core';
import { join } from 'node:path';
import { Problem } from '../http/problem';
import type { PcmTrack } from '../media/pcmReader';
import type { AssetRow } from '../db/entities';

/** The decoded tracks of a film by track id. */
export type FilmTracks = Record<string, PcmTrack>;

/**
 * Finds the decoded file of each of a film's tracks.
 * @param findAsset looks an asset up by its SHA-256
 * @param isWhole whether its decoded samples are there
 * @throws Problem naming the first track that is missing
 */
export async function locateTracks(
  film: Film,
  folder: string,
  findAsset: (sha256: string) => Promise<AssetRow | null>,
  isWhole: (asset: AssetRow) => Promise<boolean>,
): Promise<FilmTracks> {
  const tracks: FilmTracks = {};
  for (const track of film.tracks) {
    const asset = track.source.asset ? await findAsset(track.source.asset) : null;
    if (!asset) {
      throw new Problem(
        'missing-track',
        `The sound of the track "${track.name}" is not here. Add the file again, or remove the track.`,
      );
    }
    if (!(await isWhole(asset)))
      throw new Problem(
        'missing-track',
        `The sound of the track "${track.name}" is missing or damaged in Cyclogram's folder. Add the file "${asset.name}" again: it is read anew.`,
      );
    tracks[track.id] = pcmTrack(asset, folder, track);
  }
  return tracks;
}

function pcmTrack(asset: AssetRow, folder: string, track: Track): PcmTrack {
  return {
    path: join(folder, `${asset.sha256}.pcm`),
    channels: asset.channels,
    length: asset.length,
    gain: track.gain,
    placement: placeTrack(track, asset.length),
  };
}

/** Length of a film in samples. */
export const filmLength = (film: Film, tracks: FilmTracks) =>
  filmSamples(film, ({ id }) => tracks[id]?.length);

/** The files an ear listens to. */
export const earFiles = (film: Film, ear: Ear, tracks: FilmTracks) =>
  tracksOfEar(film, ear).map((track) => tracks[track.id]!);

/** The files that are played. */
export const playedFiles = (film: Film, tracks: FilmTracks) =>
  playedTracks(film).map((track) => tracks[track.id]!);
