import { test, expect, change, answers422 } from './page.mjs';
import AxeBuilder from '@axe-core/playwright';

const weight = (page) => page.locator('.weight').innerText().then((t) => t.replace(/\s+/g, ' ').trim());

test('the whole answer stands in the first screen', async ({ page }) => {
  await page.goto('/');
  for (const part of ['.weight', '.column-fig svg', '.ladder .chosen', '.reasons', '.strip', '.schools']) {
    const box = await page.locator(part).first().boundingBox();
    expect(box.y, part).toBeGreaterThanOrEqual(0);
    expect(box.y + box.height, part).toBeLessThanOrEqual(803);
  }
  expect(await weight(page)).toContain('1/16');
});

test('a word is changed and the answer follows without a reload', async ({ page }) => {
  await page.goto('/');
  await page.evaluate(() => { window.notReloaded = true; });
  await change(page, () => page.getByLabel('Bottom', { exact: true }).selectOption('boulder'));
  await change(page, async () => { await page.getByLabel('Depth', { exact: true }).fill('9'); await page.keyboard.press('Tab'); });
  await change(page, () => page.getByLabel('What it is fished for', { exact: true }).selectOption('reaction'));
  expect(await page.evaluate(() => window.notReloaded)).toBe(true);
  await expect(page).toHaveURL(/depth=9\+m.*school=reaction/);
  await expect(page.locator('.weight')).toContainText(/1\/4|5\/16|3\/8/);
  await page.goBack();
  await expect(page.getByLabel('What it is fished for', { exact: true })).toHaveValue('');
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('9 m');
});

test('the menu carries a changed word along, and leads back to it', async ({ page }) => {
  await page.goto('/');
  await change(page, async () => { await page.getByLabel('Depth', { exact: true }).fill('7'); await page.keyboard.press('Tab'); });
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Cast' }).click();
  await expect(page).toHaveURL(/cast.*depth=7\+m/);
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Waters' }).click();
  await expect(page.getByRole('heading', { name: 'Your box, your waters' })).toBeVisible();
  await page.keyboard.press('g'); await page.keyboard.press('p');
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('7 m');
});

test('a value is one tap away', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/');
  await page.getByLabel('Depth', { exact: true }).click();
  await change(page, () => page.getByRole('button', { name: '6 m', exact: true }).click());
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('6 m');
  await expect(page.locator('.pad')).toBeHidden();
  const targets = page.locator('.top nav a, .words .word select, .words .word input, .acts .btn');
  for (const t of await targets.all()) {
    const box = await t.boundingBox();
    if (box) expect(box.height, await t.evaluate((e) => e.outerHTML.slice(0, 80))).toBeGreaterThanOrEqual(38);
  }
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
});

test('an own water in eight taps, kept, found again', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/');
  const begun = Date.now();
  // On a phone each select is one tap to open and one to choose.
  await page.getByLabel('Depth', { exact: true }).click();
  await change(page, () => page.getByRole('button', { name: '4 m', exact: true }).click());
  await change(page, () => page.getByLabel('Bottom', { exact: true }).selectOption('sand'));
  await page.getByLabel('Wind', { exact: true }).click();
  await change(page, () => page.getByRole('button', { name: '5 m/s', exact: true }).click());
  await change(page, () => page.getByLabel('Fish', { exact: true }).selectOption('walleye'));
  const answer = await weight(page);
  expect(Date.now() - begun).toBeLessThan(20_000);
  await page.locator('#keep summary').click();
  await page.getByLabel('Name', { exact: true }).fill('Sand flat at noon');
  await page.getByRole('button', { name: 'Keep this answer' }).click();
  await expect(page.getByRole('status')).toContainText('Sand flat at noon');
  await page.getByRole('link', { name: 'Sand flat at noon' }).click();
  expect(await weight(page)).toBe(answer);
  await expect(page.locator('.said')).toContainText('says the same');
});

test('bad input keeps what was typed, marks it, and recovers', answers422, async ({ page }) => {
  await page.goto('/');
  await change(page, async () => { await page.getByLabel('Depth', { exact: true }).fill('deep'); await page.keyboard.press('Tab'); });
  await expect(page.getByRole('alert')).toContainText('Depth: “deep” is not a number');
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('deep');
  await expect(page.getByLabel('Depth', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await change(page, async () => { await page.getByLabel('Depth', { exact: true }).fill('2,5'); await page.keyboard.press('Tab'); });
  await expect(page.locator('.weight')).toBeVisible();
});

test('units change the words and not the answer', async ({ page }) => {
  await page.goto('/');
  const before = await weight(page);
  await page.getByRole('button', { name: /Units/ }).click();
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('9.84 ft');
  expect(await weight(page)).toBe(before);
  await page.getByRole('button', { name: /Heads sold/ }).click();
  await expect(page.locator('.weight')).toContainText(/g\s/);
});

test('needs that cross are named, with what could give', async ({ page }) => {
  await page.goto('/?depth=2.6+m&length=50+mm&current=0.7+m%2Fs&species=perch&rod_max=7');
  await expect(page.locator('.conflict')).toContainText('No weight does it all');
  expect(await page.locator('.conflict li').count()).toBeGreaterThan(0);
});

test('shortcuts', async ({ page }) => {
  await page.goto('/');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  // While the sheet is open, keys belong to it.
  await expect(page.getByRole('dialog')).toBeHidden();
  await change(page, () => page.keyboard.press('s'));
  await expect(page).toHaveURL(/school=hang_time/);
  await page.keyboard.press('/');
  await expect(page.getByLabel('Depth', { exact: true })).toBeFocused();
  await page.keyboard.press('Escape');
  await page.locator('body').evaluate(() => document.activeElement.blur());
  await page.keyboard.press('g');
  await page.keyboard.press('k');
  await expect(page).toHaveURL(/\/kept$/);
});

test('by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.keyboard.press('/');
  await page.keyboard.type('5');
  await change(page, () => page.keyboard.press('Tab'));
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('5 m');
  await page.locator('#keep summary').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await page.keyboard.type('By keys');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status')).toContainText('By keys');
});

test.describe('without script', () => {
  test.use({ javaScriptEnabled: false });
  test('the page works by plain forms', async ({ page }) => {
    await page.goto('/');
    await page.getByLabel('Depth', { exact: true }).fill('6');
    await page.getByLabel('Bottom', { exact: true }).selectOption('boulder');
    await page.getByRole('button', { name: 'Answer' }).click();
    await expect(page).toHaveURL(/depth=6/);
    await expect(page.locator('.weight')).toBeVisible();
    await page.locator('#keep summary').click();
    await page.getByLabel('Name', { exact: true }).fill('No script');
    await page.getByRole('button', { name: 'Keep this answer' }).click();
    await expect(page.getByRole('status')).toContainText('No script');
  });
});

for (const theme of ['sun', 'dawn']) {
  test(`no serious fault of access, ${theme}`, async ({ page }) => {
    await page.goto('/');
    if (theme === 'dawn') await page.locator('button[name=theme]').click();
    for (const url of ['/', '/kept', '/?current=0.7+m%2Fs&length=50+mm']) {
      await page.goto(url);
      const { violations } = await new AxeBuilder({ page }).analyze();
      const serious = violations.filter((v) => ['serious', 'critical'].includes(v.impact));
      expect(serious.map((v) => `${url} ${v.id}: ${v.nodes.slice(0, 2).map((n) => n.html.slice(0, 120)).join(' | ')}`)).toEqual([]);
    }
  });
}

test('another rig of the strip is one tap, and the answer says why not the others', async ({ page }) => {
  await page.goto('/');
  await expect(page.locator('.rigs li')).toHaveCount(9);
  await page.locator('.rigs a', { hasText: 'tube' }).click();
  await expect(page).toHaveURL(/rig=tube/);
  await expect(page.locator('.verdict')).toContainText('Tube insert head');
  await expect(page.locator('.others li')).toHaveCount(8);
});

test('each of the nine rigs answers on its own water', async ({ page }) => {
  for (const [rig, form, length, shape, hook] of [
    ['shaky_head', 'worm', 165, /^(Football|Ball|Stand-up) head/, /worm offset/], ['ned', 'stick', 70, /^Mushroom head/, /short shank/], ['swing_head', 'creature', 90, /^Swing football head/, /[345]\/0/],
    ['tube', 'tube', 89, /^Tube insert head/, /3\/0/], ['swimbait', 'paddle_tail', 82, /^(Ball|Minnow|Pill) head/, /[12]\/0/], ['jig_worm', 'worm', 140, /^(Half-moon|Stand-up) head/, /2\/0/],
    ['hover', 'minnow', 89, /^Nose cone head/, /round bend/], ['mid_stroll', 'minnow', 89, /^Nose cone head/, /round bend/], ['grub', 'grub', 64, /^Ball head/, /Hook [124],/]]) {
    await page.goto(`/?depth=4+m&wind=2+m/s&cast=20+m&rig=${rig}&form=${form}&length=${length}+mm`);
    await expect(page.locator('.verdict h3').nth(0), rig).toContainText(shape);
    await expect(page.locator('.verdict h3').nth(1), rig).toContainText(hook);
    expect(await weight(page), rig).toMatch(/^(\d+\/)?\d+ ?oz [\d.]+ g$/);
    await expect(page.locator('.strip ol').first().locator('li').first(), rig).not.toBeEmpty();
  }
});

test('a range of depths names the heads that cover it', async ({ page }) => {
  await page.goto('/');
  await change(page, async () => { await page.getByLabel('Depth', { exact: true }).fill('2-5 m'); await page.keyboard.press('Tab'); });
  await expect(page.locator('.covers')).toContainText('covers all of it');
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('2–5 m');
});

test('the brackets look along the ladder, and the other shortcuts go where the sheet says', async ({ page }) => {
  await page.goto('/');
  await page.keyboard.press(']');
  await expect(page.locator('#look')).toContainText('3/32 oz: falls');
  await page.keyboard.press('['); await page.keyboard.press('[');
  await expect(page.locator('#look')).toContainText('3/64 oz: falls');
  await page.keyboard.press('?');
  await expect(page.locator('#help')).toContainText('pocket card');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press('c');
  await expect(page).toHaveURL(/\/card\?/);
  await page.goBack();
  await page.keyboard.press('h');
  await expect(page.getByRole('heading', { name: 'How this was computed' })).toBeVisible();
});

test('a side is taken for one answer, then for every answer, then forgotten', async ({ page }) => {
  await page.goto('/');
  await page.locator('#more summary').click();
  await change(page, () => page.getByLabel('Main line and leader').selectOption('straight'));
  await expect(page.locator('.strip')).toContainText('straight through');
  await page.getByRole('button', { name: 'Take these sides for every answer' }).click();
  await page.goto('/?depth=3+m&wind=2+m/s&length=70+mm&cast=20+m&rig=ned');
  await expect(page.locator('.strip')).toContainText('straight through');
  await page.getByRole('button', { name: 'Forget my sides' }).click();
  await page.goto('/?depth=3+m&wind=2+m/s&length=70+mm&cast=20+m&rig=ned');
  await expect(page.locator('.strip')).not.toContainText('straight through');
});

test('the pocket card prints on one A6 sheet and is told without colour', async ({ page }) => {
  await page.goto('/card?depth=3+m&wind=2+m/s&length=70+mm&cast=20+m&rig=ned&by=wind');
  await expect(page.locator('.pocket td')).toHaveCount(48);
  await expect(page.locator('.pocket td.crossed').first()).toContainText('!');
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
  const [, width, height] = pdf.match(/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)/);
  expect(Math.abs(width / 72 * 25.4 - 148)).toBeLessThan(1);
  expect(Math.abs(height / 72 * 25.4 - 105)).toBeLessThan(1);
  const found = await new AxeBuilder({ page }).analyze();
  expect(found.violations.filter((v) => ['serious', 'critical'].includes(v.impact))).toEqual([]);
});

test('a rig that does not suit the bait says so, and leads to one that does', async ({ page }) => {
  await page.goto('/?form=tube&length=70+mm&rig=shaky_head');
  const unfit = page.locator('.unfit');
  await expect(unfit).toContainText(/^Shaky head: /);
  const better = unfit.getByRole('link', { name: /^Ask for a / });
  const rig = (await better.innerText()).replace(/^Ask for a /, '');
  await better.click();
  await expect(unfit).toHaveCount(0);
  await expect(page.getByLabel('Rig', { exact: true }).locator('option:checked')).toHaveText(rig);
});

test('a rig asked for alone comes with its usual bait', async ({ page }) => {
  await page.goto('/?rig=swing_head');
  await expect(page.getByLabel('Bait form', { exact: true })).toHaveValue('creature');
  await expect(page.getByLabel('Bait length', { exact: true })).toHaveValue('90 mm');
  await expect(page.locator('.unfit')).toHaveCount(0);
});

test('a shape that is asked for is tied on, and what would suit better is said', async ({ page }) => {
  await page.goto('/?rig=hover&fish_at=suspended&shape=nail_weight');
  await expect(page.locator('.verdict h3').first()).toContainText('Nail weight head');
  await expect(page.locator('.reasons').first()).toContainText('A nose cone would suit better here');
  await expect(page.locator('.strip')).toContainText('Push the nail into the nose');
});

test('what was asked before is one tap away, and goes with the sign-out', async ({ page }) => {
  await page.goto('/?rig=shaky_head&depth=4+m');
  await page.goto('/?rig=hover&depth=5+m&fish_at=suspended');
  await change(page, async () => { await page.getByLabel('Depth', { exact: true }).fill('6'); await page.keyboard.press('Tab'); });
  const before = page.locator('#recent');
  await before.locator('summary').click();
  await expect(before.getByRole('link')).toHaveCount(1);
  await before.getByRole('link', { name: /shaky head: 4 m/ }).click();
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('4 m');
  // A question that was changed on the page took its own place.
  await before.locator('summary').click();
  await expect(before.getByRole('link')).toHaveText([/hover: 6 m/]);
});

test('the address is shared by a button', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto('/?rig=ned&depth=2+m');
  await page.getByRole('button', { name: 'Share' }).click();
  await expect(page.getByRole('button', { name: 'Address copied' })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(page.url());
  await page.getByRole('button', { name: 'Address copied' }).click();
  await expect(page.getByRole('button', { name: 'Share' })).toBeVisible();
  await page.waitForTimeout(3000);
  await expect(page.getByRole('button', { name: 'Share' })).toBeVisible();
});

test('a term is one tap from what it means', async ({ page }) => {
  await page.goto('/?rig=ned');
  await page.locator('.verdict').getByRole('link', { name: 'Mushroom' }).click();
  await expect(page.locator('#shape-mushroom')).toBeInViewport();
  await expect(page.locator('#shape-mushroom dd').first()).toContainText('flat face');
});
