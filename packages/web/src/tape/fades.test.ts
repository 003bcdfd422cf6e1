import { defaultFilm, fadesStandard, spanStandard, type Film, type Span } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { dragFade, resetFade } from './fadeDrag';
import { fadeGripAt, fadeRows, handlePositions, rowCount, type FadePart } from './fadeRows';
import { layLanes, rowHeight } from './lanes';

const end = 100;
const width = 1000;
const view = { from: 0, to: end };
const lanes = layLanes(220, false, { rows: 2, keys: 0, sections: false });
const layer = (span: Partial<Span>, locked = false) => ({
  ...defaultFilm('x').layers[0]!,
  locked,
  span: { ...spanStandard, ...span },
});
const fades: Film['fades'] = {
  picture: { ...fadesStandard.picture, fadeIn: 5, fadeOut: 10 },
  sound: { ...fadesStandard.sound, fadeOut: 2 },
};
const rows = fadeRows(fades, layer({ from: 20, to: 60, fadeIn: 4 }), lanes, end);
const [soundTop, pictureTop, layerTop] = rows.map(({ lane }) => lane.top) as [number, number, number];
const grip = (x: number, y: number) => {
  const found = fadeGripAt(rows, view, width, x, y);
  return found && `${found.owner} ${found.part}`;
};

describe('rows of fades', () => {
  it('are those of sound, picture and the open layer', () => {
    expect(rows.map(({ owner }) => owner)).toEqual(['sound', 'picture', 'layer']);
    expect(
      fadeRows(
        fades,
        undefined,
        layLanes(220, false, { rows: rowCount(undefined), keys: 0, sections: false }),
        end,
      ),
    ).toHaveLength(2);
    expect(rows[2]).toMatchObject({ from: 20, to: 60, ends: true, whole: true });
  });

  it('lie below each other, above the edge that is dragged', () => {
    const [picture, own] = lanes.rows;
    expect(picture!.top + picture!.height).toBe(own!.top);
    expect(own!.height).toBe(rowHeight);
    expect(own!.top + own!.height).toBeLessThan(220);
    expect(lanes.trace.top + lanes.trace.height).toBe(picture!.top);
  });

  it('are left out of a low Tape, which keeps its room for the sound', () => {
    const low = layLanes(100, false, { rows: 2, keys: 0, sections: false });
    expect(fadeRows(fades, layer({}), low, end).map(({ owner }) => owner)).toEqual(['sound']);
    expect(low.spectrogram).toEqual(layLanes(100, false, { rows: 0, keys: 0, sections: false }).spectrogram);
  });

  it('have their handles where something is fully there', () => {
    expect(handlePositions(rows[1]!, view, width)).toEqual({ fadeIn: 50, fadeOut: 900 });
    expect(handlePositions(rows[2]!, view, width)).toEqual({ fadeIn: 240, fadeOut: 600 });
    expect(handlePositions(rows[1]!, { from: 0, to: 10 }, width).fadeIn).toBe(500);
  });
});

describe('taking hold of fades', () => {
  it.each([
    [2, 'sound', 'sound fadeIn'],
    [979, 'sound', 'sound fadeOut'],
    [500, 'sound', undefined],
    [52, 'picture', 'picture fadeIn'],
    [897, 'picture', 'picture fadeOut'],
    [300, 'picture', undefined],
    [243, 'layer', 'layer fadeIn'],
    [598, 'layer', 'layer fadeOut'],
    [202, 'layer', 'layer from'],
    [400, 'layer', 'layer whole'],
    [100, 'layer', undefined],
  ])('at %i px in the upper half of the row of %s', (x, owner, expected) => {
    const top = { sound: soundTop, picture: pictureTop, layer: layerTop }[owner]!;
    expect(grip(x, top + 3)).toBe(expected);
  });

  it('takes the end of a layer below the handle that lies on it', () => {
    expect(grip(600, layerTop + 14)).toBe('layer to');
    expect(grip(600, layerTop + 3)).toBe('layer fadeOut');
  });

  it('takes nothing of a locked layer, and cannot move one that lasts to the end', () => {
    const at = (locked: boolean, span: Partial<Span>, x: number) =>
      fadeGripAt(fadeRows(fades, layer(span, locked), lanes, end), view, width, x, layerTop + 14);
    expect(at(true, { from: 20, to: 60 }, 200)).toBeUndefined();
    expect(at(false, { from: 20 }, 500)).toBeUndefined();
    expect(at(false, { from: 20 }, 200)).toEqual({ owner: 'layer', part: 'from' });
    expect(at(false, { from: 20 }, 1000)).toEqual({ owner: 'layer', part: 'to' });
  });

  it('tells two handles that lie together apart by the side', () => {
    const full = fadeRows(fades, layer({ from: 20, to: 60, fadeIn: 20, fadeOut: 20 }), lanes, end);
    const part = (x: number) => fadeGripAt(full, view, width, x, layerTop + 3)?.part;
    expect([part(397), part(403)]).toEqual(['fadeIn', 'fadeOut']);
  });
});

describe('dragging fades', () => {
  const own = rows[2]!;
  const asIs = (time: number) => time;
  /** As with a beat every two seconds. */
  const toBeats = (time: number) => 2 * Math.round(time / 2);
  const drag = (part: FadePart, time: number, snap = asIs, grabbed = 0) =>
    dragFade(own, part, grabbed, time, end, snap);

  it('sets how long they are, from the end they belong to', () => {
    expect(drag('fadeIn', 27.5)).toEqual({ fadeIn: 7.5 });
    expect(drag('fadeOut', 52.5)).toEqual({ fadeOut: 7.5 });
    expect(drag('fadeIn', 10)).toEqual({ fadeIn: 0 });
    expect(drag('fadeIn', 99)).toEqual({ fadeIn: 40 });
  });

  it('snaps where they end, not how long they are', () => {
    const odd = { ...own, from: 20.7, to: 59.1 };
    expect(dragFade(odd, 'fadeIn', 0, 27.2, end, toBeats).fadeIn).toBeCloseTo(28 - 20.7, 12);
    expect(dragFade(odd, 'fadeOut', 0, 52.8, end, toBeats).fadeOut).toBeCloseTo(59.1 - 52, 12);
  });

  it('moves the ends of a layer, in order and within the film', () => {
    expect(drag('from', 33)).toEqual({ from: 33 });
    expect(drag('from', 80)).toEqual({ from: 60 - 0.05 });
    expect(drag('from', -5)).toEqual({ from: 0 });
    expect(drag('to', 5)).toEqual({ to: 20.05 });
    expect(drag('to', 77, toBeats)).toEqual({ to: 78 });
  });

  it('lets a layer last to the end of the film, however long that is', () => {
    expect(drag('to', 100)).toEqual({ to: null });
  });

  it('moves a layer as a whole, its beginning on a beat', () => {
    expect(drag('whole', 45.4, toBeats, 40)).toEqual({ from: 26, to: 66 });
    expect(drag('whole', 1, asIs, 40)).toEqual({ from: 0, to: 40 });
  });

  it('is undone part by part by a double click', () => {
    expect((['fadeIn', 'fadeOut', 'from', 'to'] as const).map(resetFade)).toEqual([
      { fadeIn: 0 },
      { fadeOut: 0 },
      { from: 0 },
      { to: null },
    ]);
  });
});
