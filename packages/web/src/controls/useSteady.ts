import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function that stays the same from one rendering to the next and does what the last one says: for what is not to be rendered again with it. */
export function useSteady<Given extends unknown[]>(
  act: (...given: Given) => void,
): (...given: Given) => void {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  return useCallback((...given: Given) => latest.current(...given), []);
}
