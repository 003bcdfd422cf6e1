import { pcmSampleRate } from '@cyclogram/core';
import { rename, writeFile } from 'node:fs/promises';
import { runTool } from '../media/ffmpeg';
import type { PcmTrack } from '../media/pcmReader';
import type { RenderPlan } from './plan';

/** Rate of the song in the video, in bit/s: transparent for stereo AAC (common practice). */
const audioBitRate = '256k';

/**
 * Joins finished segments without encoding them again and lays the song under
 * them, cut to the frame range and padded with silence where it ends earlier.
 * @param segments files in order
 * @param tracks what is played
 * @param out the finished video, written under a temporary name first
 */
export async function joinSegments(
  plan: RenderPlan,
  segments: string[],
  tracks: PcmTrack[],
  out: string,
  signal?: AbortSignal,
): Promise<void> {
  const list = `${out}.list`;
  const temporary = `${out}.part`;
  await writeFile(list, segments.map((path) => `file 'file:${path.replaceAll("'", "'\\''")}'\n`).join(''));
  const start = plan.firstFrame / plan.fps;
  const seconds = plan.frameCount / plan.fps;
  const inputs = tracks.flatMap((track) => [
    ...['-f', 's16le', '-ar', String(pcmSampleRate), '-ac', String(track.channels)],
    ...['-ss', start.toFixed(6), '-t', seconds.toFixed(6), '-i', `file:${track.path}`],
  ]);
  await runTool(
    'ffmpeg',
    [
      ...['-v', 'error', '-nostdin', '-protocol_whitelist', 'file', '-f', 'concat', '-safe', '0', '-i', list],
      ...inputs,
      ...(tracks.length > 0 ? ['-filter_complex', soundGraph(tracks, seconds), '-map', '[sound]'] : []),
      ...['-map', '0:v', '-c:v', 'copy', '-c:a', 'aac', '-b:a', audioBitRate],
      ...['-movflags', '+faststart', '-f', 'mp4', '-y', `file:${temporary}`],
    ],
    { signal },
  );
  await rename(temporary, out);
}

/** Filters that mix the tracks at their gains, sum not average, and end with the picture. */
function soundGraph(tracks: PcmTrack[], seconds: number): string {
  const gains = tracks.map(
    (track, i) => `[${i + 1}:a]volume=${track.gain}dB,aformat=sample_fmts=fltp:channel_layouts=stereo[t${i}]`,
  );
  const names = tracks.map((_, i) => `[t${i}]`).join('');
  const mix = `${names}amix=inputs=${tracks.length}:normalize=0:duration=longest`;
  return [...gains, `${mix},apad,atrim=0:${seconds.toFixed(6)}[sound]`].join(';');
}
