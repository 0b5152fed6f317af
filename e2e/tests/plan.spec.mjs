// A day planned, kept, printed and done, driven; its weather typed, pasted and forecast.
import { execFileSync } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { demo } from './account.mjs';
import { answers422, change, expect, test } from './page.mjs';

const stopWord = (page, at) => page.locator(`#w-s${at}`);
const rods = (page) => page.locator('.row.rod').count();

test('a day is planned by changing words, and each change is in its address', async ({ page }) => {
  await demo(page);
  await page.goto('/days?day=2026-06-12');
  await expect(page.locator('.row.rod')).toHaveCount(3);
  await change(page, () => page.getByLabel('Rods carried').fill('2').then(() => page.keyboard.press('Enter')));
  await expect(page.locator('.row.rod')).toHaveCount(2);
  await expect(page).toHaveURL(/rods=2/);
  await change(page, () => stopWord(page, 2).selectOption({ label: 'Reed Mere, west bay' }));
  await expect(page.locator('.row.stops')).toContainText('Reed Mere, west bay');
  await change(page, () => stopWord(page, 1).selectOption({ label: 'leave this stop out' }));
  await expect(page.locator('.row.stops')).not.toContainText('Gravel Broad');
  await change(page, () => page.getByLabel('Wind over the day').fill('1 to 9 m/s').then(() => page.keyboard.press('Enter')));
  await expect(page.locator('.row.wind')).toContainText('1 to 9 m/s');
  await expect(page.locator('[data-how]')).toContainText('No other choice serves more of the day');
  const before = await page.locator('.pack').textContent();
  await page.reload();
  expect(await page.locator('.pack').textContent()).toBe(before);
  expect(await rods(page)).toBe(2);
});

test('what cannot be read is said at its word, and nothing typed goes', answers422, async ({ page }) => {
  await page.goto('/days?day=2026-06-12');
  await change(page, () => page.getByLabel('Wind over the day').fill('gusty').then(() => page.keyboard.press('Enter')));
  await expect(page.getByRole('alert')).toContainText('wind');
  await expect(page.getByLabel('Wind over the day')).toHaveValue('gusty');
  await page.locator('#weather > summary').click();
  await page.locator('#weather textarea').fill('hour,wind_mps\n5:00,2\nnoon,3');
  await change(page, () => page.getByRole('button', { name: 'Take these hours' }).click());
  await expect(page.getByRole('alert')).toContainText('line 3');
  await expect(page.locator('#weather textarea')).toHaveValue('hour,wind_mps\n5:00,2\nnoon,3');
  await page.locator('#weather textarea').fill('hour,wind_mps\n5:00,2\n11:00,3');
  await change(page, () => page.getByRole('button', { name: 'Take these hours' }).click());
  await expect(page.getByLabel('Wind over the day')).toHaveValue('5:00 2, 11:00 3 m/s');
  await expect(page.locator('.row.wind')).toContainText('2 to 3 m/s');
});

test('the forecast is taken, and the page says that it is simulated until a word of it is changed', async ({ page }) => {
  await demo(page);
  await page.goto('/days?day=2026-06-12');
  await page.locator('#weather > summary').click();
  await change(page, () => page.getByRole('button', { name: 'Take the forecast' }).click());
  await expect(page.locator('[data-weather]')).toContainText('simulated');
  await expect(page.getByLabel('Wind over the day')).toHaveValue(/m\/s$/);
  await page.reload();
  await expect(page.locator('[data-weather]')).toContainText('simulated');
  // The hours of light of the demo's first water.
  await expect(page.locator('.light')).toContainText('First light');
  await change(page, () => page.getByLabel('Wind over the day').fill('3 m/s').then(() => page.keyboard.press('Enter')));
  await expect(page.locator('[data-weather]')).toHaveCount(0);
});

test('a day is kept, deleted and brought back; every line of its sheet is printed; its calendar and waypoints come along', async ({ page }) => {
  await demo(page);
  await page.goto('/days?day=2031-06-12&wind=2+to+7+m/s&rods=4');
  await page.getByRole('button', { name: 'Keep this day' }).click();
  await expect(page).toHaveURL(/\/days\/[0-9a-f-]{36}$/);
  const here = page.url();
  await page.goto('/days');
  await page.locator('#kept > summary').click();
  await expect(page.locator('#kept')).toContainText('12 June');
  await page.goto(here);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Calendar' }).click()]);
  const text = await readFile(await file.path(), 'utf8');
  expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(3);
  expect(text).toContain('DTSTART:20310612T050000');
  const [map] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'GPX' }).click()]);
  expect((await readFile(await map.path(), 'utf8')).match(/<wpt /g)).toHaveLength(3);
  await page.getByRole('link', { name: 'Print, A6' }).click();
  await expect(page.locator('.day-sheet')).toContainText('Brick Pit');
  // Nothing is cut: what takes more than one sheet goes on, and each says which it is.
  const wanted = await page.locator('.day-sheet :is(li b, li span, p, h1)').allInnerTexts();
  const pdf = await page.pdf({ preferCSSPageSize: true });
  const printed = execFileSync('pdftotext', ['-raw', '-', '-'], { input: pdf }).toString().replace(/\s/g, '');
  for (const line of wanted) expect(printed).toContain(line.replace(/\s/g, ''));
  expect(printed).toMatch(/sheet1of\d/);
  await page.goto(here);
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByRole('status').first()).toContainText('The day is deleted');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page).toHaveURL(here);
  await page.getByRole('button', { name: 'Delete it' }).click();
});

test('the day on the water goes by the plan, one tap a step', async ({ page }) => {
  const today = new Date().toISOString().slice(0, 10);
  await page.goto(`/days?day=${today}&rods=4&s0=pick&s1=pick&wind=2+to+18+m/s`);
  await page.getByRole('button', { name: 'Start the day' }).click();
  await expect(page).toHaveURL(/\/today$/);
  await expect(page.locator('.in-hand')).toContainText(' over ');
  await expect(page.locator('.in-hand')).toContainText('rod 1');
  await page.goto(`/days?day=${today}&rods=4&s0=pick&s1=pick&wind=2+to+18+m/s`);
  await page.getByRole('button', { name: 'Keep this day' }).click();
  await page.goto('/today');
  // The first step was done when the day was started.
  await expect(page.locator('.steps s')).toHaveCount(1);
  const open = await page.getByRole('button', { name: 'Do it' }).count();
  expect(open).toBeGreaterThan(1);
  await change(page, () => page.getByRole('button', { name: 'Do it' }).first().click());
  await expect(page.getByRole('button', { name: 'Do it' })).toHaveCount(open - 1);
});

test('on a phone the day is told in lines', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/days?day=2026-06-12&s0=pick');
  await expect(page.locator('.in-lines li').first()).toBeVisible();
  await expect(page.locator('.row.rod').first()).toBeHidden();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
});

test('what the log cannot tell yet is planned, the two turn about', async ({ page }) => {
  await demo(page);
  await page.goto('/days/review');
  await page.getByRole('link', { name: 'Plan that' }).first().click();
  await expect(page.locator('[data-turns]')).toContainText('against');
  await expect(page.locator('.row.rod')).toHaveCount(2);
  // A word changed keeps the two.
  await change(page, () => page.getByLabel('Wind over the day').fill('3 m/s').then(() => page.keyboard.press('Enter')));
  await expect(page.locator('[data-turns]')).toContainText('against');
  await change(page, () => stopWord(page, 1).selectOption({ label: 'Reed Mere, west bay' }));
  await expect(page.locator('.row.stops')).toContainText('Reed Mere');
  await page.getByRole('link', { name: 'By parts of the work instead' }).click();
  await expect(page.locator('[data-turns]')).toHaveCount(0);
});
