import { DrawCache } from '@cyclogram/core';

/** What the interface itself works out of paths and gradients, on the main thread. */
export const drawn = new DrawCache();
