import { test, expect } from './page.mjs';

async function keep(page, name, query = '') {
  await page.goto(`/${query}`);
  await page.locator('#keep summary').click();
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Remark').fill('a remark with “quotes” & <tags>');
  await page.getByRole('button', { name: 'Keep this answer' }).click();
}

test('delete and undo', async ({ page }) => {
  await keep(page, 'Short-lived');
  await page.getByRole('button', { name: /Delete Short-lived/ }).click();
  await expect(page.getByRole('status')).toContainText('Deleted: Short-lived');
  await expect(page.getByRole('link', { name: 'Short-lived' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Short-lived' })).toBeVisible();
  await expect(page.locator('.kept-list').first()).toContainText('a remark with “quotes” & <tags>');
});

test('two side by side', async ({ page }) => {
  await keep(page, 'Shallow', '?depth=1+m');
  await keep(page, 'Deep', '?depth=8+m');
  await page.getByLabel('Compare Shallow').check();
  await page.getByLabel('Compare Deep').check();
  await page.getByRole('button', { name: 'Compare two' }).click();
  await expect(page.getByRole('table')).toContainText('Shallow');
  await expect(page.getByRole('row', { name: /^Depth/ }).locator('.differs')).toHaveCount(2);
  await expect(page.getByRole('row', { name: /^Bottom/ }).locator('.differs')).toHaveCount(0);
});

test('a kept pick asks its question again', async ({ page }) => {
  await keep(page, 'Ask me', '?depth=2.4+m&bottom=shell&species=perch&toothy=on&temp=9+°C');
  await page.getByRole('link', { name: 'Ask me' }).click();
  await page.getByRole('link', { name: 'Ask again' }).click();
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('2.4 m');
  await expect(page.getByLabel('Bottom', { exact: true })).toHaveValue('shell');
  await expect(page.getByLabel('Toothy fish about')).toHaveValue('likely');
});

test('examples are there for everybody and cannot be deleted', async ({ page }) => {
  await page.goto('/kept');
  await expect(page.getByRole('link', { name: 'Drift along the old dig' })).toBeVisible();
  await page.getByRole('link', { name: 'Too much stream for a small bait' }).click();
  await expect(page.locator('.conflict')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Delete' })).toHaveCount(0);
});

test('another browser does not find it', async ({ page, browser, baseURL }) => {
  await keep(page, 'Mine');
  await page.getByRole('link', { name: 'Mine' }).click();
  const url = page.url();
  const other = await browser.newContext({ baseURL });
  const reply = await (await other.newPage()).goto(url);
  expect(reply.status()).toBe(404);
  await other.close();
});

test('a kept pick is found, sorted, shared by an address, and the address withdrawn', { annotation: [{ type: 'answers 404' }] }, async ({ page, browser, baseURL }) => {
  const name = `Shared ${Date.now().toString(36)}`;
  await page.goto('/?rig=tube');
  await page.locator('#keep > summary').click();
  await page.locator('#keep-name').fill(name);
  await page.locator('#keep-place').fill('A place nobody else need know');
  await page.getByRole('button', { name: 'Keep this answer' }).click();
  await page.getByRole('searchbox').or(page.locator('#q')).fill(`tube ${name.toLowerCase()}`);
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page).toHaveURL(/q=tube/);
  await expect(page.locator('.kept-list').first().locator('li')).toHaveCount(1);
  await expect(page.locator('.kept-list').first().locator('.of-row svg')).toBeVisible();
  await page.getByRole('link', { name: 'weight', exact: true }).click();
  await expect(page).toHaveURL(/sort=weight/);
  await page.locator('.what').getByRole('link', { name }).click();
  await page.getByRole('button', { name: 'Share by address' }).click();
  const address = await page.locator('.shared a').getAttribute('href');

  const other = await browser.newContext({ baseURL });
  const theirs = await other.newPage();
  expect((await theirs.goto(address)).status()).toBe(200);
  await expect(theirs.locator('.weight')).toBeVisible();
  await expect(theirs.getByText('A place nobody else need know')).toHaveCount(0);
  await expect(theirs.getByRole('button', { name: 'Delete' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Withdraw it' }).click();
  expect((await theirs.goto(address)).status()).toBe(404);
  await other.close();
});
