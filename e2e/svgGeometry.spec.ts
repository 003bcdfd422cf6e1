import { readSvg } from '@cyclogram/core';
import { expect, test } from './test';

const shapes = `<rect x="10" y="20" width="60" height="30"/><rect x="10%" y="5mm" width="25%" height="12pt" rx="3"/>
  <circle cx="40" cy="60" r="10%"/><ellipse cx="50" cy="50" rx="30" ry="12" transform="rotate(30 50 50)"/>
  <line x1="0" y1="100%" x2="1in" y2="4"/><polyline points="0,0 10,30 55,2"/><polygon points="5 5 90 20 30 80"/>
  <path d="M10 80q20-60 40 0t40 0a15 25 20 0 1-60 10z" transform="translate(3 4) skewX(12)"/>`;
const svg = (attributes: string, inside = shapes) =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;

const aligns = ['xMinYMin', 'xMidYMax', 'xMaxYMid meet', 'xMidYMid slice', 'xMaxYMin slice', 'none'];
const files = {
  'no view box': svg('width="300" height="200"'),
  'a view box': svg('width="640" height="360" viewBox="-10 -20 120 140"'),
  'a view box of one unit': svg(
    'width="500" height="500" viewBox="0 0 1 1"',
    '<path d="M.1.2C.3.1.6.9.9.25"/><circle cx=".5" cy=".5" r=".125"/>',
  ),
  'a width in millimetres': svg('width="120mm" height="3in" viewBox="0 0 100 100"'),
  ...Object.fromEntries(
    aligns.map((align) => [
      `preserveAspectRatio ${align}`,
      svg(`width="640" height="200" viewBox="5 5 120 90" preserveAspectRatio="${align}"`),
    ]),
  ),
  'one in another': svg(
    'width="600" height="400" viewBox="0 0 300 200"',
    `<g transform="scale(.8) rotate(10)"><svg x="10%" y="20" width="50%" height="80" viewBox="0 0 100 200"
      preserveAspectRatio="xMaxYMax">${shapes}</svg></g><svg x="30" viewBox="0 0 50 50">${shapes}</svg>`,
  ),
};

for (const [name, text] of Object.entries(files)) {
  test(`an SVG with ${name} has its shapes where the browser has them`, async ({ page }) => {
    await page.setContent(`<body style="margin:0">${text}`);
    // Each shape of ours is one subpath: all commands are absolute.
    const ours = readSvg(text).data.split(/(?=M)/);
    const compared = await page.evaluate((ours) => {
      const all = document.querySelectorAll<SVGGeometryElement>(
        'rect,circle,ellipse,line,polyline,polygon,path',
      );
      return [...all].map((shape, i) => {
        const matrix = shape.getScreenCTM()!;
        const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
        path.setAttribute('d', ours[i]!);
        const length = path.getTotalLength();
        const steps = 1000;
        const places = Array.from({ length: steps + 1 }, (_, step) =>
          path.getPointAtLength((step / steps) * length),
        );
        // Where the browser has it: a matrix may stretch the shape, so its places are looked for on our line.
        const apart = [0, 0.25, 0.5, 0.75].map((share) => {
          const { x, y } = shape.getPointAtLength(shape.getTotalLength() * share).matrixTransform(matrix);
          const distances = places.map((place) => Math.hypot(place.x - x, place.y - y));
          return share === 0 ? distances[0]! : Math.min(...distances);
        });
        return { name: shape.nodeName, start: apart[0]!, max: Math.max(...apart), step: length / steps };
      });
    }, ours);
    expect(compared).toHaveLength(ours.length);
    for (const { name, start, max, step } of compared) {
      expect(start, `start of ${name}`).toBeLessThan(0.01);
      expect(max, name).toBeLessThan(0.01 + step / 2);
    }
  });
}
