/**
 * Scrolls the list that an element is in, no further than needed, until the element shows: its top where it is higher than
 * the list. What the list itself stands in stays where it is.
 */
export function showInList(element: HTMLElement): void {
  let list = element.parentElement;
  while (list && !/auto|scroll/.test(getComputedStyle(list).overflowY)) list = list.parentElement;
  if (!list) return;
  const [own, around] = [element.getBoundingClientRect(), list.getBoundingClientRect()];
  const [above, below] = [own.top - around.top, own.bottom - around.bottom];
  const away = above < 0 ? above : Math.max(0, Math.min(above, below));
  if (away !== 0) list.scrollTo({ top: list.scrollTop + away });
}
