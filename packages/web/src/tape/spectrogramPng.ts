import type { Preview } from '../editor/preview';
import { chartFont } from '../controls/tokens';
import { colours } from './colours';
import { namedFrequencies } from './frequencyAxis';
import { rulerMarks } from './rulerMarks';

const maxColumns = 6000;
const pixelsPerSecond = 30;
const height = 720;
const margin = { left: 44, bottom: 26 };

/** The spectrogram of the whole song with its axes, as PNG. @throws Error when nothing has been heard */
export async function spectrogramPng(preview: Preview): Promise<Blob> {
  const end = preview.seconds;
  const columns = Math.max(600, Math.min(maxColumns, Math.round(end * pixelsPerSecond)));
  const picture = await preview.ask('spectrogram', { from: 0, to: end, columns });
  if (!picture) throw new Error('Nothing has been heard yet.');
  const source = new OffscreenCanvas(picture.width, picture.height);
  source.getContext('2d')!.putImageData(new ImageData(picture.pixels, picture.width, picture.height), 0, 0);
  const canvas = new OffscreenCanvas(columns + margin.left, height + margin.bottom);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.fillStyle = colours.ground;
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(source, margin.left, 0, columns, height);
  context.font = chartFont;
  context.fillStyle = colours.ruler;
  context.textBaseline = 'middle';
  for (const { y, hz } of namedFrequencies({ top: 0, height })) {
    context.fillText(hz < 1000 ? `${hz} Hz` : `${hz / 1000} kHz`, 2, y);
  }
  const widthOf = (text: string) => context.measureText(text).width;
  for (const mark of rulerMarks({ from: 0, to: end }, columns, widthOf)) {
    const x = margin.left + mark.x;
    context.fillRect(x, height, 1, 5);
    context.fillText(mark.text, x + 3, height + 15);
  }
  return canvas.convertToBlob({ type: 'image/png' });
}
