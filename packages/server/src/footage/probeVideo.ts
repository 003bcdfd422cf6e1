import { stat } from 'node:fs/promises';
import { Problem } from '../http/problem';
import { runTool, type RunOptions } from '../media/ffmpeg';

/** The demuxers that uploads may use: real video files, no playlists and nothing that opens other files. */
const demuxers = 'mov,mp4,m4a,3gp,3g2,mj2,matroska,webm';
const codecs = ['h264', 'hevc', 'vp8', 'vp9', 'av1', 'prores'];

export const videoLimits = {
  bytes: 4 * 1024 ** 3,
  /** Longer and shorter side of 4K, with some room for cinema sizes. */
  longSide: 4096,
  shortSide: 2304,
  seconds: 3600,
};

/** Opens a hostile file: nothing but that file, nothing but video. */
export const videoInput = (path: string): string[] => [
  ...['-protocol_whitelist', 'file', '-format_whitelist', demuxers],
  ...['-i', `file:${path}`],
];

export const hostileVideo: RunOptions = { timeLimit: 3600, memoryLimit: 8192 };

export interface VideoProbe {
  codec: string;
  width: number;
  height: number;
  /** Seconds; undefined when the file does not say. */
  seconds: number | undefined;
  /** Whether its frames can be seen through. */
  alpha: boolean;
  /** The matrix that its colours are to be read by where the file does not say: ffmpeg's name of it. */
  matrix: 'bt709' | 'bt601' | undefined;
  sound: boolean;
}

const reads = 'Cyclogram reads H.264, HEVC, VP8, VP9, AV1 and ProRes in MP4, MOV, WebM and MKV.';

interface Stream {
  codec_type?: string;
  codec_name?: string;
  width?: number;
  height?: number;
  pix_fmt?: string;
  color_space?: string;
  duration?: string;
  tags?: Record<string, string>;
  disposition?: { attached_pic?: number };
}

/** What a video file says of itself. @throws Problem when it is none that is taken */
export async function probeVideo(path: string): Promise<VideoProbe> {
  const { size } = await stat(path);
  if (size === 0) throw new Problem('empty-file', 'The file is empty. Choose another file.');
  const entries =
    'stream=codec_type,codec_name,width,height,pix_fmt,color_space,duration:stream_tags=alpha_mode,ALPHA_MODE:stream_disposition=attached_pic:format=duration';
  const text = await runTool(
    'ffprobe',
    ['-v', 'error', ...videoInput(path), '-show_entries', entries, '-of', 'json'],
    { ...hostileVideo, timeLimit: 60 },
  ).catch((error: unknown) => {
    if (error instanceof Problem && error.kind === 'media-failed')
      throw new Problem(
        'not-video',
        `The file is no video that can be read, whatever its name says. ${reads}`,
        {},
        { cause: error.detail },
      );
    throw error;
  });
  const { streams = [], format } = JSON.parse(text) as { streams?: Stream[]; format?: { duration?: string } };
  const video = streams.find((one) => one.codec_type === 'video' && !one.disposition?.attached_pic);
  if (!video?.width || !video.height)
    throw new Problem('not-video', `There is no picture in the file. ${reads}`);
  const { width, height, codec_name: codec = 'unknown', pix_fmt: format16 = '', tags = {} } = video;
  if (!codecs.includes(codec)) throw new Problem('not-video', `Its picture is coded as ${codec}. ${reads}`);
  if (Math.max(width, height) > videoLimits.longSide || Math.min(width, height) > videoLimits.shortSide)
    throw new Problem(
      'too-large',
      `The video is ${width} x ${height} pixels; up to ${videoLimits.longSide} x ${videoLimits.shortSide} can be used. Scale it down, and try again.`,
    );
  const seconds = Number(video.duration ?? format?.duration);
  if (seconds > videoLimits.seconds)
    throw new Problem(
      'too-long',
      `The video lasts ${(seconds / 3600).toFixed(1)} hours; up to an hour can be used. Cut it, and try again.`,
    );
  const silent = format16.startsWith('yuv') && (video.color_space ?? 'unknown') === 'unknown';
  // Players read what says nothing by its size: BT.709 is for high definition, BT.601 for what is smaller (common practice).
  const high = width >= 1280 || height >= 720;
  return {
    codec,
    width,
    height,
    matrix: silent ? (high ? 'bt709' : 'bt601') : undefined,
    seconds: Number.isFinite(seconds) ? seconds : undefined,
    alpha:
      /^(yuva|rgba|argb|bgra|abgr|gbrap|ya)/.test(format16) ||
      (tags['alpha_mode'] ?? tags['ALPHA_MODE']) === '1',
    sound: streams.some((one) => one.codec_type === 'audio'),
  };
}
