/**
 * Passes that look at one pixel alone: their numbers are their places here. A new one is a file beside pointsPlace.ts, with
 * what it is told and a function that takes that, its place where it asks for it, and the bytes of a plane; and a line here.
 */
export { curves, mix, tones, lookUp } from './pointsColor';
export { vignette } from './pointsPlace';
export { grain } from './pointsGrain';
export { scanLines, wipe } from './pointsPlace';
export { invert } from './pointsColor';
export { addLight } from './pointsLight';
export { veil } from './pointsColor';
