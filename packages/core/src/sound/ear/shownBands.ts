import { bandCount } from '../spectrum/scales';
import type { Ear } from './ear';

/** Indices of an ear's bands that give a mark: those not muted. @param bands how many there are */
export function shownBands(ear: Ear, bands = bandCount(ear)): number[] {
  return Array.from({ length: bands }, (_, band) => band).filter((band) => !ear.mutes.includes(band));
}
