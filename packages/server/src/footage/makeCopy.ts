import { frameIndexAt } from '@cyclogram/core';
import { runTool, startTool } from '../media/ffmpeg';
import { Problem } from '../http/problem';
import { giveWay } from '../work/giveWay';
import { groupFrames, partName, type CopyPart, type StoredInfo } from './footageInfo';
import { hostileVideo, videoInput, type VideoProbe } from './probeVideo';

const toRec709 = 'out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int';

/** Decoders that know of the opacity of their codec; ffmpeg's own do not. */
const alphaDecoders: Record<string, string> = { vp8: 'libvpx', vp9: 'libvpx-vp9' };

const readBy = ({ matrix }: VideoProbe) => (matrix ? `:in_color_matrix=${matrix}` : '');

/** Moments of a part, in seconds as the file counts them. */
interface Cut {
  start: number;
  end: number;
}
const cutTo = (cut: Cut | undefined) =>
  cut ? `trim=start=${cut.start.toFixed(6)}:end=${cut.end.toFixed(6)},` : '';

/** Square pixels, even sides, moments from 0 on. */
const even = `setpts=PTS-STARTPTS,scale=w='trunc(iw*if(gt(sar,0),sar,1)/2)*2':h='trunc(ih/2)*2'`;
const asColor = (probe: VideoProbe) => `${readBy(probe)}:${toRec709},setsar=1,format=yuv420p`;
const asOpacity = `:in_range=pc:out_range=tv:flags=bicubic+accurate_rnd,setsar=1,format=yuv420p`;

/** Longer side of the smaller copy, and from where on there is one: it would gain little. */
const smallSide = 960;
const smallFrom = 1280;
const smaller = `scale=w='2*round(iw*${smallSide}/max(iw,ih)/2)':h='2*round(ih*${smallSide}/max(iw,ih)/2)':flags=area`;

/** The graph that makes of a video what is encoded: `[whole]`, and `[less]` where a smaller copy is wanted. */
function copyGraph(probe: VideoProbe, small: boolean, cut: Cut | undefined): string {
  const color = `${even}${asColor(probe)}`;
  const split = (whole: string, less: string) =>
    small ? `split[${whole}][${less}_];[${less}_]${smaller}[${less}]` : `null[${whole}]`;
  if (!probe.alpha) return `[0:v:0]${cutTo(cut)}${color},${split('whole', 'less')}`;
  return [
    `[0:v:0]${cutTo(cut)}format=yuva444p,split[color][opacity]`,
    `[color]${color},${split('c', 'cl')}`,
    `[opacity]alphaextract,${even}${asOpacity},${split('a', 'al')}`,
    '[c][a]vstack[whole]',
    ...(small ? ['[cl][al]vstack[less]'] : []),
  ].join(';');
}

/** H.264 in short groups, every frame at its own moment, into a file. */
const encoded = (name: string, out: string): string[] => [
  ...['-map', `[${name}]`, '-fps_mode', 'passthrough', '-an', '-sn', '-dn'],
  ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '14', '-bf', '0', '-threads', '2'],
  ...['-g', String(groupFrames), '-keyint_min', String(groupFrames), '-sc_threshold', '0'],
  ...['-color_range', 'tv', '-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709'],
  ...['-enc_time_base', '1/90000', '-video_track_timescale', '90000', '-movflags', '+faststart'],
  ...['-f', 'mp4', '-y', `file:${out}`],
];

/**
 * Makes the copy of a video that frames are read from: H.264 in short groups, every frame at its own moment, with the
 * opacity below the picture where there is any; and of a large one a smaller copy, for previews that play.
 * @param part of the file that is copied; all of it when there is none. Its frames stand at their times in the file
 * @param out where the copies go; `small` is written only where the answer has its size
 * @param progress told the share that is done, 0 to 1
 * @throws Problem when it cannot be decoded
 */
export async function makeCopy(
  path: string,
  probe: VideoProbe,
  out: { whole: string; small: string },
  progress: (share: number) => void,
  { signal, part }: { signal?: AbortSignal; part?: CopyPart | undefined } = {},
): Promise<StoredInfo> {
  const decoder = probe.alpha ? alphaDecoders[probe.codec] : undefined;
  const times = part && (await timesIn(path));
  const cut = part && times && cutOf(times, part);
  const small = Math.max(probe.width, probe.height) > smallFrom;
  const { process: child, finished } = startTool(
    'ffmpeg',
    [
      ...['-v', 'error', '-progress', 'pipe:1'],
      ...(decoder ? ['-c:v', decoder] : []),
      // Times stay those of the file, so that it is cut between the frames that are meant.
      ...(cut ? ['-copyts', '-ss', Math.max(0, cut.start - seekBefore).toFixed(6)] : []),
      ...videoInput(path),
      ...['-filter_complex', copyGraph(probe, small, cut)],
      ...encoded('whole', out.whole),
      ...(small ? encoded('less', out.small) : []),
    ],
    { ...hostileVideo, signal },
  );
  if (child.pid !== undefined) giveWay(child.pid);
  child.stdin.end();
  child.stdout.setEncoding('utf8');
  child.stdout.on('data', (text: string) => {
    const microseconds = Number(/out_time_us=(\d+)/.exec(text)?.[1]);
    const seconds = cut ? cut.end - cut.start : probe.seconds;
    if (seconds && Number.isFinite(microseconds))
      progress(Math.max(0, Math.min(1, microseconds / 1e6 / seconds)));
  });
  await finished.catch((error: unknown) => {
    if (error instanceof Problem && error.kind === 'media-failed')
      throw new Problem(
        'not-video',
        'The video is damaged: it cannot be decoded to its end. Save it anew, and try again.',
        {},
        { cause: error.detail },
      );
    throw error;
  });
  const copied = await framesOf(out.whole, probe.alpha);
  if (cut && copied.times.length < cut.count)
    throw new Problem(
      'truncated-video',
      `Only ${copied.times.length} of the ${cut.count} frames that are used could be read: the video is damaged. Get an intact copy, and try again.`,
    );
  const frames =
    cut && part
      ? {
          ...copied,
          duration: cut.duration,
          times: copied.times.map((time) => Math.round((cut.first + time) * 1e6) / 1e6),
          part: partName(part),
        }
      : copied;
  // As for songs: a container may say a little more than its frames take.
  if (probe.seconds !== undefined && probe.seconds - frames.duration > Math.max(0.5, 0.02 * probe.seconds))
    throw new Problem(
      'truncated-video',
      `The video should last ${probe.seconds.toFixed(1)} s, but only the first ${frames.duration.toFixed(1)} s could be read: it is cut off. Get a whole copy, and try again.`,
    );
  const info = { ...frames, alpha: probe.alpha, sound: probe.sound };
  if (!small) return info;
  const { width, height } = await framesOf(out.small, probe.alpha);
  return { ...info, small: { width, height } };
}

/** Seconds before a part from which on it is read, for the frames that its first ones need. */
const seekBefore = 12;

/** Moments of all frames of a video file as the file counts them, in order; and how long the last one lasts. In seconds. */
async function timesIn(path: string): Promise<{ all: number[]; last: number }> {
  const text = await runTool(
    'ffprobe',
    [
      ...['-v', 'error', ...videoInput(path), '-select_streams', 'V:0'],
      ...['-show_entries', 'packet=pts_time,duration_time', '-of', 'csv=p=0'],
    ],
    { ...hostileVideo, timeLimit: 600 },
  );
  let last = 0;
  const all = text.split('\n').flatMap((line) => {
    const [time, length] = line.split(',').map(Number.parseFloat);
    if (time === undefined || !Number.isFinite(time)) return [];
    if (length !== undefined && Number.isFinite(length)) last = length;
    return [time];
  });
  if (all.length === 0)
    throw new Problem('not-video', 'There are no frames in the video that can be read. Choose another file.');
  return { all: all.sort((a, b) => a - b), last: last || 1 / 30 };
}

/** Where a file is cut for a part: between two frames, so that rounding does not matter. The frame that is seen at its start is in it. */
function cutOf({ all, last }: { all: number[]; last: number }, { from, to }: CopyPart) {
  const zero = all[0]!;
  const relative = all.map((time) => time - zero);
  const first = frameIndexAt(relative, from);
  const end = Math.max(
    first + 1,
    relative.findIndex((time) => time >= to),
  );
  const stop = relative.some((time) => time >= to) ? end : all.length;
  const between = (index: number) => (all[index - 1]! + all[index]!) / 2;
  return {
    start: first === 0 ? zero - 1 : between(first),
    end: stop === all.length ? all.at(-1)! + last + 1 : between(stop),
    first: relative[first]!,
    count: stop - first,
    duration: relative.at(-1)! + last,
  };
}

/** Size of a copy's pictures, and the moments of its frames. */
async function framesOf(copy: string, alpha: boolean) {
  const text = await runTool(
    'ffprobe',
    [
      ...['-v', 'error', '-protocol_whitelist', 'file', '-i', `file:${copy}`, '-select_streams', 'v:0'],
      ...['-show_entries', 'packet=pts_time,duration_time:stream=width,height', '-of', 'json'],
    ],
    { timeLimit: 300 },
  );
  const { packets = [], streams = [] } = JSON.parse(text) as {
    packets?: { pts_time: string; duration_time?: string }[];
    streams?: { width: number; height: number }[];
  };
  const stream = streams[0];
  if (!stream || packets.length === 0)
    throw new Problem('not-video', 'There are no frames in the video that can be read. Choose another file.');
  const all = packets.map(({ pts_time }) => Number(pts_time)).sort((a, b) => a - b);
  const times = all.map((time) => Math.round((time - all[0]!) * 1e6) / 1e6);
  const last = Number(packets.at(-1)!.duration_time ?? 0) || 1 / 30;
  return {
    width: stream.width,
    height: alpha ? stream.height / 2 : stream.height,
    duration: times.at(-1)! + last,
    times,
  };
}
