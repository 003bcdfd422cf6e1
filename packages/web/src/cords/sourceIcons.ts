import type { SourceKindName } from '@cyclogram/core';
import {
  Activity,
  AudioWaveform,
  Diamond,
  LayoutList,
  RefreshCw,
  Route,
  Sparkles,
  StepForward,
  type LucideIcon,
} from 'lucide-react';

/** Signs of the sources of motion: a kind without one does not compile. */
export const sourceIcons: Record<SourceKindName, LucideIcon> = {
  follower: Activity,
  keyframes: Diamond,
  wander: Route,
  turn: RefreshCw,
  swing: AudioWaveform,
  flicker: Sparkles,
  steps: StepForward,
  sections: LayoutList,
};
