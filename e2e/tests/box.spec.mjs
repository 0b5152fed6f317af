import { writeFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import { test, expect, answers422 } from './page.mjs';
import { demo, signUp, PASSWORD } from './account.mjs';

test('a box by keyboard alone: typed, put in, counted, undone, put away', async ({ page }) => {
  await signUp(page);
  await page.goto('/');
  await page.keyboard.press('g');
  await page.keyboard.press('x');
  await expect(page).toHaveURL(/\/box/);
  await page.keyboard.press('n');
  await page.keyboard.type('10 ball 1/8 3/0 lead gap 13.2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Understood: 10 × 1/8 oz ball, hook 3/0' })).toBeVisible();
  await expect(page.getByLabel('Gap, measured')).toHaveValue('13.2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status')).toContainText('Added.');
  const row = page.locator('.box-list li').first();
  await expect(row).toContainText('gap 13.2 mm');
  await row.getByRole('button', { name: /One fewer/ }).focus();
  await page.keyboard.press('Enter');
  await expect(row.locator('.num')).toHaveText('9');
  await expect(page.locator('#undo')).toContainText('9 left');
  await page.locator('#undo').getByRole('button', { name: 'Undo' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('.box-list .num').first()).toHaveText('10');
  await page.getByRole('button', { name: /Next weight/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('.box-list')).toContainText('5/32 oz ball, hook 3/0');
  await page.getByRole('button', { name: /Put away 5\/32/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('.box-list li')).toHaveCount(1);
  await page.getByRole('link', { name: 'Archive' }).click();
  await expect(page.locator('.box-list')).toContainText('5/32 oz ball');
});

test('what was typed wrong is marked at its field and kept', answers422, async ({ page }) => {
  await demo(page);
  await page.getByLabel('Type what you have, as you would say it').fill('12 ball 3/0 from the attic');
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByRole('heading', { name: /Understood as a head, not all of it/ })).toBeVisible();
  await expect(page.getByLabel('Remark')).toHaveValue('from the attic');
  await page.getByLabel('Weight *').fill('heavy');
  await page.getByRole('button', { name: 'Put it in the box' }).click();
  await expect(page.getByText('“heavy” is not a weight; write 1/8 oz or 3.5 g')).toBeVisible();
  await expect(page.getByLabel('Weight *')).toHaveValue('heavy');
  await expect(page.getByLabel('Remark')).toHaveValue('from the attic');
});

test('a file is looked at, its faults named, the good rows taken and taken back', async ({ page }) => {
  await signUp(page);
  await page.goto('/box?kind=bait');
  await page.getByRole('link', { name: 'CSV in' }).click();
  const rows = Array.from({ length: 3000 }, (_, n) => `${n % 90};stick;${50 + (n % 60)},5;green`).join('\n');
  const file = test.info().outputPath('baits.csv');
  writeFileSync(file, `\ufeffcount;form;length_mm;colour\n${rows}\n1;banana;70;yellow\n`);
  await page.getByLabel(/^File/).setInputFiles(file);
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('3000 good rows, 1 with faults');
  await expect(page.getByRole('row', { name: /3002 form banana/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take the 3000 good rows, leave 1 out' }).click();
  await expect(page.getByRole('status').first()).toContainText('The rows are in your box.');
  await expect(page.locator('.by')).toContainText('3000 rows');
  await expect(page.locator('.box-list li')).toHaveCount(50);
  await page.getByRole('link', { name: 'After' }).click();
  await expect(page).toHaveURL(/page=2/);
  await page.goBack();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Nothing here yet.')).toBeVisible();
});

test('what was kept before the account is there after it, and a sign-out hides it', async ({ page }) => {
  await page.goto('/?depth=5+m');
  await page.locator('#keep summary').click();
  await page.getByLabel('Name', { exact: true }).fill('Before I had a name');
  await page.getByRole('button', { name: 'Keep this answer' }).click();
  const name = await signUp(page);
  await page.goto('/kept');
  await expect(page.getByRole('link', { name: 'Before I had a name' })).toBeVisible();
  await page.goto('/account');
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.goto('/kept');
  await expect(page.getByRole('link', { name: 'Before I had a name' })).toHaveCount(0);
  await page.goto('/account');
  const form = page.locator('form', { has: page.getByRole('heading', { name: 'Sign in' }) });
  await form.getByLabel('Name').fill(name);
  await form.getByLabel('Password').fill(PASSWORD);
  await form.getByRole('button', { name: 'Sign in' }).click();
  await page.goto('/account');
  await page.getByText('Delete this account').click();
  await page.locator('#delete-password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Delete everything' }).click();
  await expect(page.getByRole('status')).toContainText('The account is deleted');
});

test('picking from the box: what to tie on, and a water to start from', async ({ page }) => {
  await demo(page);
  await page.goto('/waters');
  await page.getByRole('link', { name: 'Pick here' }).nth(3).click();
  await expect(page.locator('#own')).toContainText('From your box');
  await page.locator('#own summary').click();
  await expect(page.locator('#own')).toContainText('Rod and line of yours');
  await page.getByRole('link', { name: /Compute with the 10 lb braid/ }).click();
  await expect(page).toHaveURL(/line_mm=0.17/);
  await page.getByLabel('Start at').selectOption({ label: 'Pump Basin, long wall' });
  await expect(page.getByLabel('Bottom', { exact: true })).toHaveValue('mud');
  await expect(page).toHaveURL(/bottom=mud/);
  await page.goto('/box/gaps');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/Your box serves \d+ of 10/);
  await expect(page.getByText('Never used by any of them')).toBeVisible();
});

for (const light of ['sun', 'dawn']) {
  test(`axe finds no serious fault on the pages of an account, ${light}`, async ({ page }) => {
    await demo(page);
    await page.goto('/box');
    if (light === 'dawn') await page.locator('button[name=theme]').click();
    for (const url of ['/account', '/box', '/box?line=4+ball+1/4+3/0', '/box?kind=rod&new=1', '/box/import/head', '/box/gaps', '/waters', '/waters?from=depth%3D2', '/?depth=2+m', '/bench', '/bench/screen', '/bench/print']) {
      await page.goto(url);
      const { violations } = await new AxeBuilder({ page }).analyze();
      const serious = violations.filter((v) => ['serious', 'critical'].includes(v.impact));
      expect(serious.map((v) => `${url} ${v.id}: ${v.nodes.slice(0, 2).map((n) => n.html.slice(0, 140)).join(' | ')}`)).toEqual([]);
    }
  });
}

test('on a phone nothing is cut and a thumb finds its targets', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await demo(page);
  for (const url of ['/box', '/box?line=4+ball+1/4+3/0', '/bench', '/waters', '/account', '/box/gaps', '/']) {
    await page.goto(url);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), url).toBeLessThanOrEqual(390);
    for (const target of await page.locator('.step:visible, .btn:visible, .top nav a:visible, .box-list .link:visible').all()) {
      const box = await target.boundingBox();
      expect(box.height, `${url} ${await target.evaluate((e) => e.outerHTML.slice(0, 90))}`).toBeGreaterThanOrEqual(43);
    }
  }
});

test('a head of the box is judged need by need', async ({ page }) => {
  await signUp(page);
  await page.goto('/box');
  await page.getByLabel('Type what you have, as you would say it').fill('3 ball 1 oz 3/0 lead');
  await page.getByRole('button', { name: 'Read it' }).click();
  await page.getByRole('button', { name: 'Put it in the box' }).click();
  await page.locator('.box-list li').first().getByRole('link', { name: /^Judge/ }).click();
  const judged = page.getByRole('region', { name: 'The head in hand, need by need' });
  await expect(judged).toContainText(/It fails \d+ of \d+/);
  await expect(judged.locator('li').first()).toHaveClass('fails');
  await expect(judged.locator('li').first()).toContainText('28 g, at most');
});

test('a misspelt word is asked about, and one tap puts it right', async ({ page }) => {
  await demo(page);
  await page.goto('/box?kind=head');
  await page.locator('#line').fill('3 fottball 3/8 4/0 x7');
  await page.keyboard.press('Enter');
  await expect(page.locator('.near')).toContainText('did you mean football?');
  await page.locator('.near').getByRole('link', { name: 'football' }).click();
  await expect(page.locator('.near')).toHaveCount(0);
  await expect(page.locator('#entry h2')).toContainText('football');
});

test('a file with other headings is asked about once; a workbook is read', answers422, async ({ page }) => {
  await demo(page);
  const file = (name, text) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.goto('/box/import/head');
  await page.setInputFiles('#csv-file', file('mine.csv', 'Model,Weight,Price,Qty\nball,1/8,3.20,4\nmushroom,1/16,2.90,2\n'));
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.locator('h1')).toContainText('What do the headings');
  await expect(page.locator('#c3')).toHaveValue('count');
  await page.locator('#c0').selectOption('shape');
  await page.getByRole('button', { name: 'Read it so' }).click();
  await expect(page.locator('h1')).toContainText('2 good rows');
  // The same headings again are read by themselves.
  await page.goto('/box/import/head');
  await page.setInputFiles('#csv-file', file('again.csv', 'Model,Weight,Price,Qty\nfootball,3/8,4,1\n'));
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.locator('h1')).toContainText('1 good row');
  await page.getByRole('link', { name: 'What the headings mean' }).click();
  await expect(page.locator('#c0')).toHaveValue('shape');

  await page.goto('/box/import/head');
  await page.setInputFiles('#csv-file', new URL('../../crates/web/tests/box.xlsx', import.meta.url).pathname);
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.locator('h1')).toContainText('3 good rows');
  await page.goto('/box/import/head');
  await page.setInputFiles('#csv-file', { name: 'old.xls', mimeType: 'application/vnd.ms-excel', buffer: Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 1, 2]) });
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByRole('alert')).toContainText('older kind');
});
