import {
  bandColumn,
  channelParts,
  EarHearing,
  listenToAll,
  PartReader,
  pcmSampleRate,
  placeTrack,
  powerToDb,
  SegmentAnalyser,
  tableOverTime,
  toCsv,
  defaultTrack,
  type Ear,
  type ReadSignal,
  type Table,
} from '@cyclogram/core';
import { writeFile } from 'node:fs/promises';
import { basename } from 'node:path';
import type { AssetRow } from '../db/entities';
import { Problem } from '../http/problem';
import { PcmMixReader } from '../media/pcmReader';
import type { Services } from '../services';

export interface HearOptions {
  csv: string;
  /** Rows per second. */
  fps: number;
  /** Write levels 0..1, mapped and smoothed, instead of dBFS. */
  mapped?: boolean;
}

/**
 * `cyclogram hear`: a table of band levels. The header names the band edges in
 * Hz; each row holds the time in seconds and the levels: in dBFS before any
 * mapping, by the definition, or as figures see them.
 */
export async function hearToCsv(
  services: Services,
  audio: string,
  ear: Ear,
  options: HearOptions,
): Promise<void> {
  checkRate(options.fps);
  const table = await withSound(services, audio, ear, (read, asset) => {
    try {
      return options.mapped
        ? mappedTable(ear, asset, read, options.fps)
        : definedTable(ear, asset, read, options.fps);
    } catch (error) {
      if (error instanceof RangeError)
        throw new Problem('bad-request', `These bands cannot be made: ${error.message}.`);
      throw error;
    }
  });
  await writeFile(options.csv, toCsv(table));
  console.log(`${options.csv}: ${table.rows.length} moments, ${table.columns.length - 1} bands`);
}

/** @throws Problem unless it is a rate that rows can be written at */
export function checkRate(fps: number): void {
  if (!(fps > 0 && fps <= 1000)) throw new Problem('bad-request', '--fps must be above 0 and at most 1000.');
}

/** Decodes an audio file and gives `use` the sound an ear listens to. */
export async function withSound<T>(
  services: Services,
  audio: string,
  ear: Pick<Ear, 'part'>,
  use: (read: ReadSignal, asset: AssetRow) => Promise<T> | T,
): Promise<T> {
  const asset = await services.assets.importFile(audio, basename(audio));
  const placement = placeTrack(defaultTrack('', '', { path: audio }), asset.length);
  const { channels, length } = asset;
  const path = services.assets.pcmPath(asset.sha256);
  const reader = new PcmMixReader([{ path, channels, length, gain: 0, placement }]);
  try {
    return await use(
      new PartReader((signal, start, out) => reader.read(signal, start, out)).of(ear.part),
      asset,
    );
  } finally {
    reader.close();
  }
}

/** Levels in dBFS of all bands, from single segments, with no short cuts. */
async function definedTable(ear: Ear, asset: AssetRow, read: ReadSignal, fps: number): Promise<Table> {
  const analyser = new SegmentAnalyser(ear, pcmSampleRate);
  const { edges, groups, sharesBins } = analyser.plan;
  const lookAround = Math.max(...groups.map(({ segmentLength }) => segmentLength));
  const signals = channelParts(ear.channel);
  const bands = edges.length - 1;
  const columns = Array.from({ length: bands }, (_, band) => bandColumn(edges[band]!, edges[band + 1]!));
  const levels = new Float32Array(bands);
  const rows: Float32Array[] = [];
  const count = Math.floor((asset.length / pcmSampleRate) * fps + 1e-6) + 1;
  for (let row = 0; row < count; row++) {
    const powers = new Float64Array(bands);
    for (const signal of signals) {
      const segment = new Float32Array(2 * lookAround);
      await read(signal, Math.round((row / fps) * pcmSampleRate) - lookAround, segment);
      analyser.levels(segment, lookAround, levels);
      levels.forEach((level, band) => (powers[band]! += 10 ** (level / 10) / signals.length));
    }
    rows.push(Float32Array.from(powers, powerToDb));
  }
  if (sharesBins) {
    console.log(
      'The narrowest bands share bins of the transform: fewer bands or a higher start would tell them apart.',
    );
  }
  return tableOverTime(columns, asset.length / pcmSampleRate, fps, (t) => rows[Math.round(t * fps)]!, 3);
}

/** Levels 0..1 of the bands that are not muted, after weighting, floor, ceiling and smoothing. */
async function mappedTable(ear: Ear, asset: AssetRow, read: ReadSignal, fps: number): Promise<Table> {
  const hearing = new EarHearing(ear, asset.length);
  await listenToAll(hearing, read);
  hearing.settle();
  const columns = hearing.shown.map((band) => bandColumn(hearing.edges[band]!, hearing.edges[band + 1]!));
  return tableOverTime(columns, asset.length / pcmSampleRate, fps, (t) => hearing.levelsAt(t));
}
