// A length taken from a photograph by tapping, by keyboard, and put on a thing of the box.
import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import { demo } from './account.mjs';
import { expect, test } from './page.mjs';

// The fourth of the rendered photographs at a third of its size: where its card and its hook lie is known.
const made = JSON.parse(readFileSync(new URL('../../crates/core/tests/photographs.json', import.meta.url)));
const shown = made.photographs[3];
const third = ([x, y]) => [x / 3, y / 3];
const PICTURE = new URL('../fixtures/photograph.jpg', import.meta.url).pathname;

async function tap(page, [x, y]) {
  const box = await page.locator('#photo-canvas').boundingBox();
  const scale = box.width / (made.picture[0] / 3);
  await page.mouse.move(box.x + x * scale, box.y + y * scale);
  await page.mouse.down();
  await expect(page.locator('#photo-loupe')).toBeVisible();
  await page.mouse.up();
}

async function measure(page, of) {
  await page.locator('#photo-of').selectOption(of);
  const wanted = shown.lengths.find((l) => l.of === of);
  for (const end of wanted.ends.map(third)) await tap(page, end);
  const found = page.locator('.photo-found .big');
  await expect(found).toContainText('±');
  const mm = Number((await found.locator('b').innerText()).replace(' mm', ''));
  const within = Number((await found.locator('span').innerText()).replace(/[^\d.]/g, ''));
  // Tapped on a screen the picture is smaller than it was taken: a few tenths more.
  expect(Math.abs(mm - wanted.mm)).toBeLessThan(Math.max(0.9, 0.03 * wanted.mm));
  expect(within).toBeGreaterThan(0.1);
  return mm;
}

test('a hook is measured in a photograph and the measure lies in the box', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 1300 });
  await demo(page);
  await page.goto('/bench');
  await page.getByRole('link', { name: 'Measure from a photograph' }).click();
  await page.setInputFiles('#photo-file', PICTURE);
  await expect(page.locator('#photo-step')).toContainText('0 of 4');
  for (const corner of shown.corners.map(third)) await tap(page, corner);
  await expect(page.locator('#photo-step')).toContainText('Now tap');
  const gap = await measure(page, 'gap');

  // By keyboard a mark moves, and the measure with it.
  const end = page.getByRole('button', { name: /^other end/ });
  await end.focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.locator('.photo-found .big b')).not.toHaveText(`${gap} mm`);
  const found = await new AxeBuilder({ page }).analyze();
  expect(found.violations.map((v) => v.id)).toEqual([]);

  await page.getByRole('button', { name: 'Another length in this picture' }).click();
  const long = await measure(page, 'length');
  const thing = page.locator('#photo-thing');
  const name = await thing.locator('option').first().innerText();
  await page.getByRole('button', { name: 'Put it on this one' }).click();
  await expect(page).toHaveURL(/\/box\?kind=/);
  await expect(page.locator('.said')).toContainText('Corrected');
  const row = page.locator('.box-list li', { hasText: name }).first();
  await expect(row).toContainText(`length ${long} mm`);
  await page.locator('#undo').getByRole('button', { name: 'Undo' }).click();
});

test('a large picture shown small is surer once its marks are drawn to their places', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/bench/photo');
  await page.setInputFiles('#photo-file', PICTURE);
  for (const corner of shown.corners.map(third)) await tap(page, corner);
  const wanted = shown.lengths.find((l) => l.of === 'bait');
  await page.locator('#photo-of').selectOption('bait');
  for (const end of wanted.ends.map(third)) await tap(page, end);
  const within = async () => Number((await page.locator('.photo-found .big span').innerText()).replace(/[^\d.]/g, ''));
  const tapped = await within();
  for (const mark of await page.locator('.photo-dot').all()) { await mark.focus(); await page.keyboard.press('ArrowLeft'); await page.keyboard.press('ArrowRight'); }
  await expect.poll(within).toBeLessThan(tapped);
});

test('what is no card is refused in words, and a file that is no picture too', async ({ page }) => {
  await page.goto('/bench/photo');
  await page.setInputFiles('#photo-file', { name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') });
  await expect(page.locator('#photo-step')).toContainText('no picture');
  const reply = await page.request.get('/bench/photo?corners=1,1,2,2,3,3,4,4&ends=1,2,3,4&picture=400,300&tap=2');
  expect(reply.status()).toBe(422);
  expect(await reply.text()).toContain('These four corners make no card');
});

test('the frame to measure by prints at its size', async ({ page }) => {
  await page.goto('/bench/photo/frame');
  const box = await page.locator('.true-size svg').first().boundingBox();
  // 150 mm across, a pixel being a 96th of an inch.
  expect(box.width).toBeCloseTo((150 / 25.4) * 96, 0);
});
