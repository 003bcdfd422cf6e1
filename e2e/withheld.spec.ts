import { defaultFilm, newLayer, type Film } from '@cyclogram/core';
import { show } from './showPanel';
import { expect, test } from './test';

const hd = { width: 1920, height: 1080 };

/** A fill in groups of two linked copies each, and a plain one. */
function doubled(levels: number): Film {
  const film = defaultFilm('Echo chamber');
  film.layers = [
    newLayer('fill', hd, { id: 'plain', name: 'Plain' }),
    newLayer('fill', hd, { id: 'l-0', name: 'Fill' }),
  ];
  for (let n = 1; n <= levels; n++) {
    film.layers.push(newLayer('group', hd, { id: `l-${n}`, name: `Group ${n}`, visible: n === levels }));
    for (const half of ['a', 'b'])
      film.layers.push(
        newLayer('linked', hd, {
          id: `${half}-${n}`,
          name: `${half}${n}`,
          source: `l-${n - 1}`,
          group: `l-${n}`,
        }),
      );
  }
  return film;
}

test('what would take too long is not drawn, said, and hidden on a press; the rest is drawn', async ({
  page,
}) => {
  const made = await page.request.post('/api/films', { data: { document: doubled(16) } });
  expect(made.status()).toBe(201);
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/films/${id}`);
  const note = page.getByRole('alert', { name: 'Not drawn' });
  await expect(note).toContainText('“Group 16” would be drawn 65,536 times per frame');
  await expect(show(page).getByLabel('Group 16 is slow')).toBeVisible();
  await expect(show(page).getByLabel('Plain is slow')).toHaveCount(0);
  await note.getByRole('button', { name: 'Hide' }).click();
  await expect(note).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(note).toBeVisible();
});

test('a disk that is nearly full is announced on every page', async ({ page }) => {
  await page.route('**/api/storage/free', (route) =>
    route.fulfill({ json: { free: 1_200_000_000, nearlyFull: true } }),
  );
  for (const path of ['/', '/renders', '/storage']) {
    await page.goto(path);
    await expect(page.getByRole('alert').getByText('Only 1.2 GB of disk space left.')).toBeVisible();
  }
  await page.getByRole('alert').getByRole('link', { name: 'Storage' }).click();
  await expect(page).toHaveURL(/storage$/);
});
