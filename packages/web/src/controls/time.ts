/** 83.4 s as 1:23, or with tenths as 1:23.4. */
export function clock(seconds: number, tenths = false): string {
  const rounded = tenths ? Math.floor(seconds * 10 + 1e-6) / 10 : Math.floor(seconds + 1e-6);
  const minutes = Math.floor(rounded / 60);
  const rest = rounded - minutes * 60;
  return `${minutes}:${tenths ? rest.toFixed(1).padStart(4, '0') : String(rest).padStart(2, '0')}`;
}

/** A length of time in words: "about 2 min", "a few seconds". */
export function roughTime(seconds: number): string {
  if (seconds < 5) return 'a few seconds';
  if (seconds < 90) return `${Math.round(seconds)} s`;
  return `${Math.round(seconds / 60)} min`;
}

export const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;

/** A size in the unit that suits it. */
export const byteSize = (bytes: number) =>
  bytes < 1e9 ? megabytes(bytes) : `${(bytes / 1e9).toFixed(bytes < 1e10 ? 1 : 0)} GB`;
