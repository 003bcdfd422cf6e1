/** A title as the name of a file: without what file systems and headers do not take. */
export const attachmentName = (title: string, ending: string): string => {
  const stem = title
    .replace(/[^\p{L}\p{N} ._-]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return `${stem || 'film'}${ending}`;
};
