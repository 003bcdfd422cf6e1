/** The unit of stored values: what is shown as milliseconds is stored in seconds, what is shown in percent as a share. */
export function storedUnit({ unit, shownPer = 1 }: { unit: string; shownPer?: number }): string {
  if (shownPer === 1) return unit === 'px' ? 'picture units' : unit;
  return { ms: 's', '%': 'share', '%/s': 'share/s' }[unit] ?? `${unit} / ${shownPer}`;
}
