import { expect, type Page } from './test';
import { difference, analysed, makeSong, screenPixels, type Picture } from './support';

/** What tests do on the picture's side: layers, their cards, and places of the picture. */

export const show = (page: Page) => page.getByRole('region', { name: 'Show' });
export const card = (page: Page, heading: string) =>
  show(page).getByRole('region', { name: heading, exact: true });
export const layer = (page: Page, name: string) =>
  show(page).getByTitle(`${name}. Ctrl adds it to the selection, Shift selects all up to it.`, {
    exact: true,
  });

/** Opens a part of the card that is folded away. */
export async function unfold(page: Page, heading: string): Promise<void> {
  await card(page, heading).getByRole('button', { name: heading }).first().click();
}

export async function choose(page: Page, list: string, entry: string): Promise<void> {
  await show(page).getByRole('combobox', { name: list, exact: true }).click();
  await page.getByRole('option', { name: entry, exact: true }).click();
}

export async function set(page: Page, name: string, value: string): Promise<void> {
  const field = show(page).getByRole('spinbutton', { name, exact: true });
  await field.fill(value);
  await field.press('Enter');
}

export const changed = (page: Page, before: Picture, by = 0.01) =>
  expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(by);

/** A place of the picture on the page, by shares of its width and height. */
export async function place(page: Page, x: number, y: number): Promise<[number, number]> {
  const box = (await page.getByRole('img', { name: 'The picture now' }).boundingBox())!;
  return [box.x + box.width * x, box.y + box.height * y];
}

export async function newFilm(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New film without a song' }).click();
  await expect(page.getByLabel('Title of the film')).toHaveValue('Untitled');
}

/** A film of a song that no other test has: the length tells them apart. */
export async function songFilm(page: Page, name: string, seconds: number): Promise<void> {
  await page.goto('/');
  await page.getByLabel('Song file').setInputFiles(await makeSong(`${name}.mp3`, seconds));
  await expect(page.getByLabel('Title of the film')).toHaveValue(name);
  await analysed(page);
}
