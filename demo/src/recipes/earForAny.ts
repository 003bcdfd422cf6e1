import { defaultEar, type Ear } from '@cyclogram/core';

/** An ear for any song: its limits are shares of the song's own levels. */
export const earForAny = (id: string, name: string, part: Partial<Ear>): Ear => ({
  ...defaultEar(id, name),
  limits: 'fitted',
  floorPercent: 35,
  ceilingPercent: 99.5,
  ...part,
});
