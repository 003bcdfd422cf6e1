/** Scrolls the list that an element is in so that it stands at the top. What the list itself stands in stays where it is. */
export function scrollToTop(element: HTMLElement): void {
  let list = element.parentElement;
  while (list && !/auto|scroll/.test(getComputedStyle(list).overflowY)) list = list.parentElement;
  if (!list) return;
  const away = element.getBoundingClientRect().top - list.getBoundingClientRect().top;
  list.scrollTo({ top: list.scrollTop + away });
}
