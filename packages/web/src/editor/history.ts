import type { Film } from '@cyclogram/core';
import { applyPatches, enablePatches, produceWithPatches, type Patch } from 'immer';
import { differenceOf } from './difference';

enablePatches();

/** One step of undo. */
export interface Change {
  label: string;
  /** Steps with the same key that follow each other quickly become one. */
  key: string;
  at: number;
  undo: Patch[];
  redo: Patch[];
}

export interface History {
  film: Film;
  past: Change[];
  future: Change[];
}

const maxSteps = 300;

/** Milliseconds within which changes of the same thing count as one. */
const mergeWithin = 1000;

/** The film before a step, while the step may still grow. */
const befores = new WeakMap<Change, Film>();

/** The press of the pointer during which a step was last changed. */
const presses = new WeakMap<Change, number>();

/** A step that goes on: however many changes it is made of, it holds the difference that they make together. */
function goneOn(step: Change, film: Film, more: { redo: Patch[]; undo: Patch[] }): Change {
  const before = befores.get(step);
  const next: Change = before
    ? { ...step, ...differenceOf(before, film) }
    : { ...step, redo: [...step.redo, ...more.redo], undo: [...more.undo, ...step.undo] };
  if (before) befores.set(next, before);
  const press = presses.get(step);
  if (press) presses.set(next, press);
  return next;
}

/**
 * Makes a change; the same history when it changes nothing.
 * @param key changes with the same one become one step when they follow each other quickly, or within one press
 * @param press number of the press of the pointer during which it is made; 0 for none
 */
export function makeChange(
  history: History,
  label: string,
  key: string,
  now: number,
  edit: (film: Film) => void,
  press = 0,
): History {
  const [film, redo, undo] = produceWithPatches(history.film, (draft) => void edit(draft));
  if (redo.length === 0) return history;
  const last = history.past.at(-1);
  const goesOn = last && (now - last.at < mergeWithin || (press > 0 && presses.get(last) === press));
  const merges = goesOn && key !== '' && last.key === key && history.future.length === 0;
  let step: Change;
  if (merges) {
    step = goneOn(last, film, { redo, undo });
    step.at = now;
  } else {
    step = { label, key, at: now, undo, redo };
    befores.set(step, history.film);
  }
  presses.set(step, press);
  const past = [...(merges ? history.past.slice(0, -1) : history.past), step].slice(-maxSteps);
  return { film, past, future: [] };
}

/**
 * Makes a change that follows from the last step by itself: it becomes part of that step, and
 * what was undone can still be done again.
 */
export function amendChange(history: History, edit: (film: Film) => void): History {
  const [film, redo, undo] = produceWithPatches(history.film, (draft) => void edit(draft));
  if (redo.length === 0) return history;
  const last = history.past.at(-1);
  if (!last) return { ...history, film };
  return { ...history, film, past: [...history.past.slice(0, -1), goneOn(last, film, { redo, undo })] };
}

export function undoChange({ film, past, future }: History): History {
  const step = past.at(-1);
  if (!step) return { film, past, future };
  return {
    film: applyPatches(film, step.undo),
    past: past.slice(0, -1),
    future: [{ ...step, key: '' }, ...future],
  };
}

export function redoChange({ film, past, future }: History): History {
  const [step, ...rest] = future;
  if (!step) return { film, past, future };
  return { film: applyPatches(film, step.redo), past: [...past, { ...step, key: '' }], future: rest };
}
