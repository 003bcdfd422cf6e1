import { coveredPart, fpsOf, pcmSampleRate, type Fade } from '@cyclogram/core';
import { copyFile, rename, rm, writeFile } from 'node:fs/promises';
import { runTool } from '../media/ffmpeg';
import type { PcmTrack } from '../media/pcmReader';
import { checkVideo } from './checkVideo';
import { formatOf } from './format/registry';
import { joinFolders } from './pictureFolder';
import { encodePlanOf, segmentsOf, type RenderPlan } from './plan';
import { soundFade } from './soundFade';

/** What is heard of a film. */
export interface FilmSound {
  tracks: PcmTrack[];
  fade: Fade;
  /** Of the film, in samples. */
  length: number;
}

interface JoinOptions {
  /** What tells this run from others: one that was killed may still be writing. */
  run: string;
  signal?: AbortSignal | undefined;
  /** Called when the result is read. */
  onCheck?: () => void;
}

/**
 * Joins finished segments, without encoding videos again, and lays the song under
 * them, cut to the frame range and padded with silence where it ends earlier. The result gets its name when
 * it has been read once from beginning to end.
 * @param segments files or folders in order
 * @param metadata what the file says of itself, as ffmpeg reads it
 * @param out the finished file, or folder of pictures
 */
export async function joinSegments(
  plan: RenderPlan,
  segments: string[],
  sound: FilmSound,
  metadata: string,
  out: string,
  { run, signal, onCheck }: JoinOptions,
): Promise<void> {
  const format = formatOf(plan.format);
  const [list, notes, cover, temporary] = ['list', 'notes.list', 'cover.list', 'part'].map(
    (ending) => `${out}.${run}.${ending}`,
  ) as [string, string, string, string];
  const written = encodePlanOf(plan);
  const call = (args: string[]) =>
    runTool('ffmpeg', ['-v', 'error', '-nostdin', '-protocol_whitelist', 'file', ...args], { signal });
  try {
    if (format.result === 'copied') {
      await copyFile(segments[0]!, temporary);
      await rename(temporary, out);
      return;
    }
    if (format.result === 'folder') {
      const { inputs, outputs } = soundArguments(plan, sound, 0);
      await call([...inputs, ...outputs, ...format.fileArguments(written), '-y', `file:${temporary}`]);
      await joinFolders(segments, temporary, out, run);
      return;
    }
    await writeFile(list, listOf(plan, segments));
    await writeFile(notes, metadata);
    const silent = { inputs: [], outputs: [], count: 0 };
    const pictures = format.pictures === 'none' ? 0 : 1;
    const heard = format.sound === null ? silent : soundArguments(plan, sound, pictures);
    const named = format.named === true;
    const [notesInput, coverInput] = [pictures + heard.count, pictures + heard.count + 1].map(String);
    const covered = format.cover === true;
    if (covered) await writeCover(segments, cover, call);
    const file = format.fileArguments(written);
    const filtered = file.includes('-filter_complex');
    await call([
      ...(pictures > 0 ? ['-f', 'concat', '-safe', '0', '-i', list] : []),
      ...heard.inputs,
      ...(named ? ['-f', 'ffmetadata', '-i', notes] : []),
      ...(covered ? ['-i', `file:${cover}`] : []),
      ...heard.outputs,
      ...(pictures > 0 && !filtered ? ['-map', '0:v'] : []),
      ...(covered ? ['-map', `${coverInput}:v`] : []),
      ...(named ? ['-map_metadata', notesInput!, '-map_chapters', notesInput!] : []),
      ...file,
      ...(covered ? ['-disposition:v:1', 'attached_pic'] : []),
      ...(format.timeArguments?.(plan) ?? []),
      ...['-y', `file:${temporary}`],
    ]);
    onCheck?.();
    if (format.checked) await checkVideo(temporary, plan.frameCount, 'decode', signal);
    await rename(temporary, out);
  } finally {
    await Promise.all([list, notes, cover, temporary].map((path) => rm(path, { force: true })));
  }
}

/** The list of segments, each with its length: what files say of their own is rounded. */
function listOf(plan: RenderPlan, segments: readonly string[]): string {
  const parts = segmentsOf(plan);
  return segments
    .map((path, i) => {
      const seconds = (parts[i]!.count / fpsOf(plan.fps)).toFixed(9);
      return `file 'file:${path.replaceAll("'", "'\\''")}'\nduration ${seconds}\n`;
    })
    .join('');
}

/** Writes a picture of the film for its file. */
async function writeCover(
  segments: readonly string[],
  cover: string,
  call: (args: string[]) => Promise<string>,
): Promise<void> {
  const middle = segments[Math.floor(segments.length / 2)]!;
  await call([
    ...[
      '-i',
      `file:${middle}`,
      '-frames:v',
      '1',
      '-vf',
      "scale='min(1280,iw)':-2",
      '-c:v',
      'mjpeg',
      '-q:v',
      '3',
    ],
    ...['-f', 'image2', '-update', '1', '-y', `file:${cover}`],
  ]);
}

/** A track's samples [from, to), of which the first is heard `offset` samples into the video. */
interface PlacedSound {
  track: PcmTrack;
  from: number;
  to: number;
  offset: number;
}

/**
 * Arguments for the sound of the range.
 * @param first number of the first input that is a track
 */
function soundArguments(plan: RenderPlan, sound: FilmSound, first: number) {
  const fps = fpsOf(plan.fps);
  const seconds = plan.frameCount / fps;
  const start = Math.round((plan.firstFrame / fps) * pcmSampleRate);
  const length = Math.round(seconds * pcmSampleRate);
  const placed = sound.tracks.flatMap((track): PlacedSound[] => {
    const part = coveredPart(track.placement, start, start + length);
    return part ? [{ track, ...part }] : [];
  });
  const { fadeIn, fadeOut } = plan.settings;
  const fades =
    soundFade(sound.fade, sound.length, start) + soundFade({ fadeIn, fadeOut, curve: 'smooth' }, length, 0);
  return {
    count: placed.length,
    inputs: placed.flatMap(soundInput),
    outputs: ['-filter_complex', soundGraph(placed, fades, seconds, first), '-map', '[sound]'],
  };
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
 * @param first number of the first input that is a track
 */
function soundGraph(placed: PlacedSound[], fade: string, seconds: number, first: number): string {
  const end = `atrim=0:${seconds.toFixed(6)}[sound]`;
  if (placed.length === 0) return `anullsrc=r=${pcmSampleRate}:cl=stereo,${end}`;
  const gains = placed.map(
    ({ track, offset }, i) =>
      `[${i + first}:a]volume=${track.gain}dB,aformat=sample_fmts=fltp:channel_layouts=stereo,adelay=${offset}S:all=1[t${i}]`,
  );
  const names = placed.map((_, i) => `[t${i}]`).join('');
  const mix = `${names}amix=inputs=${placed.length}:normalize=0:duration=longest`;
  return [...gains, `${mix},${fade}apad,${end}`].join(';');
}
