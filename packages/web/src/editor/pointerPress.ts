/**
 * Counts presses of the pointer.
 * @param target what the pointer's events reach
 * @returns the number of the press that is going on; 0 where none is
 */
export function watchPresses(target: EventTarget): () => number {
  let count = 0;
  let held = 0;
  // After whoever else hears of it: the last change of a gesture is often made as the pointer is let go.
  const letGo = () => {
    const press = held;
    setTimeout(() => {
      if (held === press) held = 0;
    });
  };
  target.addEventListener('pointerdown', () => void (held = ++count), true);
  target.addEventListener('pointerup', letGo, true);
  target.addEventListener('pointercancel', letGo, true);
  return () => held;
}

/** Number of the press of the pointer on this page that is going on; 0 where none is. */
export const pointerPress = watchPresses(typeof window === 'undefined' ? new EventTarget() : window);
