import { describe, expect, it } from 'vitest';
import { settingsStandard } from '../plan';
import { renderFormats } from './registry';

/** What every format says of itself fits together: what comes of a render follows from nothing else. */

const plan = { ...settingsStandard, width: 320, height: 180, fps: { numerator: 30, denominator: 1 } };

describe('a format', () => {
  it('has an id and a label of its own', () => {
    for (const key of ['id', 'label'] as const)
      expect(new Set(renderFormats.map((format) => format[key])).size).toBe(renderFormats.length);
  });

  it.each(renderFormats.map((format) => [format.id, format] as const))('%s is whole', (_id, format) => {
    const written = { ...plan, frameCount: 12 };
    expect(format.about).not.toBe('');
    expect(format.fileArguments(written).length).toBeGreaterThan(0);
    // What is heard takes room, and what is not takes none.
    expect(format.soundBytes > 0).toBe(format.sound !== null);
    // What has no pictures has sound, and no segments of pictures.
    if (format.pictures === 'none') expect([format.sound !== null, format.player]).toEqual([true, 'audio']);
    else expect(format.pictureArguments(written).length).toBeGreaterThan(0);
    // One file cannot be made of several segments without being joined.
    if (format.result === 'copied') expect(format.pictures).toBe('moment');
    if (format.result === 'folder') expect(format.player).toBeNull();
    // Frames of a segment count only where the file is made of the same frames.
    if (format.measuredBy === 'frames') expect(format.losslessSegments).toBeUndefined();
    if (format.losslessSegments) expect(format.measuredBy).toBe('file');
    expect(format.mimeType.startsWith(`${format.player ?? ''}`)).toBe(true);
    if (format.crf) expect(format.crf.min).toBeLessThanOrEqual(format.crf.high);
  });

  it('in a container that counts milliseconds says the time of each frame', () => {
    for (const { extension, timeArguments } of renderFormats)
      expect([extension, timeArguments !== undefined]).toEqual([extension, extension === 'webm']);
    const [webm] = renderFormats.filter(({ extension }) => extension === 'webm');
    // 29.97: 1001 / 30 milliseconds a frame, 7 earlier for what Opus has before (RFC 7845, 4.2).
    const fps = { numerator: 30000, denominator: 1001 };
    expect(webm!.timeArguments!({ fps })[1]).toBe(
      'setts=pts=round(N*1001000/30000)-7:dts=round(N*1001000/30000)-7',
    );
  });
});
