// Two servers behind a proxy: a browser that changes hands with each request, and goes on when one is killed.
import { execFileSync } from 'node:child_process';
import { signUp } from './account.mjs';
import { expect, test } from './page.mjs';

const PAIR = process.env.PAIR_URL;
test.skip(!PAIR, 'PAIR_URL names no pair of servers: ./test starts one');
test.use({ baseURL: PAIR });

const pair = (...what) => execFileSync('../scripts/pair.sh', what, { stdio: ['ignore', 'ignore', 'inherit'] });

async function add(page, weight) {
  await page.goto(`/box?kind=head&line=${encodeURIComponent(`4 ball ${weight} oz 3/0`)}`);
  await page.getByRole('button', { name: 'Put it in the box' }).click();
  await expect(page.getByRole('status')).toContainText('Added');
}

test('a browser changes hands, and one server killed mid-way loses nothing', async ({ page }) => {
  const by = new Set();
  // Of styles and scripts a browser has its own copy, whoever sent it.
  page.on('response', (r) => { if (r.request().resourceType() === 'document') by.add(r.headers()['x-server']); });
  await signUp(page);
  await add(page, '1/8');
  await page.goto('/?depth=4+m&rig=ned');
  await page.locator('#keep summary').click();
  await page.getByLabel('Name', { exact: true }).fill('Either hand');
  await page.getByRole('button', { name: 'Keep this answer' }).click();
  expect([...by].sort()).toEqual(['one', 'two']);
  for (const one of ['1', '2']) {
    pair('kill', one);
    try {
      by.clear();
      await add(page, one === '1' ? '1/16' : '3/16');
      await page.goto('/kept');
      await expect(page.getByRole('link', { name: 'Either hand' })).toBeVisible();
      expect(by.size).toBe(1);
    } finally {
      pair('revive', one);
    }
    await expect.poll(async () => { by.clear(); await page.goto('/box'); await page.goto('/box'); return by.size; }).toBe(2);
  }
  for (const weight of ['1/8', '1/16', '3/16']) await expect(page.locator('main')).toContainText(`${weight} oz`);
  await expect(page.locator('[id^=row-]')).toHaveCount(3);
});
