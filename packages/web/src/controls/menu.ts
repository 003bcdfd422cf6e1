/** How what opens over the page looks, in one place: sheets, and the rows of lists and menus on them. */

const sheet = 'z-50 border border-edge bg-raised';

/** A list or a menu. */
export const menuSheet = `${sheet} min-w-32 py-1`;

/** A small card. */
export const popoverSheet = `${sheet} p-3`;

/** A row of a list or a menu. */
export const menuRow =
  'flex h-7 items-center gap-2 px-2.5 outline-none data-disabled:opacity-40 data-highlighted:bg-rule';
