import { useEffect, useRef } from 'react';
import { useStage } from '../editor/stageContext';
import { useElementSize } from '../screen/useElementSize';

/** The levels of an ear's bands now. */
export function LiveSpectrum({ earId, height }: { earId: string; height: number }) {
  const stage = useStage();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width } = useElementSize(box);
  useEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context || width < 1) return;
    element.width = width;
    element.height = height;
    const draw = () => {
      const levels = stage.levels.get(earId);
      context.clearRect(0, 0, width, height);
      context.fillStyle = '#37312b';
      context.fillRect(0, height - 1, width, 1);
      if (!levels) return;
      context.fillStyle = '#f0ac48';
      const step = width / levels.length;
      levels.forEach((level, band) => {
        const tall = level * (height - 1);
        context.fillRect(band * step, height - 1 - tall, Math.max(step - 1, 0.5), tall);
      });
    };
    draw();
    return stage.onFrame(draw);
  }, [stage, earId, width, height]);
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
