import type { Size } from '../../contract';
import { projected, viewOf, type Camera, type Vector } from './camera';

/** Share of the picture's width and height that a framed stage fills at most. */
export const frameShare = 0.94;

/** What of a camera is changed when a stage is framed. */
export type Framing = Pick<Camera, 'distance' | 'view' | 'targetX' | 'targetY' | 'targetZ'>;

const rounds = 6;
const halvings = 30;

/**
 * Moves a camera, its angles and lens kept, so that places just fit the picture.
 * @param positions x, y and z of each place, in lists
 * @returns undefined where there are no places
 */
export function frameStage(camera: Camera, lists: readonly Float32Array[], size: Size): Framing | undefined {
  const positions = cornersOf(lists);
  if (positions.length === 0) return undefined;
  const isPerspective = camera.projection === 'perspective';
  const extent = positions.reduce((max, position) => Math.max(max, ...position.map(Math.abs)), 1);
  let own: Camera = { ...camera, ...middleOf(positions), nearFade: 0 };
  const seen = (tried: Camera) => {
    const view = viewOf(tried, size);
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const position of positions) {
      const at = projected(view, position);
      if (!at) return undefined;
      [left, right] = [Math.min(left, at[0]), Math.max(right, at[0])];
      [top, bottom] = [Math.min(top, at[1]), Math.max(bottom, at[1])];
    }
    return { left, top, right, bottom, view };
  };
  const fits = (tried: Camera) => {
    const box = seen(tried);
    if (!box) return false;
    const across = Math.max(size.width / 2 - box.left, box.right - size.width / 2) / (size.width / 2);
    const down = Math.max(size.height / 2 - box.top, box.bottom - size.height / 2) / (size.height / 2);
    return Math.max(across, down) <= frameShare;
  };
  const away = (by: number): Camera => (isPerspective ? { ...own, distance: by } : { ...own, view: by });
  for (let round = 0; round < rounds; round++) {
    // From what surely fits to what just does.
    let [low, high] = [1, extent * 400];
    for (let i = 0; i < halvings; i++) {
      const middle = Math.sqrt(low * high);
      if (fits(away(middle))) high = middle;
      else low = middle;
    }
    own = away(high);
    if (round + 1 === rounds) break;
    const box = seen(own);
    if (!box) break;
    // What is seen is brought to the middle, by as much as that is at the target.
    const { view } = box;
    const scale = isPerspective ? own.distance / view.focal : 1 / view.focal;
    const dx = ((box.left + box.right) / 2 - size.width / 2) * scale;
    const dy = (size.height / 2 - (box.top + box.bottom) / 2) * scale;
    own = {
      ...own,
      targetX: own.targetX + view.right[0] * dx + view.up[0] * dy,
      targetY: own.targetY + view.right[1] * dx + view.up[1] * dy,
      targetZ: own.targetZ + view.right[2] * dx + view.up[2] * dy,
    };
  }
  // Rounded away from the stage: it still fits.
  return {
    distance: isPerspective ? Math.ceil(own.distance) : Math.max(camera.distance, Math.ceil(extent * 4)),
    view: isPerspective ? camera.view : Math.ceil(own.view),
    targetX: tidy(own.targetX),
    targetY: tidy(own.targetY),
    targetZ: tidy(own.targetZ),
  };
}

const tidy = (value: number) => Math.round(value * 10) / 10;

function cornersOf(lists: readonly Float32Array[]): Vector[] {
  return lists.flatMap((list) =>
    Array.from({ length: list.length / 3 }, (_, i): Vector => [
      list[3 * i]!,
      list[3 * i + 1]!,
      list[3 * i + 2]!,
    ]),
  );
}

function middleOf(positions: readonly Vector[]) {
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  for (const position of positions) {
    position.forEach((value, i) => {
      min[i] = Math.min(min[i]!, value);
      max[i] = Math.max(max[i]!, value);
    });
  }
  const [x, y, z] = min.map((value, i) => (value + max[i]!) / 2) as [number, number, number];
  return { targetX: x, targetY: y, targetZ: z };
}
