import { pcmSampleRate, type PcmShape } from '@cyclogram/core';
import { stat } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import PQueue from 'p-queue';
import { limits } from '../config';
import { Problem } from '../http/problem';
import { runTool, type RunOptions } from './ffmpeg';

/** The demuxers that uploads may use: real audio files, no playlists and nothing that opens other files. */
const demuxers = 'wav,w64,aiff,caf,mp3,flac,ogg,mov,mp4,m4a,aac';

/** Opens a hostile file: nothing but that file, nothing but audio. */
const inputArgs = (path: string) => [
  '-protocol_whitelist',
  'file',
  '-format_whitelist',
  demuxers,
  '-i',
  `file:${path}`,
];

const hostile: RunOptions = { timeLimit: 600, memoryLimit: 4096 };

/** Decoders at work: as many as there are processors, however many songs come in at once. */
const decoding = new PQueue({ concurrency: Math.max(2, availableParallelism()) });

interface Probe {
  channels: number;
  /** Whether its samples are floating-point numbers, which may hold what is no number. */
  isFloat: boolean;
  /** Length that the file declares, in seconds; undefined when it does not. */
  declaredSeconds: number | undefined;
}

/** Sample rates of sound, in Hz: what is lower would become many times as long, byte for byte. Telephones have 8,000 (common practice). */
const [minSampleRate, maxSampleRate] = [2000, 768_000];

const reads = 'Cyclogram reads WAV, AIFF, CAF, MP3, M4A, AAC, FLAC, OGG and Opus.';

async function probe(path: string, name: string, signal?: AbortSignal): Promise<Probe> {
  const { size } = await stat(path);
  if (size === 0) throw new Problem('empty-file', `"${name}" is empty. Choose another file.`);
  let text: string;
  try {
    text = await runTool(
      'ffprobe',
      [
        '-v',
        'error',
        ...inputArgs(path),
        '-select_streams',
        'a:0',
        '-show_entries',
        'stream=channels,duration,codec_name,sample_rate:format=duration,format_name',
        '-of',
        'json',
      ],
      { ...hostile, timeLimit: 60, signal },
    );
  } catch (error) {
    if (error instanceof Problem && error.kind === 'media-failed') {
      throw new Problem(
        'not-audio',
        `"${name}" is not audio that can be read, whatever its name says. ${reads}`,
        {},
        { cause: error.detail },
      );
    }
    throw error;
  }
  const json = JSON.parse(text) as {
    streams?: { channels?: number; duration?: string; codec_name?: string; sample_rate?: string }[];
    format?: { duration?: string };
  };
  const stream = json.streams?.[0];
  if (!stream?.channels) throw new Problem('not-audio', `"${name}" has no audio in it. ${reads}`);
  const rate = Number(stream.sample_rate);
  if (!(rate >= minSampleRate && rate <= maxSampleRate))
    throw new Problem(
      'not-audio',
      `"${name}" has ${stream.sample_rate} samples a second; from ${minSampleRate} to ${maxSampleRate} can be read. Save it at 44,100 or 48,000, and try again.`,
    );
  const declared = Number(stream.duration ?? json.format?.duration);
  return {
    channels: stream.channels,
    isFloat: /^pcm_f/.test(stream.codec_name ?? ''),
    declaredSeconds: Number.isFinite(declared) ? declared : undefined,
  };
}

export interface DecodeOptions {
  /** Take a file that ends before its declared end, as far as it goes. */
  partial?: boolean;
  signal?: AbortSignal | undefined;
}

const hoursText = (seconds: number) => `${(seconds / 3600).toFixed(1)} hours`;

/**
 * Decodes an audio file to interleaved 16-bit PCM at 48 kHz, mono or stereo, with
 * the encoder's delay taken off.
 * @param path the file
 * @param name what people call it, for messages
 * @param out where the samples go; the caller removes it when this throws
 * @throws Problem when the file is empty, not audio, too long, silent of samples or cut off
 */
export async function decodeTo(
  path: string,
  name: string,
  out: string,
  options: DecodeOptions = {},
): Promise<PcmShape> {
  const { channels: fileChannels, isFloat, declaredSeconds } = await probe(path, name, options.signal);
  const tooLong = (seconds: number) =>
    new Problem(
      'too-long',
      `"${name}" lasts ${hoursText(seconds)}; songs may last up to ${hoursText(limits.songSeconds)}. Cut it and try again.`,
    );
  if (declaredSeconds !== undefined && declaredSeconds > limits.songSeconds) throw tooLong(declaredSeconds);
  const channels = fileChannels === 1 ? 1 : 2;
  const { signal } = options;
  if (signal?.aborted) throw new Problem('cancelled', 'It was cancelled.');
  await decoding
    .add(() => runDecoder(path, name, channels, isFloat, out, signal), signal ? { signal } : {})
    .catch((error: unknown) => {
      throw signal?.aborted ? new Problem('cancelled', 'It was cancelled.') : error;
    });
  const { size } = await stat(out);
  const length = Math.floor(size / (2 * channels));
  const seconds = length / pcmSampleRate;
  if (length === 0)
    throw new Problem('no-sound', `No sound could be read from "${name}". Choose another file.`);
  if (seconds > limits.songSeconds) throw tooLong(seconds);
  if (!options.partial && declaredSeconds !== undefined && declaredSeconds - seconds > 0.5) {
    throw new Problem(
      'truncated-audio',
      `"${name}" should last ${declaredSeconds.toFixed(1)} s, but only the first ${seconds.toFixed(1)} s could be read. Get a whole copy, or use what is there.`,
      { declaredSeconds, readableSeconds: seconds },
    );
  }
  return { channels, length };
}

async function runDecoder(
  path: string,
  name: string,
  channels: 1 | 2,
  isFloat: boolean,
  out: string,
  signal?: AbortSignal,
): Promise<void> {
  const args = [
    '-v',
    'error',
    '-nostdin',
    '-threads',
    '1',
    ...inputArgs(path),
    '-map',
    '0:a:0',
    '-vn',
    '-sn',
    '-dn',
  ];
  const output = [
    '-t',
    String(limits.songSeconds + 1),
    '-ac',
    String(channels),
    '-ar',
    String(pcmSampleRate),
    // What is no number, or infinite, becomes silence rather than a crack.
    ...(isFloat ? ['-af', "aeval=exprs='if(lt(abs(val(ch)),1e6),val(ch),0)':c=same"] : []),
  ];
  try {
    await runTool('ffmpeg', [...args, ...output, '-c:a', 'pcm_s16le', '-f', 's16le', '-y', `file:${out}`], {
      ...hostile,
      signal,
    });
  } catch (error) {
    if (error instanceof Problem && error.kind === 'media-failed') {
      // ffmpeg gives up on some damaged files after having written what it could read.
      const written = await stat(out).catch(() => undefined);
      if (written?.size) return;
      throw new Problem('not-audio', `"${name}" could not be decoded. ${reads}`, {}, { cause: error.detail });
    }
    throw error;
  }
}
