/** Where in its time a film was left, kept in the browser. */

const key = (id: string) => `place:${id}`;

/** Seconds; undefined for a film that was never open. */
export function keptPlace(id: string): number | undefined {
  try {
    const text = localStorage.getItem(key(id));
    const position = text === null ? NaN : Number(text);
    return Number.isFinite(position) && position >= 0 ? position : undefined;
  } catch {
    return undefined;
  }
}

/** What cannot be kept is no loss: the film opens at its liveliest moment. */
export function keepPlace(id: string, seconds: number): void {
  try {
    localStorage.setItem(key(id), String(Math.round(seconds * 1000) / 1000));
  } catch {
    // Full, or not allowed.
  }
}

export const forgetPlace = (id: string): void => {
  try {
    localStorage.removeItem(key(id));
  } catch {
    // Not allowed.
  }
};
