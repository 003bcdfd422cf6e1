import { timePassKind } from './timePass';

/** What moves is blurred, as behind an open shutter. Renders show it, and the preview while it stands. */
export const motionBlur = timePassKind({
  kind: 'motionBlur',
  label: 'Motion blur',
  about: 'What moves is blurred, in renders and while the film stands',
  fields: [
    {
      kind: 'number',
      key: 'shutter',
      label: 'Shutter angle',
      help: '360° is open for the whole of a frame.',
      min: 0,
      max: 720,
      step: 10,
      unit: '°',
      default: 180,
    },
    {
      kind: 'number',
      key: 'samples',
      label: 'Samples',
      help: 'Pictures drawn for each frame. Render time grows in proportion.',
      min: 2,
      max: 64,
      step: 1,
      unit: '',
      whole: true,
      default: 8,
      driven: false,
    },
  ],
  compose({ shutter, samples }, drawn, { fps, quick, together }) {
    if (quick || shutter === 0) return drawn(0);
    const open = shutter / 360 / fps;
    const pictures = Array.from({ length: samples }, (_, i) =>
      together(drawn(open * ((i + 0.5) / samples - 0.5))),
    );
    return [together(pictures, { average: true })];
  },
  times: ({ shutter }) => ({ back: shutter / 720, ahead: shutter / 720 }),
});
