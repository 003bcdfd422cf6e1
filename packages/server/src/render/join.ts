import { coveredPart, fpsOf, pcmSampleRate, type Fade } from '@cyclogram/core';
import { rename, rm, writeFile } from 'node:fs/promises';
import { runTool } from '../media/ffmpeg';
import type { PcmTrack } from '../media/pcmReader';
import { checkVideo } from './checkVideo';
import { formatOf } from './format/registry';
import type { RenderPlan } from './plan';
import { soundFade } from './soundFade';

/** What is heard of a film. */
export interface FilmSound {
  tracks: PcmTrack[];
  fade: Fade;
  /** Of the film, in samples. */
  length: number;
}

/**
 * Joins finished segments without encoding them again and lays the song under
 * them, cut to the frame range and padded with silence where it ends earlier. The result gets its name when
 * it has been read once from beginning to end.
 * @param segments files in order
 * @param out the finished video
 * @param run what tells this run from others: one that was killed may still be writing
 * @param onCheck called when the result is read
 */
export async function joinSegments(
  plan: RenderPlan,
  segments: string[],
  sound: FilmSound,
  out: string,
  { run, signal, onCheck }: { run: string; signal?: AbortSignal | undefined; onCheck?: () => void },
): Promise<void> {
  const list = `${out}.${run}.list`;
  const temporary = `${out}.${run}.part`;
  const fps = fpsOf(plan.fps);
  const seconds = plan.frameCount / fps;
  const start = Math.round((plan.firstFrame / fps) * pcmSampleRate);
  const placed = sound.tracks.flatMap((track): PlacedSound[] => {
    const part = coveredPart(track.placement, start, start + Math.round(seconds * pcmSampleRate));
    return part ? [{ track, ...part }] : [];
  });
  const graph = soundGraph(placed, soundFade(sound.fade, sound.length, start), seconds);
  try {
    const lines = segments.map((path) => `file 'file:${path.replaceAll("'", "'\\''")}'\n`);
    await writeFile(list, lines.join(''));
    await runTool(
      'ffmpeg',
      [
        ...['-v', 'error', '-nostdin', '-protocol_whitelist', 'file'],
        ...['-f', 'concat', '-safe', '0', '-i', list],
        ...placed.flatMap(soundInput),
        ...['-filter_complex', graph, '-map', '[sound]', '-map', '0:v'],
        ...formatOf(plan.format).fileArguments(),
        ...['-y', `file:${temporary}`],
      ],
      { signal },
    );
    onCheck?.();
    await checkVideo(temporary, plan.frameCount, 'decode', signal);
    await rename(temporary, out);
  } finally {
    await Promise.all([list, temporary].map((path) => rm(path, { force: true })));
  }
}

/** A track's samples [from, to), of which the first is heard `offset` samples into the video. */
interface PlacedSound {
  track: PcmTrack;
  from: number;
  to: number;
  offset: number;
}

/** The stretch of a track, to the byte. */
function soundInput({ track, from, to }: PlacedSound): string[] {
  const bytes = 2 * track.channels;
  return [
    ...['-protocol_whitelist', 'file,subfile', '-f', 's16le'],
    ...['-ar', String(pcmSampleRate), '-ac', String(track.channels)],
    ...['-i', `subfile,,start,${from * bytes},end,${to * bytes},,:file:${track.path}`],
  ];
}

/**
 * Filters that mix the tracks at their gains and places, sum not average, and end with the picture.
 * @param fade filters that the mix goes through
 */
function soundGraph(placed: PlacedSound[], fade: string, seconds: number): string {
  const end = `atrim=0:${seconds.toFixed(6)}[sound]`;
  if (placed.length === 0) return `anullsrc=r=${pcmSampleRate}:cl=stereo,${end}`;
  const gains = placed.map(
    ({ track, offset }, i) =>
      `[${i + 1}:a]volume=${track.gain}dB,aformat=sample_fmts=fltp:channel_layouts=stereo,adelay=${offset}S:all=1[t${i}]`,
  );
  const names = placed.map((_, i) => `[t${i}]`).join('');
  const mix = `${names}amix=inputs=${placed.length}:normalize=0:duration=longest`;
  return [...gains, `${mix},${fade}apad,${end}`].join(';');
}
