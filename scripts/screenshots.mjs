import { ensureBuild, ensureDebian, ensurePackages, root } from './ensure.mjs';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

// Takes the pictures of docs/screenshots anew, from the demo; those that are named, when any are.
// Some go on from where the one before ends: passes and gallery from finish, cords from cord, listening from follower.
const named = process.argv.slice(2);
await ensurePackages();
ensureDebian({ ffmpeg: 'ffmpeg', chromium: 'chromium' });
ensureBuild();

const { chromium } = await import('@playwright/test');
const data = mkdtempSync(join(tmpdir(), 'cyclogram-screenshots-'));
const server = spawn(process.execPath, ['packages/server/dist/main.js', '--demo'], {
  cwd: root,
  env: { ...process.env, PORT: '0', CYCLOGRAM_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const url = await new Promise((resolve, reject) => {
  server.stdout.on('data', (text) => {
    const found = /http:\S+/.exec(String(text));
    if (found) resolve(found[0]);
  });
  server.on('exit', () => reject(new Error('The server ended.')));
});

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const take = (name) => page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
const button = (name) => page.getByRole('button', { name, exact: true }).first();
const tape = () => page.getByRole('slider', { name: 'Time in the song' });

/** Opens a film, waits until it is analysed, and goes to a place on the Tape. */
async function open(id, x) {
  await page.goto(`${url}/films/${id}`);
  await tape().waitFor();
  // The note may not have come up yet.
  await page.waitForTimeout(1500);
  await page.getByText(/^analysing/).waitFor({ state: 'hidden', timeout: 120_000 });
  await tape().click({ position: { x, y: 60 } });
  await page.mouse.move(640, 795);
  await page.waitForTimeout(700);
}

const views = {
  async storage() {
    for (const id of ['demo-slipway', 'demo-night-crossing'])
      await fetch(`${url}/api/films/${id}`, { method: 'DELETE' });
    await page.goto(`${url}/storage`);
    await page.getByRole('region', { name: 'Films by size' }).waitFor();
    await page.waitForTimeout(800);
    await take('storage');
    for (const id of ['demo-slipway', 'demo-night-crossing'])
      await fetch(`${url}/api/films/${id}/restore`, { method: 'POST' });
  },
  async workspace() {
    await open('demo-breakwater', 700);
    await page.getByTitle(/^Lamps\. /).click();
    await button('Loop the next four seconds').click();
    await page.getByText('100 % cached').waitFor({ timeout: 120_000 });
  },
  async finish() {
    await open('demo-breakwater', 940);
    await button('Scope').click();
    const picture = page.getByRole('region', { name: 'Finish', exact: true }).last();
    await picture.getByRole('button', { name: /^Curves/ }).click();
    await picture.getByRole('button', { name: 'Add a pass' }).scrollIntoViewIfNeeded();
    await page.mouse.move(640, 795);
    await page.waitForTimeout(2500);
  },
  async passes() {
    await page
      .getByRole('region', { name: 'Finish', exact: true })
      .last()
      .getByRole('button', { name: 'Add a pass' })
      .click();
    await page.getByRole('dialog').waitFor();
    await page.waitForTimeout(9000);
  },
  async gallery() {
    await page.keyboard.press('Escape');
    await button('Scope').click();
    await page.getByRole('button', { name: 'Add a layer' }).first().scrollIntoViewIfNeeded();
    await button('Add a layer').click();
    await page.getByRole('dialog').waitFor();
    const paintedPictures = () =>
      page.locator('[role=dialog] canvas').evaluateAll((all) => {
        const painted = (canvas) => canvas.getContext('2d').getImageData(9, 9, 1, 1).data[3] > 0;
        return all.slice(0, 16).filter(painted).length;
      });
    while ((await paintedPictures()) < 16) await page.waitForTimeout(200);
  },
  async cord() {
    await open('demo-dry-dock', 640);
    await page.getByTitle(/^Word\. /).click();
    await page.getByRole('button', { name: 'Cords of Baseline shift' }).click();
    const port = page.locator('[data-follower-port="planks"]');
    await port.scrollIntoViewIfNeeded();
    await port.hover();
  },
  async cords() {
    await page.getByRole('link', { name: /^Cords/ }).click();
    await page.getByRole('region', { name: 'Cords', exact: true }).waitFor();
    await page.waitForTimeout(1500);
  },
  async follower() {
    await open('demo-breakwater', 420);
    // The track of this name stands above it.
    await page.getByRole('region', { name: 'Hear' }).getByText('Kick', { exact: true }).last().click();
  },
  async listening() {
    await page
      .getByRole('button', { name: /in the Listening view$/ })
      .first()
      .click();
    await page.getByRole('img', { name: /^Spectrum of/ }).waitFor();
  },
  async drawing() {
    await open('demo-slow-tide', 640);
    await page.getByTitle(/shore/i).first().click();
  },
  async terrain() {
    await open('demo-night-crossing', 460);
    await page.getByTitle(/^Strait\. /).click();
  },
  async globe() {
    await open('demo-storm-glass', 520);
    await page.getByTitle(/^Glass\. /).click();
    await page.getByRole('region', { name: 'Camera', exact: true }).scrollIntoViewIfNeeded();
  },
  async render() {
    await open('demo-slipway', 300);
    await button('Render').click();
    await page.getByText(/^About /).waitFor({ timeout: 120_000 });
  },
  async renders() {
    for (const [format, size] of [
      ['WebM, VP9', 'Upright, 720'],
      ['PNG sequence', '720p'],
    ]) {
      await button('Add output').click();
      await page.getByRole('combobox', { name: 'Format' }).click();
      await page.getByRole('option', { name: new RegExp(format) }).click();
      await page.getByRole('combobox', { name: 'Size' }).click();
      await page.getByRole('option', { name: new RegExp(size) }).click();
    }
    await button('Start 3 renders').click();
    await page.getByText(/of \d+ frames, .* left/).waitFor({ timeout: 240_000 });
  },
  async recipes() {
    await page.goto(url);
    await page.getByRole('heading', { name: 'Recipes' }).waitFor();
    await page.waitForLoadState('networkidle');
    await page.getByRole('heading', { name: 'Recipes' }).scrollIntoViewIfNeeded();
    await page.locator('main').evaluate((main) => main.scrollTo(0, main.scrollHeight));
  },
  async films() {
    await page.goto(url);
    await page.getByRole('heading', { name: 'Breakwater Lamps' }).waitFor();
    await page.waitForLoadState('networkidle');
  },
};
try {
  for (const [name, go] of Object.entries(views)) {
    if (named.length > 0 && !named.includes(name)) continue;
    await go();
    await page.waitForTimeout(900);
    await take(name);
    console.log(`docs/screenshots/${name}.png`);
  }
} finally {
  await browser.close();
  server.kill();
  rmSync(data, { recursive: true, force: true });
}
