import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from './test';
import { openFilm } from './support';
import { layer, show, unfold } from './showPanel';

/** What axe finds on a page that is serious or worse, one line each. */
async function serious(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map(({ html, failureSummary }) => `${id}: ${html} ${failureSummary}`));
}

test('Films has nothing that keeps people out, and says where one is', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Breakwater Lamps' })).toBeVisible();
  await expect(page).toHaveTitle('Films · Cyclogram');
  expect(await serious(page)).toEqual([]);
});

test('Renders and Help have nothing that keeps people out', async ({ page }) => {
  await page.goto('/renders');
  await expect(page.getByRole('heading', { name: 'Renders' })).toBeVisible();
  await expect(page).toHaveTitle('Renders · Cyclogram');
  expect(await serious(page)).toEqual([]);
  await page.getByRole('button', { name: 'Help' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await serious(page)).toEqual([]);
});

test('the workspace has nothing that keeps people out: everything open, dialogs, the Listening view', async ({
  page,
}) => {
  await openFilm(page, '/films/demo-breakwater');
  await expect(page).toHaveTitle('Breakwater Lamps · Cyclogram');
  await expect(page.getByRole('main').getByRole('heading', { level: 1 })).toHaveText('Breakwater Lamps');
  await layer(page, 'Lamps').click();
  for (const section of ['Falloff', 'Copies', 'Symmetry', 'Position', 'Timing']) await unfold(page, section);
  expect(await serious(page)).toEqual([]);
  await page.getByRole('button', { name: 'Render', exact: true }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await show(page).getByRole('button', { name: 'Add a layer' }).first().click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page
    .getByRole('button', { name: /in the Listening view$/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Listening' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
});

test('cords have nothing that keeps people out: on a card, being picked, and on their page', async ({
  page,
}) => {
  await openFilm(page, '/films/demo-dry-dock');
  await layer(page, 'Word').click();
  await show(page).getByRole('button', { name: 'Cords of Baseline shift' }).click();
  expect(await serious(page)).toEqual([]);
  await show(page).getByRole('button', { name: 'Another cord' }).first().click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /^Cords/ }).click();
  await expect(page.getByRole('region', { name: 'Cords', exact: true })).toBeVisible();
  expect(await serious(page)).toEqual([]);
});

test('a stage has nothing that keeps people out: its card, its handles, the gallery', async ({ page }) => {
  await openFilm(page, '/films/demo-storm-glass');
  await layer(page, 'Glass').click();
  await expect(page.getByRole('slider', { name: 'Orbit the camera' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await show(page).getByRole('button', { name: 'Add a layer' }).first().click();
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Globe of spikes' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
});

test('a finish has nothing that keeps people out: its passes open, curves, the gallery, the scope', async ({
  page,
}) => {
  await openFilm(page, '/films/demo-breakwater');
  await page.getByRole('button', { name: 'Scope' }).click();
  const finish = show(page).getByRole('region', { name: 'Finish', exact: true }).last();
  for (const name of [/^Glow/, /^Curves/, /^Vignette/]) await finish.getByRole('button', { name }).click();
  expect(await serious(page)).toEqual([]);
  await finish.getByRole('button', { name: 'Add a pass' }).click();
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Kaleidoscope' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  for (const name of ['Dust', 'Harbour']) {
    await layer(page, name).click();
    expect(await serious(page)).toEqual([]);
  }
});

test('help on a property is there for pointer and keyboard', async ({ page }) => {
  await openFilm(page, '/films/demo-breakwater');
  await layer(page, 'Lamps').click();
  const reach = show(page).getByRole('spinbutton', { name: 'Reach', exact: true });
  await reach.focus();
  await expect(page.getByText('How far a mark extends at full level.').last()).toBeVisible();
  await expect(reach).toHaveAccessibleDescription('How far a mark extends at full level.');
});
