import { runTool, startTool } from '../media/ffmpeg';
import { Problem } from '../http/problem';
import { groupFrames, type StoredInfo } from './footageInfo';
import { hostileVideo, videoInput, type VideoProbe } from './probeVideo';

const toRec709 = 'out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int';

/** Decoders that know of the opacity of their codec; ffmpeg's own do not. */
const alphaDecoders: Record<string, string> = { vp8: 'libvpx', vp9: 'libvpx-vp9' };

/** Square pixels, even sides, moments from 0 on. */
const even = `setpts=PTS-STARTPTS,scale=w='trunc(iw*if(gt(sar,0),sar,1)/2)*2':h='trunc(ih/2)*2':${toRec709},setsar=1`;

/**
 * Makes the copy of a video that frames are read from: H.264 in short groups, every frame at its own moment, with the
 * opacity below the picture where there is any.
 * @param progress told the share that is done, 0 to 1
 * @throws Problem when it cannot be decoded
 */
export async function makeCopy(
  path: string,
  probe: VideoProbe,
  out: string,
  progress: (share: number) => void,
  signal?: AbortSignal,
): Promise<StoredInfo> {
  const decoder = probe.alpha ? alphaDecoders[probe.codec] : undefined;
  const filter = probe.alpha
    ? `[0:v:0]format=yuva444p,split[c][m];[m]alphaextract,${even.replace(toRec709, 'in_range=pc:out_range=tv:flags=bicubic+accurate_rnd')},format=yuv420p[a];[c]${even},format=yuv420p[k];[k][a]vstack[v]`
    : `[0:v:0]${even},format=yuv420p[v]`;
  const { process: child, finished } = startTool(
    'ffmpeg',
    [
      ...['-v', 'error', '-progress', 'pipe:1'],
      ...(decoder ? ['-c:v', decoder] : []),
      ...videoInput(path),
      ...['-filter_complex', filter, '-map', '[v]', '-fps_mode', 'passthrough', '-an', '-sn', '-dn'],
      ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '14', '-bf', '0', '-threads', '2'],
      ...['-g', String(groupFrames), '-keyint_min', String(groupFrames), '-sc_threshold', '0'],
      ...['-color_range', 'tv', '-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709'],
      ...[
        '-enc_time_base',
        '1/90000',
        '-video_track_timescale',
        '90000',
        '-movflags',
        '+faststart',
        '-f',
        'mp4',
        '-y',
        `file:${out}`,
      ],
    ],
    { ...hostileVideo, signal },
  );
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
      );
    throw error;
  });
  return { ...(await framesOf(out, probe.alpha)), alpha: probe.alpha, sound: probe.sound };
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
