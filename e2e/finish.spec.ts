import { expect, test, type Page } from './test';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { layer, show } from './showPanel';
import { difference, folder, openFilm, screenPixels, readPicture } from './support';

const pictureFinish = (page: Page) => show(page).getByRole('region', { name: 'Finish', exact: true }).last();

async function addPass(page: Page, where: ReturnType<typeof pictureFinish>, name: string): Promise<void> {
  await where.getByRole('button', { name: 'Add a pass' }).click();
  await page.getByRole('dialog').getByRole('button', { name, exact: true }).click();
}

/** A copy of a demo film, without its finish. */
async function bareFilm(page: Page): Promise<void> {
  const answer = await page.request.get('/api/films/demo-slow-tide');
  const { document } = (await answer.json()) as { document: { cords: { target: { list: string } }[] } };
  const cords = document.cords.filter(({ target }) => target.list !== 'finish');
  const data = { document: { ...document, title: 'Bare', cords, finish: { passes: [] } } };
  const created = await page.request.post('/api/films', { data });
  const { id } = (await created.json()) as { id: string };
  await openFilm(page, `/films/${id}`);
  await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: 640, y: 60 } });
}

test('a .cube file is read, and changes the picture exactly; one that is damaged says why', async ({
  page,
}) => {
  await bareFilm(page);
  const before = await screenPixels(page);
  const finish = pictureFinish(page);
  await addPass(page, finish, 'Look-up table');
  await finish.getByRole('button', { name: /^Look-up table/ }).click();
  const file = finish.getByLabel('Look-up table file');
  const send = async (name: string, lines: string[]) => {
    await writeFile(join(folder, name), lines.join('\n'));
    await file.setInputFiles(join(folder, name));
  };
  await send('broken.cube', ['LUT_3D_SIZE 2', '0 0 0', '1 0 nan']);
  await expect(page.getByText('broken.cube is not used. Line 3: three numbers are expected')).toBeVisible();
  // Every colour as its opposite.
  const corners = Array.from({ length: 8 }, (_, i) =>
    [i & 1, (i >> 1) & 1, i >> 2].map((value) => 1 - value),
  );
  await send('Opposite.cube', ['LUT_3D_SIZE 2', ...corners.map((color) => color.join(' '))]);
  await expect(finish.getByRole('combobox', { name: 'Table' })).toHaveText('Opposite');
  const inverted = { ...before, data: before.data.map((value, i) => (i % 4 === 3 ? value : 255 - value)) };
  await expect.poll(async () => difference(await screenPixels(page), inverted)).toBeLessThan(0.1);
});

test('passes go to all selected layers, and are taken back in one step; O shows the picture before them', async ({
  page,
}) => {
  await bareFilm(page);
  const seen = async () =>
    await readPicture(await page.getByRole('img', { name: 'The picture now' }).screenshot());
  await layer(page, 'Water on the shore').click();
  await layer(page, 'Far water').click({ modifiers: ['Control'] });
  const plain = await screenPixels(page);
  const bare = await seen();
  const finish = show(page).getByRole('region', { name: 'Finish', exact: true }).first();
  if ((await finish.getByRole('button', { name: 'Add a pass' }).count()) === 0)
    await finish.getByRole('button', { name: 'Finish' }).click();
  await addPass(page, finish, 'Invert');
  const both = await screenPixels(page);
  expect(difference(both, plain)).toBeGreaterThan(1);
  // The other one has it, too.
  await layer(page, 'Water on the shore').click();
  await expect(finish.getByRole('listitem', { name: 'Invert' })).toBeVisible();
  await page.getByRole('slider', { name: 'Time in the song' }).focus();
  await page.keyboard.down('o');
  await expect.poll(async () => difference(await seen(), bare)).toBeLessThan(1.5);
  await page.keyboard.up('o');
  await expect.poll(async () => difference(await seen(), bare)).toBeGreaterThan(2);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => difference(await screenPixels(page), plain)).toBe(0);
});
