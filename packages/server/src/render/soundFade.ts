import { pcmSampleRate, type Fade, type FadeCurve } from '@cyclogram/core';

/** ffmpeg's names for the courses of a fade. */
const curveNames: Record<FadeCurve, string> = { linear: 'tri', smooth: 'hsin', equalPower: 'qsin' };

/**
 * ffmpeg filters that fade sound to the sample, each followed by a comma; nothing where nothing fades.
 * @param length of the film, in samples
 * @param start of the sound in the film, in samples: fades that have begun before it go on from where they are
 */
export function soundFade({ fadeIn, fadeOut, curve }: Fade, length: number, start: number): string {
  const samples = (seconds: number) => Math.round(seconds * pcmSampleRate);
  const filter = (type: 'in' | 'out', from: number, count: number) => {
    if (count === 0 || (type === 'in' && from + count <= 0)) return '';
    // The filter cannot begin before the sound: what lies before is put there and cut off again.
    const before = Math.max(0, -from);
    const fade = `afade=t=${type}:ss=${from + before}:ns=${count}:curve=${curveNames[curve]},`;
    return before === 0
      ? fade
      : `adelay=${before}S:all=1,${fade}atrim=start_sample=${before},asetpts=PTS-STARTPTS,`;
  };
  const out = samples(fadeOut);
  return filter('in', -start, samples(fadeIn)) + filter('out', length - out - start, out);
}
