/** The Tape's colours: amber for sound, glass for picture, paper for what is picked. */
export const colours = {
  ground: '#12100e',
  ruler: '#aca294',
  rule: '#37312b',
  wavePeak: '#8a642c',
  waveBody: '#f0ac48',
  waveMiddle: '#5c4a2c',
  loop: '#efe8dc',
  loopFill: 'rgba(239, 232, 220, 0.10)',
  range: 'rgba(239, 232, 220, 0.16)',
  rangeEdge: 'rgba(239, 232, 220, 0.45)',
  pick: '#efe8dc',
  value: 'rgba(240, 172, 72, 0.34)',
  raw: '#f0ac48',
  histogram: 'rgba(239, 232, 220, 0.28)',
  picture: '#86cdb4',
  span: 'rgba(134, 205, 180, 0.16)',
  spanEdge: 'rgba(134, 205, 180, 0.6)',
  faded: 'rgba(18, 16, 14, 0.72)',
  label: 'rgba(18, 16, 14, 0.75)',
};
export const tapeFont = '10px "Martian Mono Variable", monospace';
