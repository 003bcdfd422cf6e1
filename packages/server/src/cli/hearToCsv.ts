import { frameAt, pcmSampleRate, scaleKinds, SegmentAnalyser, type ScaleKind } from '@cyclogram/core';
import { writeFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { Problem } from '../http/problem';
import { PcmMixReader } from '../media/pcmReader';
import type { Services } from '../services';

export interface HearOptions {
  csv: string;
  from: number;
  to: number;
  bands: number;
  scale: string;
  /** Milliseconds. */
  window: number;
  fps: number;
}

/**
 * `cyclogram hear`: a table of band levels. The header names the band edges in
 * Hz; each row holds the time in seconds and the levels in dBFS before any mapping.
 */
export async function hearToCsv(services: Services, audio: string, options: HearOptions): Promise<void> {
  const analyser = createAnalyser(options);
  if (!(options.fps > 0 && options.fps <= 1000))
    throw new Problem('bad-request', '--fps must be above 0 and at most 1000.');
  const asset = await services.assets.importFile(audio, basename(audio));
  const track = {
    path: services.assets.pcmPath(asset.sha256),
    channels: asset.channels,
    length: asset.length,
    gain: 0,
  };
  const reader = new PcmMixReader([track], 'mix');
  const { edges, segmentLength, sharesBins } = analyser.plan;
  const header = [
    'time',
    ...Array.from(edges.subarray(1), (high, band) => `${hz(edges[band]!)}-${hz(high)}`),
  ];
  const lines = [header.join(',')];
  const levels = new Float32Array(options.bands);
  const segment = new Float32Array(2 * segmentLength);
  const rows = frameAt(asset.length / pcmSampleRate, options.fps) + 1;
  try {
    for (let row = 0; row < rows; row++) {
      const time = row / options.fps;
      segment.fill(0);
      reader.read(Math.round(time * pcmSampleRate) - segmentLength, segment);
      analyser.levels(segment, segmentLength, levels);
      lines.push([time.toFixed(6), ...Array.from(levels, (level) => level.toFixed(3))].join(','));
    }
  } finally {
    reader.close();
  }
  await writeFile(options.csv, lines.join('\n') + '\n');
  console.log(`${options.csv}: ${rows} moments, ${options.bands} bands`);
  if (sharesBins) {
    console.log(
      'The narrowest bands share bins of the transform: fewer bands or a higher start would tell them apart.',
    );
  }
}

function createAnalyser({ from, to, bands, scale, window }: HearOptions): SegmentAnalyser {
  if (!(scaleKinds as string[]).includes(scale)) {
    throw new Problem('bad-request', `--scale must be one of ${scaleKinds.join(', ')}, not "${scale}".`);
  }
  if (!(window >= 2 && window <= 680)) throw new Problem('bad-request', '--window must be from 2 to 680 ms.');
  try {
    const settings = {
      fromHz: from,
      toHz: to,
      bands,
      scale: scale as ScaleKind,
      windowShape: 'hann',
      window: window / 1000,
    } as const;
    return new SegmentAnalyser(settings, pcmSampleRate);
  } catch (error) {
    if (error instanceof RangeError)
      throw new Problem('bad-request', `These bands cannot be made: ${error.message}.`);
    throw error;
  }
}

const hz = (value: number) => String(Number(value.toFixed(3)));
