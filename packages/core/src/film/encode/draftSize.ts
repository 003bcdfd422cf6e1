/** The size of a draft: half as wide and high, in whole pairs of pixels, as encoders take them; at least 16 a side. */
export const draftSize = ({ width, height }: { width: number; height: number }) => ({
  width: Math.max(16, 2 * Math.round(width / 4)),
  height: Math.max(16, 2 * Math.round(height / 4)),
});
