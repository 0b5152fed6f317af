// What the page says is true, or says that it is not yet.
import { answers422, change, expect, test } from './page.mjs';

test('a changed word shows at once, its answer is marked until it comes', async ({ page }) => {
  await page.goto('/');
  let let_go;
  const held = new Promise((done) => { let_go = done; });
  await page.route(/bottom=sand/, async (route) => { await held; await route.continue(); });
  await page.getByLabel('Bottom', { exact: true }).selectOption('sand');
  await expect(page.locator('.word', { hasText: 'sand' })).toBeVisible();
  await expect(page.locator('.answer')).toHaveClass(/stale/);
  await expect(page.locator('.state')).toContainText('not answered yet');
  let_go();
  await expect(page.locator('.answer.stale')).toHaveCount(0);
  await expect(page.locator('.state')).toHaveCount(0);
  await expect(page.locator('.reasons').first()).toContainText('sand');
});

test('a lost network says so, tries again, and the answer comes', { annotation: [{ type: 'answers net' }] }, async ({ page, context }) => {
  await page.goto('/');
  await context.setOffline(true);
  await page.getByLabel('Bottom', { exact: true }).selectOption('mud');
  await expect(page.locator('.state')).toContainText('There is no network');
  await expect(page.locator('.answer')).toHaveClass(/stale/);
  await context.setOffline(false);
  await expect(page.locator('.answer.stale')).toHaveCount(0);
  await expect(page).toHaveURL(/bottom=mud/);
});

test('Enter answers without a reload', async ({ page }) => {
  await page.goto('/');
  await page.evaluate(() => { window.stays = true; });
  await page.getByLabel('Depth', { exact: true }).fill('6 m');
  await change(page, () => page.keyboard.press('Enter'));
  await expect(page).toHaveURL(/depth=6/);
  expect(await page.evaluate(() => window.stays)).toBe(true);
});

test('a fault in a word keeps the answer before, marked as that', answers422, async ({ page }) => {
  await page.goto('/');
  const before = await page.locator('.weight').innerText();
  await change(page, async () => { await page.getByLabel('Depth', { exact: true }).fill('deep'); await page.keyboard.press('Enter'); });
  await expect(page.locator('.faults')).toContainText('is not a number');
  await expect(page.locator('.state').last()).toContainText('The answer before');
  expect(await page.locator('.answer.stale .weight').innerText()).toBe(before);
  await change(page, async () => { await page.getByLabel('Depth', { exact: true }).fill('3 m'); await page.keyboard.press('Enter'); });
  await expect(page.locator('.answer.stale')).toHaveCount(0);
});

test('the light follows the device until the reader chooses', async ({ page }) => {
  const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto('/');
  const sun = await paper();
  await page.emulateMedia({ colorScheme: 'dark' });
  const dawn = await paper();
  expect(dawn).not.toBe(sun);
  await page.locator('button[name=theme]').click();
  await page.emulateMedia({ colorScheme: 'light' });
  expect(await paper()).toBe(dawn);
  // On paper it is paper.
  await page.emulateMedia({ media: 'print' });
  expect(await paper()).toBe('rgb(255, 255, 255)');
});

test('on a phone the settings open without a script’s help, and a value needs no keyboard', async ({ browser, baseURL }) => {
  const phone = await browser.newContext({ baseURL, viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await phone.newPage();
  await page.goto('/');
  await expect(page.locator('button[name=units]')).toBeHidden();
  await page.getByText('Settings', { exact: true }).click();
  await expect(page.locator('button[name=units]')).toBeVisible();
  const depth = page.getByLabel('Depth', { exact: true });
  await expect(depth).toHaveAttribute('inputmode', 'none');
  await depth.tap();
  const pad = page.locator('.pad');
  await expect(pad).toBeVisible();
  const [box, bar] = [await pad.boundingBox(), await page.locator('.top nav').boundingBox()];
  expect(box.y + box.height).toBeLessThanOrEqual(bar.y + 2);
  await page.getByRole('button', { name: 'Type it' }).tap();
  await expect(depth).toHaveAttribute('inputmode', 'text');
  // The sheet of Keep stands at the thumb, its button within reach.
  await page.locator('#keep > summary').tap();
  const keep = await page.getByRole('button', { name: 'Keep this answer' }).boundingBox();
  expect(keep.x).toBeGreaterThanOrEqual(0);
  expect(keep.x + keep.width).toBeLessThanOrEqual(390);
  expect(keep.y + keep.height).toBeLessThanOrEqual(bar.y);
  await phone.close();
});

test('with twice the text nothing is cut', async ({ page }) => {
  await page.goto('/');
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setDeviceMetricsOverride', { width: 640, height: 400, deviceScaleFactor: 2, mobile: false });
  for (const path of ['/', '/bench', '/box?kind=head', '/words', '/cast?rig=ned&depth=3+m&ground=flat']) {
    await page.goto(path);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth), path).toBeLessThanOrEqual(0);
  }
});
