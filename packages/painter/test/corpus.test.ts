import { it } from 'vitest';
import { compareFrames } from './compareFrames';
import { corpus, sampleImage } from './corpus';
import { painted, paintedOnCanvas } from './paintBoth';
it('prints', () => {
  const images = new Map([['a', sampleImage()]]);
  const rows = corpus().map(({ name, picture, width, height }) => {
    const d = compareFrames(
      paintedOnCanvas(picture, width, height, images),
      painted(picture, width, height, images),
    );
    return { name, ...d };
  });
  const f = (n: number) => n.toFixed(2).padStart(7);
  for (const r of rows) console.log(f(r.interior), f(r.edge), f(r.signedMean), f(r.block), r.name);
});
