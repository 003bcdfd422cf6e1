import { expect, test } from '@playwright/test';
import { newFilm, place, show } from './showPanel';

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
  const moved = (await picture.boundingBox())!;
  expect([moved.x - held.x, moved.y - held.y]).toEqual([60, -20]);
  await view.getByRole('button', { name: 'Safe areas' }).click();
  await expect(page.getByRole('img', { name: 'Safe areas' })).toBeVisible();
  await page.getByRole('group', { name: /^Picture: plus/ }).press('0');
  expect(await picture.boundingBox()).toEqual(fitted);
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
