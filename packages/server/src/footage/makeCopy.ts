import { runTool, startTool } from '../media/ffmpeg';
import { Problem } from '../http/problem';
import { giveWay } from '../work/giveWay';
import { groupFrames, type StoredInfo } from './footageInfo';
import { hostileVideo, videoInput, type VideoProbe } from './probeVideo';

const toRec709 = 'out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int';

/** Decoders that know of the opacity of their codec; ffmpeg's own do not. */
const alphaDecoders: Record<string, string> = { vp8: 'libvpx', vp9: 'libvpx-vp9' };

const readBy = ({ matrix }: VideoProbe) => (matrix ? `:in_color_matrix=${matrix}` : '');

/** Square pixels, even sides, moments from 0 on. */
const even = `setpts=PTS-STARTPTS,scale=w='trunc(iw*if(gt(sar,0),sar,1)/2)*2':h='trunc(ih/2)*2'`;
const asColor = (probe: VideoProbe) => `${readBy(probe)}:${toRec709},setsar=1,format=yuv420p`;
const asOpacity = `:in_range=pc:out_range=tv:flags=bicubic+accurate_rnd,setsar=1,format=yuv420p`;

/** Longer side of the smaller copy, and from where on there is one: it would gain little. */
const smallSide = 960;
const smallFrom = 1280;
const smaller = `scale=w='2*round(iw*${smallSide}/max(iw,ih)/2)':h='2*round(ih*${smallSide}/max(iw,ih)/2)':flags=area`;

/** The graph that makes of a video what is encoded: `[whole]`, and `[less]` where a smaller copy is wanted. */
function copyGraph(probe: VideoProbe, small: boolean): string {
  const color = `${even}${asColor(probe)}`;
  const split = (whole: string, less: string) =>
    small ? `split[${whole}][${less}_];[${less}_]${smaller}[${less}]` : `null[${whole}]`;
  if (!probe.alpha) return `[0:v:0]${color},${split('whole', 'less')}`;
  return [
    '[0:v:0]format=yuva444p,split[color][opacity]',
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
 * @param out where the copies go; `small` is written only where the answer has its size
 * @param progress told the share that is done, 0 to 1
 * @throws Problem when it cannot be decoded
 */
export async function makeCopy(
  path: string,
  probe: VideoProbe,
  out: { whole: string; small: string },
  progress: (share: number) => void,
  signal?: AbortSignal,
): Promise<StoredInfo> {
  const decoder = probe.alpha ? alphaDecoders[probe.codec] : undefined;
  const small = Math.max(probe.width, probe.height) > smallFrom;
  const { process: child, finished } = startTool(
    'ffmpeg',
    [
      ...['-v', 'error', '-progress', 'pipe:1'],
      ...(decoder ? ['-c:v', decoder] : []),
      ...videoInput(path),
      ...['-filter_complex', copyGraph(probe, small)],
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
    if (probe.seconds && Number.isFinite(microseconds))
      progress(Math.min(1, microseconds / 1e6 / probe.seconds));
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
  const frames = await framesOf(out.whole, probe.alpha);
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
