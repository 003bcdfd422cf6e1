import { expect, test, type Page } from './test';
import { card, layer, newFilm, show, unfold } from './showPanel';
import { analysed, difference, folder, media, screenPixels, type Picture } from './support';
import { join } from 'node:path';

/** A film of a song with nothing but a kick on every second. */
async function kickFilm(page: Page, name: string, seconds: number): Promise<void> {
  const path = join(folder, `${name}.wav`);
  const kick = `0.8*sin(2*PI*60*t)*exp(-14*mod(t\\,1))`;
  await media('ffmpeg', '-f', 'lavfi', '-i', `aevalsrc=${kick}:s=48000:d=${seconds}`, '-y', path);
  await page.goto('/');
  await page.getByLabel('Song file').setInputFiles(path);
  await expect(page.getByLabel('Title of the film')).toHaveValue(name);
  await page.getByRole('button', { name: 'Hide' }).first().click();
  await page.getByRole('button', { name: 'Add a follower' }).first().click();
  await analysed(page);
}

async function addLayer(page: Page, name: string): Promise<void> {
  await show(page).getByRole('button', { name: 'Add a layer' }).first().click();
  await page.getByRole('dialog').getByRole('button', { name, exact: true }).click();
  await expect(show(page).getByLabel('Name of the layer')).toHaveValue(name);
}

const time = (page: Page) => page.getByRole('slider', { name: 'Time in the song' });

async function seek(page: Page, seconds: number, end: number): Promise<void> {
  const box = (await time(page).boundingBox())!;
  await time(page).click({ position: { x: (seconds / end) * box.width, y: 60 } });
}

/** Width in pixels of what is lighter than the background. */
function litWidth({ width, height, data }: Picture): number {
  let [left, right] = [width, -1];
  for (let y = 0; y < height; y += 4) {
    for (let x = 0; x < width; x++) {
      if (data[4 * (y * width + x)]! < 90) continue;
      left = Math.min(left, x);
      right = Math.max(right, x);
    }
  }
  return right - left + 1;
}

const cordCount = (page: Page, count: number) =>
  expect(
    page.getByRole('link', { name: count === 0 ? 'Cords' : `Cords ${count}`, exact: true }),
  ).toBeVisible();

test('a size is tied to the kick by dragging, with values at rest and at peak; copied, and undone', async ({
  page,
}) => {
  const end = 6.3;
  await kickFilm(page, 'Tied', end);
  await addLayer(page, 'Shape');
  await unfold(page, 'Position');
  const port = page.locator('[data-follower-port]');
  await port.scrollIntoViewIfNeeded();
  const target = card(page, 'Position').locator('[data-address$="place.scale/"]');
  await target.scrollIntoViewIfNeeded();
  const [from, to] = [(await port.boundingBox())!, (await target.boundingBox())!];
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + 30, to.y + 10, { steps: 8 });
  await expect(page.getByTestId('cord-lines')).toBeVisible();
  await page.mouse.up();
  const own = show(page).getByRole('region', { name: 'Cords of Scale' });
  await expect(own.getByText('Follower 1')).toHaveCount(2);
  await cordCount(page, 1);

  // So much in silence, twice as much on a full hit: in the picture, too.
  const peak = own.getByRole('spinbutton', { name: 'Peak', exact: true });
  await peak.fill('2');
  await peak.press('Enter');
  const widths: number[] = [];
  for (const at of [0.95, 0.03, 1.035, 2.04, 3.05]) {
    await seek(page, at, end);
    await page.waitForTimeout(150);
    widths.push(litWidth(await screenPixels(page)));
  }
  const [rest, ...hits] = widths as [number, ...number[]];
  expect(Math.abs(rest - 432)).toBeLessThanOrEqual(10);
  expect(Math.abs(Math.max(...hits) - 864)).toBeLessThanOrEqual(10);

  // By keyboard, onto another property.
  await card(page, 'Position').getByRole('button', { name: 'Drive Rotation' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByText('Drive Rotation')).toBeVisible();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Follower 1/ })
    .focus();
  await page.keyboard.press('Enter');
  await expect(show(page).getByRole('region', { name: 'Cords of Rotation' })).toBeVisible();
  await cordCount(page, 2);

  // Copies of the layer move, too; deleted, their cords are gone.
  await show(page).getByRole('button', { name: 'Duplicate' }).click();
  await cordCount(page, 4);
  await show(page).getByRole('button', { name: 'Delete', exact: true }).click();
  await cordCount(page, 2);

  // The page of all cords has them, and edits them.
  await page.getByRole('link', { name: 'Cords 2' }).click();
  const list = page.getByRole('region', { name: 'Cords', exact: true });
  await expect(list.getByRole('button', { name: /^Shape: / })).toHaveCount(2);
  await list.getByRole('searchbox', { name: 'Find a cord' }).fill('rot');
  await list.getByRole('button', { name: 'Shape: Rotation' }).click();
  await list.getByRole('button', { name: 'Remove the cord' }).click();
  await cordCount(page, 1);
  await page.keyboard.press('Control+z');
  await cordCount(page, 2);
  await page.getByRole('link', { name: 'Workspace' }).click();
  for (let i = 0; i < 12; i++) await page.keyboard.press('Control+z');
  await cordCount(page, 0);
});

test('one cord goes to all selected layers, and is spread over letters', async ({ page }) => {
  await kickFilm(page, 'Spread', 5.2);
  await addLayer(page, 'Lettering');
  await addLayer(page, 'Shape');
  await layer(page, 'Lettering').click({ modifiers: ['Control'] });
  await expect(show(page).getByText('2 layers are selected')).toBeVisible();
  await unfold(page, 'Position');
  await card(page, 'Position').getByRole('button', { name: 'Drive Rotation' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Follower 1/ })
    .click();
  await cordCount(page, 2);

  // One is as it was, the other moves half as much: from the back to the front.
  const rotation = show(page).getByRole('region', { name: 'Cords of Rotation' });
  await rotation.getByRole('button', { name: 'More for this cord' }).click();
  await page.getByRole('menuitem', { name: 'Spread over 2 layers…' }).click();
  const form = rotation.getByRole('region', { name: 'Spread over layers' });
  await form.getByRole('spinbutton', { name: 'Front layer' }).fill('50');
  await form.getByRole('spinbutton', { name: 'Front layer' }).press('Enter');
  await form.getByRole('button', { name: 'Spread', exact: true }).click();
  const strengths: string[] = [];
  for (const name of ['Lettering', 'Shape']) {
    await layer(page, name).click();
    strengths.push(
      await show(page).getByRole('spinbutton', { name: 'Cord strength', exact: true }).inputValue(),
    );
  }
  expect(strengths).toEqual(['100', '50']);

  // In another film they bring the follower along.
  await layer(page, 'Lettering').click({ modifiers: ['Control'] });
  await page.keyboard.press('Control+c');
  await expect(page.getByText(/layers? copied/i)).toBeVisible();
  const first = page.url();
  await newFilm(page);
  await page.keyboard.press('Control+v');
  await cordCount(page, 2);
  await expect(page.getByRole('region', { name: 'Hear' }).getByText('Follower 1').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await cordCount(page, 0);
  await page.goto(first);
  await analysed(page);
  await layer(page, 'Lettering').click();

  await page.getByRole('button', { name: 'Drive Baseline shift' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Oscillator' }).click();
  const own = show(page).getByRole('region', { name: 'Cords of Baseline shift' });
  const amount = own.getByRole('spinbutton', { name: 'Amount' });
  await amount.fill('80');
  await amount.press('Enter');
  await own.getByRole('button', { name: 'More for this cord' }).click();
  await page.getByRole('menuitem', { name: 'Spread over letters or copies' }).click();
  await expect(own.getByRole('region', { name: 'Spread' })).toBeVisible();
  const delay = own.getByRole('spinbutton', { name: 'Delay per part' });
  const before = await screenPixels(page);
  await delay.fill('400');
  await delay.press('Enter');
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(0);

  // Only what moves is left of the card.
  await show(page).getByRole('button', { name: 'Moving', exact: true }).click();
  await expect(show(page).getByRole('spinbutton', { name: 'Size', exact: true })).toHaveCount(0);
  await expect(show(page).getByRole('spinbutton', { name: 'Baseline shift' })).toBeVisible();
});

test('an opacity is keyframed, a section named, and a key dragged on the Tape', async ({ page }) => {
  const end = 7.7;
  await kickFilm(page, 'Keyframed', end);
  await addLayer(page, 'Shape');
  await page.getByRole('button', { name: 'Drive Opacity' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Keyframes' }).click();
  await seek(page, 4, end);
  await page.getByRole('button', { name: 'Keyframe here' }).click();
  const value = show(page)
    .getByRole('region', { name: 'Cords of Opacity' })
    .getByRole('spinbutton', { name: 'Value' });
  await value.fill('0');
  await value.press('Enter');
  const lane = page.getByRole('group', { name: 'Keyframes of Shape: Opacity' });
  await expect(lane.getByRole('button', { name: /^Keyframe \d/ })).toHaveCount(2);

  // Half way it is half seen through; behind the second key it is gone.
  const middle = async (seconds: number) => {
    await seek(page, seconds, end);
    await page.waitForTimeout(150);
    const { width, height, data } = await screenPixels(page);
    return data[4 * (Math.round(height / 2) * width + Math.round(width / 2))]!;
  };
  const [full, half, none] = [await middle(0.02), await middle(2), await middle(6)];
  expect(full).toBeGreaterThan(150);
  expect(Math.abs(half - (full + none) / 2)).toBeLessThan(14);

  const key = lane.getByRole('button', { name: 'Keyframe 2 of Shape: Opacity' });
  const at = (await key.boundingBox())!;
  await page.mouse.move(at.x + 5, at.y + 5);
  await page.mouse.down();
  await page.mouse.move(at.x + 150, at.y + 5, { steps: 6 });
  await page.mouse.up();
  expect(await middle(4.2)).toBeGreaterThan(none + 4);

  await page.getByRole('button', { name: 'Sections', exact: true }).click();
  await page.getByRole('button', { name: 'Start one here' }).click();
  await page.keyboard.press('Escape');
  const sections = page.getByRole('group', { name: 'Sections' });
  await sections.getByRole('button', { name: /^Section/ }).dblclick();
  await sections.getByRole('textbox', { name: 'Name of the section' }).fill('Drop');
  await page.keyboard.press('Enter');
  await expect(sections.getByRole('button', { name: 'Drop', exact: true })).toBeVisible();
  await unfold(page, 'Timing');
  await show(page).getByRole('button', { name: 'Drop', exact: true }).click();
  // Shown in the drop only: nothing before it.
  expect(Math.abs((await middle(1)) - none)).toBeLessThan(10);
});

test('our easing is that of the browser’s own animations', async ({ page }) => {
  await page.goto('/');
  const easings = [
    'linear',
    'ease',
    'ease-in',
    'ease-out',
    'ease-in-out',
    'cubic-bezier(0.3, -0.6, 0.1, 1.8)',
    'steps(4, jump-both)',
    'steps(3, jump-none)',
    'steps(5, jump-start)',
  ];
  // Progress as Chromium works it out, read off a paused animation.
  const theirs = await page.evaluate((names) => {
    const element = document.createElement('div');
    document.body.append(element);
    return names.map((easing) => {
      const animation = element.animate([{ opacity: 0 }, { opacity: 1 }], {
        duration: 1000,
        fill: 'both',
        easing,
      });
      animation.pause();
      return [0.01, 0.1, 0.25, 0.5, 0.7, 0.9, 0.999].map((x) => {
        animation.currentTime = 1000 * x;
        return animation.effect!.getComputedTiming().progress!;
      });
    });
  }, easings);
  const { cubicBezier, stepsAt } = await import('@cyclogram/core');
  const named: Record<string, [number, number, number, number]> = {
    ease: [0.25, 0.1, 0.25, 1],
    'ease-in': [0.42, 0, 1, 1],
    'ease-out': [0, 0, 0.58, 1],
    'ease-in-out': [0.42, 0, 0.58, 1],
    'cubic-bezier(0.3, -0.6, 0.1, 1.8)': [0.3, -0.6, 0.1, 1.8],
  };
  const ours = easings.map((easing) =>
    [0.01, 0.1, 0.25, 0.5, 0.7, 0.9, 0.999].map((x) => {
      const handles = named[easing];
      if (handles) return cubicBezier(...handles, x);
      const steps = /steps\((\d), (.+)\)/.exec(easing);
      return steps ? stepsAt(Number(steps[1]), steps[2] as 'jump-end', x) : x;
    }),
  );
  ours.forEach((row, i) =>
    row.forEach((value, j) =>
      expect(Math.abs(value - theirs[i]![j]!), `${easings[i]} ${j}`).toBeLessThan(2e-5),
    ),
  );
});
