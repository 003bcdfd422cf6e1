const ways: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Where an arrow key points on the Screen, in steps to the right and down; undefined for other keys. */
export const arrowWay = (key: string): readonly [number, number] | undefined => ways[key];
