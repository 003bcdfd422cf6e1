import { useEffect, useRef } from 'react';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { useElementSize } from '../screen/useElementSize';
import { tokens } from '../controls/tokens';

const colour = {
  line: tokens.rule,
  bar: tokens.amber,
  full: tokens.alarm,
  peak: tokens.paper,
  text: tokens.dim,
  ground: 'rgba(25, 22, 19, 0.8)',
};

interface LiveSpectrumProps {
  earId: string;
  height: number;
}

/** The levels of an ear's bands now, from floor to ceiling; what is full is red at its top. */
export function LiveSpectrum({ earId, height }: LiveSpectrumProps) {
  const preview = usePreview();
  const floorDb = usePreviewState((state) => state.ears[earId]?.limits.floorDb);
  const ceilingDb = usePreviewState((state) => state.ears[earId]?.limits.ceilingDb);
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width } = useElementSize(box);
  useEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context || width < 1) return;
    const ratio = window.devicePixelRatio || 1;
    element.width = Math.round(width * ratio);
    element.height = Math.round(height * ratio);
    context.scale(ratio, ratio);
    const draw = () => {
      const levels = preview.live.ears.get(earId);
      const peaks = preview.live.peaks.get(earId);
      context.clearRect(0, 0, width, height);
      context.fillStyle = colour.line;
      context.fillRect(0, 0, width, 1);
      context.fillRect(0, height - 1, width, 1);
      if (!levels) return;
      const step = width / levels.length;
      const barWidth = Math.max(step - 1, 0.5);
      levels.forEach((level, band) => {
        const tall = Math.min(Math.max(level, 0), 1) * (height - 2);
        context.fillStyle = colour.bar;
        context.fillRect(band * step, height - 1 - tall, barWidth, tall);
        if (level >= 1) {
          context.fillStyle = colour.full;
          context.fillRect(band * step, 1, barWidth, 2);
        }
      });
      if (peaks) {
        context.fillStyle = colour.peak;
        peaks.forEach((peak, band) => {
          const tall = Math.min(Math.max(peak, 0), 1) * (height - 2);
          context.fillRect(band * step, height - 2 - tall, barWidth, 1);
        });
      }
      if (floorDb !== undefined && ceilingDb !== undefined && height > 60) {
        context.font = '10px "Martian Mono Variable", monospace';
        context.textBaseline = 'middle';
        const label = (text: string, y: number) => {
          context.fillStyle = colour.ground;
          context.fillRect(0, y - 7, context.measureText(text).width + 6, 14);
          context.fillStyle = colour.text;
          context.fillText(text, 3, y);
        };
        label(`${ceilingDb.toFixed(0)} dB`, 8);
        label(`${floorDb.toFixed(0)} dB`, height - 9);
      }
    };
    draw();
    return preview.onFrame(draw);
  }, [preview, earId, width, height, floorDb, ceilingDb]);
  return (
    <div ref={box} className="w-full">
      <canvas
        ref={canvas}
        style={{ height }}
        className="block w-full"
        role="img"
        aria-label="Live spectrum"
      />
    </div>
  );
}
