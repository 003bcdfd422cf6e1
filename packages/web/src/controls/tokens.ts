/**
 * The colours of the interface, for what is drawn on a canvas. The same ones stand in styles.css for
 * everything else; a test fails when they differ.
 */
export const tokens = {
  room: '#12100e',
  panel: '#191613',
  raised: '#231f1b',
  rule: '#37312b',
  edge: '#6f665b',
  paper: '#efe8dc',
  dim: '#aca294',
  amber: '#f0ac48',
  glass: '#86cdb4',
  alarm: '#ff7a6b',
} as const;

/** The type of what is written on a canvas. */
export const chartFont = '10px "Martian Mono Variable", monospace';
