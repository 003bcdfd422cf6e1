import { tokens } from '../controls/tokens';
/** The Tape's colours: amber for sound, glass for picture, paper for what is picked. */
export const colours = {
  ground: tokens.room,
  ruler: tokens.dim,
  rule: tokens.rule,
  wavePeak: '#8a642c',
  waveBody: tokens.amber,
  waveMiddle: '#5c4a2c',
  loop: tokens.paper,
  cached: 'rgba(239, 232, 220, 0.16)',
  loopFill: 'rgba(239, 232, 220, 0.10)',
  range: 'rgba(239, 232, 220, 0.16)',
  rangeEdge: 'rgba(239, 232, 220, 0.45)',
  pick: tokens.paper,
  value: 'rgba(240, 172, 72, 0.34)',
  raw: tokens.amber,
  histogram: 'rgba(239, 232, 220, 0.28)',
  picture: tokens.glass,
  span: 'rgba(134, 205, 180, 0.16)',
  spanEdge: 'rgba(134, 205, 180, 0.6)',
  faded: 'rgba(18, 16, 14, 0.72)',
  label: 'rgba(18, 16, 14, 0.75)',
};
