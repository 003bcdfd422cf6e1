import { expect, test } from './test';
import { newFilm, place, show, songFilm } from './showPanel';
import { difference, readPicture } from './support';

test('the picture is zoomed around the pointer, moved, and a handle dragged where it is shown', async ({
  page,
}) => {
  await newFilm(page);
  const view = page.getByRole('toolbar', { name: 'View of the picture' });
  const zoom = view.getByRole('button', { name: /%$/ });
  await expect(view.getByRole('button', { name: 'Fit to window' })).toHaveAttribute('aria-pressed', 'true');
  const picture = page.getByRole('img', { name: 'The picture now' });
  const fitted = (await picture.boundingBox())!;
  const radius = page.getByRole('spinbutton', { name: 'Radius' });
  const before = Number(await radius.inputValue());

  await zoom.click();
  await expect(zoom).toHaveText('100 %');
  expect((await picture.boundingBox())!.width).toBe(1920);
  await page.mouse.move(...(await place(page, 0.5, 0.4)));
  const [, y] = await place(page, 0.5, 0.4);
  await page.mouse.wheel(0, 200);
  await expect(zoom).not.toHaveText('100 %');
  // What was under the pointer is there still.
  await expect.poll(async () => (await place(page, 0.5, 0.4))[1]).toBeCloseTo(y, -1);
  await page.mouse.wheel(0, -200);
  await expect(zoom).toHaveText('100 %');

  // At actual pixels, a picture unit is a pixel of the page.
  const handle = (await page.getByRole('button', { name: 'Radius of the path' }).boundingBox())!;
  const [x0, y0] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
  await page.mouse.move(x0, y0);
  await page.mouse.down();
  await page.mouse.move(x0, y0 + 40, { steps: 4 });
  await page.mouse.up();
  expect(Number(await radius.inputValue())).toBeCloseTo(before - 40, 0);

  // Taken hold of with the middle button, it follows.
  const held = (await picture.boundingBox())!;
  await page.mouse.move(640, 500);
  await page.mouse.down({ button: 'middle' });
  await page.mouse.move(700, 480, { steps: 4 });
  await page.mouse.up({ button: 'middle' });
  await expect
    .poll(async () => {
      const moved = (await picture.boundingBox())!;
      return [moved.x - held.x, moved.y - held.y];
    })
    .toEqual([60, -20]);
  await view.getByRole('button', { name: 'Safe areas' }).click();
  await expect(page.getByRole('img', { name: 'Safe areas' })).toBeVisible();
  await page.getByRole('group', { name: /^Picture: plus/ }).press('0');
  expect(await picture.boundingBox()).toEqual(fitted);
});

test('what tells of the view and measures the picture never lies over it', async ({ page }) => {
  await newFilm(page);
  const view = page.getByRole('toolbar', { name: 'View of the picture' });
  const scope = page.getByRole('figure', { name: /^Scope/ });
  await view.getByRole('button', { name: 'Scope' }).click();
  await expect(scope).toBeVisible();
  for (const [width, height] of [
    [1280, 720],
    [1920, 1080],
  ] as const) {
    await page.setViewportSize({ width, height });
    await expect(view.getByRole('button', { name: 'Fit to window' })).toHaveAttribute('aria-pressed', 'true');
    // The fitted picture follows the size of the window.
    await expect
      .poll(async () => {
        const picture = (await page.getByRole('img', { name: 'The picture now' }).boundingBox())!;
        const tops = [(await scope.boundingBox())!.y, (await view.boundingBox())!.y];
        return Math.min(...tops) - picture.y - picture.height;
      })
      .toBeGreaterThanOrEqual(0);
    const picture = (await page.getByRole('img', { name: 'The picture now' }).boundingBox())!;
    expect(picture.height).toBeGreaterThan(height / 5);
  }
});

test('an open list takes the click that closes it, and nothing behind it hears of it', async ({ page }) => {
  await newFilm(page);
  const radius = page.getByRole('spinbutton', { name: 'Radius' });
  const { x, y, height } = (await radius.boundingBox())!;
  const list = show(page).getByRole('combobox').first();
  for (const open of [() => list.click(), () => list.press('Enter')]) {
    await open();
    await expect(page.getByRole('listbox')).toBeVisible();
    await page.mouse.click(x + 10, y + height / 2);
    await expect(page.getByRole('listbox')).toBeHidden();
    await expect(radius).not.toBeFocused();
  }
  // The one that opens a list closes it too.
  const opener = (await list.boundingBox())!;
  await list.click();
  await expect(page.getByRole('listbox')).toBeVisible();
  await page.mouse.click(opener.x + 4, opener.y + 4);
  await expect(page.getByRole('listbox')).toBeHidden();
  await page.mouse.click(x + 10, y + height / 2);
  await expect(radius).toBeFocused();
});

test.describe('with two fingers', () => {
  test.use({ hasTouch: true });

  test('picture and Tape are zoomed and moved', async ({ page }) => {
    await songFilm(page, 'fingers', 5.5);
    const client = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: [number, number][]) =>
      client.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: points.map(([x, y], id) => ({ x, y, id })),
      });
    /** Two fingers, drawn apart to so many times their distance. */
    const pinch = async (x: number, y: number, factor: number) => {
      await touch('touchStart', [x - 30, y], [x + 30, y]);
      for (let i = 1; i <= 5; i++) {
        const half = 30 * (1 + ((factor - 1) * i) / 5);
        await touch('touchMove', [x - half, y], [x + half, y]);
      }
      await touch('touchEnd');
    };
    const picture = page.getByRole('img', { name: 'The picture now' });
    const before = (await picture.boundingBox())!;
    await pinch(before.x + 20, before.y + 20, 2);
    await expect.poll(async () => (await picture.boundingBox())!.width / before.width).toBeCloseTo(2, 1);
    // What was between the fingers is there still.
    const after = (await picture.boundingBox())!;
    expect([after.x, after.y]).toEqual([
      expect.closeTo(before.x - 20, -1),
      expect.closeTo(before.y - 20, -1),
    ]);

    const tape = page.getByRole('slider', { name: 'Time in the song' });
    const look = async () => await readPicture(await tape.screenshot());
    const whole = await look();
    const box = (await tape.boundingBox())!;
    await pinch(box.x + box.width / 2, box.y + box.height / 2, 3);
    await expect.poll(async () => difference(await look(), whole)).toBeGreaterThan(2);
  });
});
