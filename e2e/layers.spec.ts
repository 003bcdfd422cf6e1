import { expect, test } from './test';
import { card, changed, choose, layer, newFilm, place, set, show, songFilm, unfold } from './showPanel';
import { screenPixels } from './support';

test('layers: from the gallery, picked on the picture, several at once, grouped, linked, locked', async ({
  page,
}) => {
  await newFilm(page);
  await show(page).getByRole('button', { name: 'Add a layer' }).first().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Bars on a floor' }).click();
  await expect(show(page).getByRole('listitem')).toHaveCount(3);
  await set(page, 'Rest', '60');

  // The ring is behind: pressing on it picks it.
  await page.mouse.click(...(await place(page, 0.5, 0.1)));
  await expect(show(page).getByLabel('Name of the layer')).toHaveCount(0);
  await page.mouse.click(...(await place(page, 0.3, 0.83)));
  await expect(show(page).getByLabel('Name of the layer')).toHaveValue('Bars on a floor');

  // A change goes to both.
  await layer(page, 'Ring of bars').click({ modifiers: ['Control'] });
  await expect(show(page).getByText('2 layers are selected')).toBeVisible();
  await set(page, 'Reach', '333');
  await layer(page, 'Bars on a floor').click();
  await expect(show(page).getByRole('spinbutton', { name: 'Reach', exact: true })).toHaveValue('333');

  // Grouped, the group's size is on top of what its layers do.
  await layer(page, 'Ring of bars').click({ modifiers: ['Control'] });
  await show(page).getByRole('button', { name: 'Group', exact: true }).click();
  await expect(show(page).getByLabel('Name of the layer')).toHaveValue('Group');
  let before = await screenPixels(page);
  await set(page, 'Scale', '50');
  await changed(page, before);
  before = await screenPixels(page);
  await unfold(page, 'Clip path');
  await choose(page, 'Clip path', 'New circle');
  await changed(page, before, 0.005);

  // A linked copy changes with its source.
  await show(page).getByRole('button', { name: 'Ungroup' }).click();
  await expect(show(page).getByRole('listitem')).toHaveCount(3);
  await layer(page, 'Bars on a floor').click();
  await show(page)
    .getByRole('button', { name: /^Linked copy/ })
    .click();
  await set(page, 'Position y', '-300');
  before = await screenPixels(page);
  await layer(page, 'Bars on a floor').click();
  await set(page, 'Rest', '120');
  await changed(page, before);

  // Locked, it is not picked and not changed.
  const ring = show(page).getByRole('listitem').filter({ hasText: 'Ring of bars' });
  await ring.getByRole('button', { name: 'Lock' }).first().click();
  const count = await show(page).getByRole('listitem').count();
  await layer(page, 'Ring of bars').click();
  await expect(show(page).getByText('Locked.')).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(show(page).getByRole('listitem')).toHaveCount(count);
});

test('layers and properties are copied from one film to another', async ({ page }) => {
  await page.goto('/films/demo-breakwater');
  await layer(page, 'Lamps').click();
  await page.keyboard.press('Control+c');
  await expect(page.getByText('Layer copied')).toBeVisible();
  await show(page).getByRole('button', { name: 'Colour: copy or paste' }).click();
  // The layer was copied first; the menu copies only its colours.
  await page.keyboard.press('Escape');
  await newFilm(page);
  const before = await screenPixels(page);
  await page.keyboard.press('Control+v');
  await expect(show(page).getByRole('listitem')).toHaveCount(3);
  await expect(show(page).getByLabel('Name of the layer')).toHaveValue('Lamps');
  await changed(page, before);
  await show(page).getByRole('button', { name: 'Colour: copy or paste' }).click();
  await page.getByRole('menuitem', { name: 'Copy colour' }).click();
  await layer(page, 'Ring of bars').click();
  await expect(show(page).getByLabel('Colour by', { exact: true })).toHaveText('Band');
  await show(page).getByRole('button', { name: 'Colour: copy or paste' }).click();
  await page.getByRole('menuitem', { name: 'Paste colour' }).click();
  await expect(show(page).getByLabel('Colour by', { exact: true })).toHaveText('Distance from the path');
});

test('a palette that is shared changes in all its layers; a region lets only a part react', async ({
  page,
}) => {
  await songFilm(page, 'palette', 7.5);
  await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: 500, y: 80 } });
  await show(page).getByRole('button', { name: 'Create a shared palette' }).click();
  await show(page).getByRole('button', { name: 'Duplicate' }).click();
  await set(page, 'Radius', '120');
  const before = await screenPixels(page);
  const colour = card(page, 'Colour').getByLabel('Colour', { exact: true });
  await colour.click();
  await page.getByLabel('Colour, as hex').fill('#ff0000');
  await page.keyboard.press('Escape');
  await changed(page, before);
  await layer(page, 'Ring of bars').click();
  await expect(colour).toContainText('#ff0000');

  const all = await screenPixels(page);
  await unfold(page, 'Falloff');
  await show(page).getByRole('button', { name: 'Add a region' }).click();
  const size = card(page, 'Falloff').getByRole('spinbutton', { name: 'Radius', exact: true });
  await size.fill('90');
  await size.press('Enter');
  await changed(page, all);
  const region = await screenPixels(page);
  await page.getByRole('button', { name: 'Move region 1', exact: true }).press('Shift+ArrowRight');
  await changed(page, region, 0.005);
});

test('a figure is framed: at its loudest it just fits the picture', async ({ page }) => {
  await songFilm(page, 'framed', 6.5);
  await set(page, 'Path position x', '1700');
  await set(page, 'Radius', '60');
  await show(page).getByRole('button', { name: 'Fit figure to the picture at its loudest' }).click();
  const radius = show(page).getByRole('spinbutton', { name: 'Radius', exact: true });
  await expect(radius).not.toHaveValue('60');
  expect(
    Math.abs(
      Number(await show(page).getByRole('spinbutton', { name: 'Path position x' }).inputValue()) - 960,
    ),
  ).toBeLessThan(300);
});
