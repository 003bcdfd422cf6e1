import { zoomIdentity, type ZoomTransform } from 'd3-zoom';

/** What part of the picture the Screen shows, and how large. */
export interface View {
  /** CSS pixels per picture unit; undefined fits the picture into the Screen. */
  scale: number | undefined;
  /** The place of the picture, in its units, that is in the middle of the Screen. */
  x: number;
  y: number;
}

export interface Size {
  width: number;
  height: number;
}

/** CSS pixels that stay free around a picture that is fitted. */
const margin = 12;
export const scaleLimits = { min: 0.05, max: 16 };

/** CSS pixels per picture unit at which the whole picture is seen. */
export const fitScale = (picture: Size, viewport: Size): number =>
  Math.max(
    0,
    Math.min((viewport.width - 2 * margin) / picture.width, (viewport.height - 2 * margin) / picture.height),
  );

export const fitted = (picture: Size): View => ({
  scale: undefined,
  x: picture.width / 2,
  y: picture.height / 2,
});

/** The scale of a view in a room. */
export const scaleOf = (view: View, picture: Size, viewport: Size): number =>
  view.scale ?? fitScale(picture, viewport);

const within = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);

/** The same view with some other place in the middle, as far as that is in the picture. */
export const lookingAt = (view: View, picture: Size, x: number, y: number): View => ({
  ...view,
  x: within(x, 0, picture.width),
  y: within(y, 0, picture.height),
});

/** Moves by CSS pixels. A fitted picture is all there already. */
export function moved(view: View, picture: Size, viewport: Size, dx: number, dy: number): View {
  if (view.scale === undefined) return view;
  const scale = scaleOf(view, picture, viewport);
  return lookingAt(view, picture, view.x + dx / scale, view.y + dy / scale);
}

/**
 * Zooms to a scale; what is under a place of the Screen stays there.
 * @param at CSS pixels from the middle of the Screen
 */
export function zoomedTo(
  view: View,
  picture: Size,
  viewport: Size,
  scale: number,
  at = { x: 0, y: 0 },
): View {
  const [from, to] = [scaleOf(view, picture, viewport), within(scale, scaleLimits.min, scaleLimits.max)];
  if (from <= 0) return view;
  const [x, y] = [view.x + at.x / from - at.x / to, view.y + at.y / from - at.y / to];
  return lookingAt({ ...view, scale: to }, picture, x, y);
}

/** Where the picture's left upper corner is, in CSS pixels of the Screen. */
export function cornerOf(view: View, picture: Size, viewport: Size): { left: number; top: number } {
  const scale = scaleOf(view, picture, viewport);
  return {
    left: Math.round(viewport.width / 2 - scale * view.x),
    top: Math.round(viewport.height / 2 - scale * view.y),
  };
}

/** Where the picture is on the Screen, in CSS pixels from the left upper corner. */
export const transformOf = (view: View, picture: Size, viewport: Size): ZoomTransform => {
  const scale = scaleOf(view, picture, viewport);
  return zoomIdentity
    .translate(viewport.width / 2 - scale * view.x, viewport.height / 2 - scale * view.y)
    .scale(scale || 1);
};

/** The view in which the picture is there, kept to the picture. */
export const viewOf = ({ k, x, y }: ZoomTransform, picture: Size, viewport: Size): View =>
  lookingAt({ scale: k, x: 0, y: 0 }, picture, (viewport.width / 2 - x) / k, (viewport.height / 2 - y) / k);
