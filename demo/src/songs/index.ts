import { breakwater } from './breakwater';
import { dryDock } from './dryDock';
import { slowTide } from './slowTide';
import type { Song } from './song';

/** The demo's songs. */
export const songs: readonly Song[] = [breakwater, slowTide, dryDock];
