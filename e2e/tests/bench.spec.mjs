import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { test, expect, change } from './page.mjs';

const BENCH = '/bench?form=paddle_tail&length=97+mm&body=17.5+mm&tail=58+mm&hook=3/0&style=round_bend&rig=swimbait';
const says = (page) => page.locator('#bench-says').innerText();

/** What the server says with the hook at a place. */
async function asServed(page, at) {
  const other = await page.context().newPage();
  await other.goto(`${BENCH}&at=${encodeURIComponent(`${at} mm`)}`);
  const said = [await says(other), await other.locator('#exit-words').innerHTML(), await other.locator('#bench-sits').innerText()];
  await other.close();
  return said;
}
const asShown = async (page) => [await says(page), await page.locator('#exit-words').innerHTML(), await page.locator('#bench-sits').innerText()];
const place = (page) => page.locator('#at').evaluate((e) => Number(e.value));

test('the hook is drawn along by arrow keys and the numbers follow', async ({ page }) => {
  await page.goto(BENCH);
  await page.locator('#at').focus();
  for (let n = 0; n < 10; n += 1) await page.keyboard.press('ArrowRight');
  expect(await place(page)).toBe(5);
  expect(await asShown(page)).toEqual(await asServed(page, 5));
  await page.keyboard.press('End');
  await expect(page.locator('#bench-sits')).toHaveText('Comes out behind the tail root');
  await page.keyboard.press('Home');
  expect(await asShown(page)).toEqual(await asServed(page, await place(page)));
});

test('the hook is drawn along by mouse and by finger', async ({ page }) => {
  await page.goto(BENCH);
  const box = await page.locator('#plate').boundingBox();
  const wide = await page.locator('#plate').evaluate((e) => e.viewBox.baseVal.width);
  const perMm = box.width / wide;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 3];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 6 * perMm, y, { steps: 5 });
  await page.mouse.up();
  expect(await place(page)).toBe(6);
  expect(await asShown(page)).toEqual(await asServed(page, 6));
  const finger = await page.context().newCDPSession(page);
  const touch = (type, dx) => finger.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x: x + dx, y }] });
  await touch('touchStart', 0);
  for (let n = 1; n <= 4; n += 1) await touch('touchMove', (-8 * perMm * n) / 4);
  await touch('touchEnd', 0);
  expect(await place(page)).toBe(-2);
  expect(await asShown(page)).toEqual(await asServed(page, -2));
});

test('a word changed is judged anew, and a hook of the table is one tap', async ({ page }) => {
  await page.goto(BENCH);
  await expect(page.locator('#bench-sits')).toHaveText('Sits right');
  await page.getByLabel('Gap', { exact: true }).click();
  await page.getByLabel('Gap', { exact: true }).fill('9');
  await change(page, () => page.keyboard.press('Tab'));
  await expect(page.locator('#bench-sits')).toHaveText('Gap filled by the bait');
  await expect(page.locator('.side')).toContainText('Your measure wins over the number, which says 14 mm of gap');
  await page.locator('.hooks a').first().click();
  await expect(page.locator('#bench-sits')).toHaveText('Sits right');
});

test('a screen measured once shows the bait at true size', async ({ page }) => {
  await page.goto(BENCH);
  await page.getByRole('link', { name: 'Measure this screen' }).click();
  await page.locator('#px-slide').fill('6.2');
  await expect(page.locator('#card-drawing')).toHaveAttribute('width', String(85.6 * 6.2));
  await page.getByRole('button', { name: 'It is as wide as the card' }).click();
  await expect(page.locator('.bench')).toHaveAttribute('data-scale', 'true');
  const perMm = await page.locator('#plate').evaluate((e) => e.getBoundingClientRect().width / e.viewBox.baseVal.width);
  expect(perMm).toBeCloseTo(6.2, 2);
});

/** Pixels of a printed page: width, height, and the colour at a place. */
function pixels(pdf, dpi) {
  execFileSync('pdftoppm', ['-r', String(dpi), '-singlefile', pdf, pdf]);
  const file = readFileSync(`${pdf}.ppm`);
  const [, w, h] = /^P6\s+(\d+)\s+(\d+)\s+255\s/.exec(file.subarray(0, 40).toString('latin1'));
  const data = file.subarray(file.length - w * h * 3);
  return { width: Number(w), height: Number(h), at: (x, y) => data.subarray((y * w + x) * 3, (y * w + x) * 3 + 3) };
}

test('the printed bench is as long as the bait, and its bar measures 100 mm', async ({ page }) => {
  const dpi = 300;
  const mm = (px) => (px * 25.4) / dpi;
  for (const [url, long] of [[BENCH, 97], ['/bench?form=stick&length=127+mm&body=14.5+mm&hook=3/0&style=wide_gap', 127]]) {
    await page.goto(url);
    // The sheet is another page: print it, not the one that is being left.
    await page.getByRole('link', { name: 'Print at true size' }).click();
    await page.waitForURL(/\/bench\/print\?/);
    await expect(page.locator('.true-size svg').first()).toBeVisible();
    const pdf = test.info().outputPath(`bench-${long}.pdf`);
    await page.pdf({ path: pdf, preferCSSPageSize: true });
    const sheet = pixels(pdf, dpi);
    expect(Math.abs(mm(sheet.width) - 297)).toBeLessThan(0.5);
    // The bar is the only dark run on many rows at once; the bait is the only thing of its colour.
    const dark = (c) => c[0] < 60 && c[1] < 60 && c[2] < 60;
    const bait = (c) => Math.abs(c[0] - 0xdf) < 4 && Math.abs(c[1] - 0xe4) < 4 && Math.abs(c[2] - 0xd2) < 4;
    const runs = new Map();
    let [left, right] = [sheet.width, 0];
    for (let y = 0; y < sheet.height; y += 1) {
      let [run, longest] = [0, 0];
      for (let x = 0; x < sheet.width; x += 1) {
        const c = sheet.at(x, y);
        run = dark(c) ? run + 1 : 0;
        longest = Math.max(longest, run);
        if (bait(c)) { left = Math.min(left, x); right = Math.max(right, x); }
      }
      if (longest > 900) runs.set(longest, (runs.get(longest) ?? 0) + 1);
    }
    const thick = [...runs].filter(([, rows]) => rows > 15);
    expect(thick.length, 'one bar').toBe(1);
    expect(Math.abs(mm(thick[0][0]) - 100)).toBeLessThan(0.3);
    // Half the outline's width lies inside at either end, and a tail runs out to a point.
    const shown = mm(right - left + 1);
    expect(shown).toBeGreaterThan(long * 0.99);
    expect(shown).toBeLessThan(long + 0.3);
  }
});
