import { Registry, type ValueOfKinds } from '../../../contract';
import { flickerSource } from './flicker';
import { followerSource } from './follower';
import { keyframesSource } from './keyframes';
import { sectionsSource } from './sections';
import type { SourceKind } from './sourceKind';
import { stepsSource } from './steps';
import { swingSource } from './swing';
import { turnSource } from './turn';
import { wanderSource } from './wander';

/** Every source of motion there is. A new one is a file beside this one and a line here. */
export const sourceKinds = {
  follower: followerSource,
  keyframes: keyframesSource,
  wander: wanderSource,
  turn: turnSource,
  swing: swingSource,
  flicker: flickerSource,
  steps: stepsSource,
  sections: sectionsSource,
};

/** What every source can be asked. */
export const sourceRegistry = new Registry<typeof sourceKinds, SourceKind>(() => sourceKinds);

export type SourceKindName = keyof typeof sourceKinds;
export type CordSource = ValueOfKinds<typeof sourceKinds>;
