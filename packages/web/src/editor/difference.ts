import type { Patch } from 'immer';

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Lists of as many items are looked into, others are taken whole. */
const isAlike = (a: unknown, b: unknown): boolean =>
  (isPlain(a) && isPlain(b)) || (Array.isArray(a) && Array.isArray(b) && a.length === b.length);

/**
 * The least that leads from one state to another and back, as patches. What both share, as states do that follow from each
 * other without being changed in place, is not looked into.
 */
export function differenceOf<T extends object>(from: T, to: T): { redo: Patch[]; undo: Patch[] } {
  const redo: Patch[] = [];
  const undo: Patch[] = [];
  const compare = (a: Record<string, unknown>, b: Record<string, unknown>, path: (string | number)[]) => {
    for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
      const [old, now] = [a[key], b[key]];
      if (old === now) continue;
      const at = [...path, Array.isArray(a) ? Number(key) : key];
      if (!(key in b)) {
        redo.push({ op: 'remove', path: at });
        undo.push({ op: 'add', path: at, value: old });
      } else if (!(key in a)) {
        redo.push({ op: 'add', path: at, value: now });
        undo.push({ op: 'remove', path: at });
      } else if (isAlike(old, now)) compare(old as typeof a, now as typeof b, at);
      else {
        redo.push({ op: 'replace', path: at, value: now });
        undo.push({ op: 'replace', path: at, value: old });
      }
    }
  };
  compare(from as Record<string, unknown>, to as Record<string, unknown>, []);
  return { redo, undo };
}
