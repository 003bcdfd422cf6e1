import type { Follower } from './follower';

/** Where in the spectrum something usually is (common practice), and what suits following it. */
export interface FollowerPreset {
  id: string;
  label: string;
  help: string;
  settings: Partial<Follower>;
}

const level = { kind: 'range', unit: 'percent', ceilingPercent: 99, hold: 0 } as const;
const onsets = { kind: 'onsets', sensitivity: 0.5, hold: 0.04, attack: 0 } as const;

export const followerPresets: readonly FollowerPreset[] = [
  {
    id: 'kick',
    label: 'Kick',
    help: 'The loudest tenth of 40 to 100 Hz: the drum, not the bass line under it.',
    settings: { ...level, fromHz: 40, toHz: 100, gatePercent: 90, attack: 0.003, release: 0.16 },
  },
  {
    id: 'bass-line',
    label: 'Bass line',
    help: 'Each note between 40 and 250 Hz. Best on a track of its own: in a mix the kick hides it.',
    settings: { ...onsets, fromHz: 40, toHz: 250, sensitivity: 0.7, release: 0.16 },
  },
  {
    id: 'sub-bass',
    label: 'Sub-bass',
    help: 'What is felt more than heard: 30 to 80 Hz.',
    settings: { ...level, fromHz: 30, toHz: 80, gatePercent: 55, attack: 0.02, release: 0.2 },
  },
  {
    id: 'snare-body',
    label: 'Snare body',
    help: 'Strokes between 150 and 400 Hz.',
    settings: { ...onsets, fromHz: 150, toHz: 400, release: 0.14 },
  },
  {
    id: 'voice',
    label: 'Voice',
    help: 'Where singing carries: 300 Hz to 3 kHz.',
    settings: { ...level, fromHz: 300, toHz: 3000, gatePercent: 50, attack: 0.03, release: 0.25 },
  },
  {
    id: 'presence',
    label: 'Presence',
    help: 'Consonants, picks and edges: 3 to 6 kHz.',
    settings: { ...level, fromHz: 3000, toHz: 6000, gatePercent: 60, attack: 0.01, release: 0.15 },
  },
  {
    id: 'hats',
    label: 'Hats',
    help: 'Short strokes above 9 kHz.',
    settings: { ...onsets, fromHz: 9000, toHz: 18000, sensitivity: 0.65, release: 0.08 },
  },
  {
    id: 'air',
    label: 'Air',
    help: 'Breath and shimmer: 10 to 18 kHz.',
    settings: { ...level, fromHz: 10000, toHz: 18000, gatePercent: 60, attack: 0.02, release: 0.2 },
  },
];
