import { useEffect, useRef } from 'react';
import { usePreview } from '../editor/previewContext';
import { useElementSize } from '../screen/useElementSize';

export type DrawLive = (context: CanvasRenderingContext2D, width: number, height: number) => void;

interface LiveCanvasProps {
  /** Draws it as it is now, on a clear canvas, in CSS pixels. Another function draws it anew. */
  draw: DrawLive;
  className: string;
}

/**
 * Something that moves with the sound. It is drawn, for an element of the page that moves has the browser look through the
 * whole page: that takes as long as a frame of the picture.
 */
export function LiveCanvas({ draw, className }: LiveCanvasProps) {
  const preview = usePreview();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = useElementSize(box);
  useEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d', { willReadFrequently: true });
    if (!element || !context || width < 1 || height < 1) return;
    const ratio = window.devicePixelRatio || 1;
    element.width = Math.round(width * ratio);
    element.height = Math.round(height * ratio);
    context.scale(ratio, ratio);
    const redraw = () => {
      context.clearRect(0, 0, width, height);
      draw(context, width, height);
    };
    redraw();
    return preview.onFrame(redraw);
  }, [preview, draw, width, height]);
  return (
    <div ref={box} className={className} aria-hidden>
      <canvas ref={canvas} className="block size-full" />
    </div>
  );
}
