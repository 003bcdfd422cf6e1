import { useRef } from 'react';
import { useEditor } from '../editor/editorStore';
import { useScope } from '../finish/useScope';
import type { ScopeData } from '../workers/messages';

const size = { width: 192, height: 80 };
const bins = 96;
const colors = ['#e8705a', '#6fbf8f', '#7fa6d8'];

/** How bright the picture is, column by column, and how often each value is there: below the picture, never on it. */
export function Scope() {
  const film = useEditor((state) => state.film);
  const waveform = useRef<HTMLCanvasElement>(null);
  const histogram = useRef<HTMLCanvasElement>(null);
  useScope(film, bins, (data) => {
    if (waveform.current) drawWaveform(waveform.current, data);
    if (histogram.current) drawHistogram(histogram.current, data);
  });
  return (
    <figure
      aria-label="Scope: brightness of the picture from left to right, and how often each value is there"
      className="flex shrink-0 justify-center gap-3 px-3 py-1.5"
    >
      <canvas ref={waveform} {...size} className="h-20 min-w-0 border border-rule bg-room" />
      <canvas ref={histogram} {...size} className="h-20 min-w-0 border border-rule bg-room" />
    </figure>
  );
}

function drawWaveform(canvas: HTMLCanvasElement, { waveform, columns, levels }: ScopeData): void {
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(columns, levels);
  for (let level = 0; level < levels; level++) {
    for (let column = 0; column < columns; column++) {
      const share = waveform[level * columns + column]!;
      // A root, so that thin lines are seen.
      const light = Math.min(255, 640 * Math.sqrt(share));
      const at = 4 * ((levels - 1 - level) * columns + column);
      image.data.set([light, light * 0.95, light * 0.86, 255], at);
    }
  }
  const sheet = new OffscreenCanvas(columns, levels);
  sheet.getContext('2d')!.putImageData(image, 0, 0);
  context.drawImage(sheet, 0, 0, canvas.width, canvas.height);
  context.fillStyle = 'rgba(244, 239, 230, 0.25)';
  for (const at of [0, 0.5, 1]) context.fillRect(0, Math.round(at * (canvas.height - 1)), canvas.width, 1);
}

function drawHistogram(canvas: HTMLCanvasElement, { histogram }: ScopeData): void {
  const context = canvas.getContext('2d')!;
  const { width, height } = canvas;
  context.globalCompositeOperation = 'source-over';
  context.clearRect(0, 0, width, height);
  context.globalCompositeOperation = 'screen';
  const max = Math.max(1e-6, ...histogram.flatMap((list) => list.slice(2, -2)));
  for (const [channel, list] of histogram.entries()) {
    context.fillStyle = colors[channel]!;
    list.forEach((share, i) => {
      const high = Math.min(1, Math.sqrt(share / max)) * height;
      context.fillRect((i * width) / bins, height - high, width / bins + 0.5, high);
    });
  }
}
