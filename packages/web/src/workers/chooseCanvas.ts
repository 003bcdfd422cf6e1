/**
 * Without a graphics processor, an accelerated canvas is emulated and takes half
 * a second a frame. Draws the same little scene on both kinds of canvas and
 * chooses the faster.
 */
export function chooseCanvas(): CanvasRenderingContext2DSettings {
  const onProcessor = { willReadFrequently: true, alpha: false };
  const accelerated = { alpha: false };
  return timeScene(accelerated) < timeScene(onProcessor) * 0.8 ? accelerated : onProcessor;
}

function timeScene(settings: CanvasRenderingContext2DSettings): number {
  const canvas = new OffscreenCanvas(640, 360);
  const context = canvas.getContext('2d', settings)!;
  const draw = () => {
    context.fillRect(0, 0, 640, 360);
    context.lineWidth = 6;
    context.lineCap = 'round';
    for (let i = 0; i < 60; i++) {
      context.beginPath();
      context.moveTo(320, 180);
      context.lineTo(320 + 170 * Math.cos(i), 180 + 170 * Math.sin(i));
      context.stroke();
    }
    // Reading one pixel makes the drawing happen now.
    context.getImageData(0, 0, 1, 1);
  };
  draw();
  const start = performance.now();
  draw();
  draw();
  return performance.now() - start;
}
