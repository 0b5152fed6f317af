// The day on the water with the network there, tapped; and what the log says.
import { demo } from './account.mjs';
import { answers422, change, expect, test } from './page.mjs';

const lines = (page) => page.locator('.log li > span').allTextContents();
const tap = (page, name) => change(page, () => page.getByRole('button', { name, exact: true }).first().click());

async function begin(page) {
  await page.goto('/?depth=5+m&bottom=chunk_rock&rig=ned&form=stick&length=70+mm&wind=3+m/s');
  await page.goto('/today');
  await page.getByLabel('Where').first().fill('Brick Pit, north wall');
  await tap(page, 'Begin to fish');
}

test('a day is tapped, told more of, taken back and ended', async ({ page }) => {
  await begin(page);
  expect(await lines(page)).toHaveLength(2);
  await expect(page.locator('.in-hand')).toContainText('Brick Pit, north wall');
  await page.locator('.way').getByLabel('pause').check();
  await tap(page, 'Fish');
  expect((await lines(page))[0]).toBe('fish, on the pause');
  // The next bite says for itself where it came.
  expect(await page.locator('.way input:checked').count()).toBe(0);
  const more = page.locator('.more-of');
  await more.getByLabel('Length').fill('38,5 cm');
  await more.getByLabel('In its throat').selectOption('crayfish');
  await tap(page, 'Add');
  expect((await lines(page))[0]).toBe('fish, 38.5 cm, on the pause, crayfish in its throat');
  for (const name of ['Missed', 'Lost it', 'Hung up']) await tap(page, name);
  await change(page, () => page.locator('.log li').first().getByRole('button', { name: 'undo' }).click());
  await expect(page.locator('.log li').first()).toHaveClass('undone');
  await change(page, () => page.locator('.log li').first().getByRole('button', { name: 'bring back' }).click());
  await expect(page.locator('.log li').first()).not.toHaveClass('undone');
  await change(page, () => page.getByRole('button', { name: /^Rest it/ }).click());
  await expect(page.locator('.rest .left')).toHaveText(/^1[45]:\d\d$/);
  await tap(page, 'Go back');
  await expect(page.locator('.rest')).toHaveCount(0);
  await tap(page, 'End the day');
  await expect(page.locator('.begin')).toContainText('The day is over');
  // A reload shows the same.
  const before = await lines(page);
  await page.reload();
  expect(await lines(page)).toEqual(before);
});

test('two rods, each with its own, one tap apart', async ({ page }) => {
  await begin(page);
  await page.locator('#tie > summary').click();
  await page.locator('#tie').getByLabel('2', { exact: true }).check();
  await page.locator('#tie').getByLabel('Why').selectOption('wind');
  await tap(page, 'Tied on');
  expect((await lines(page))[0]).toContain(': the wind');
  await expect(page.locator('.in-hand')).toContainText('rod 2');
  await change(page, () => page.getByRole('button', { name: /^Rod 1/ }).click());
  await expect(page.locator('.in-hand')).toContainText('rod 1');
});

test('what cannot be read is said, and nothing typed goes', answers422, async ({ page }) => {
  await page.goto('/today');
  await page.getByLabel('Depth').fill('deep');
  await tap(page, 'Begin to fish');
  await expect(page.getByRole('alert').first()).toBeVisible();
  await expect(page.getByLabel('Depth')).toHaveValue('deep');
  expect(await lines(page)).toHaveLength(0);
});

test('the review of the season says what it found and what it did not', async ({ page }) => {
  await demo(page);
  await page.goto('/days/review');
  await expect(page.locator('[data-claim]')).toHaveCount(1);
  await expect(page.locator('[data-claim]')).toContainText('1/8 oz against 1/4 oz: fish the 1/8 oz');
  await expect(page.locator('[data-nothing]').first()).toContainText('no clear difference yet');
  await change(page, () => page.getByLabel('By what').selectOption('wind'));
  await expect(page).toHaveURL(/by=wind/);
  await expect(page.locator('[data-claim]')).toHaveCount(0);
  await expect(page.locator('aside')).toContainText('never two of them turn about');
  await change(page, () => page.getByLabel('At which water').selectOption('Reed Mere, west bay'));
  await expect(page.locator('#waters')).toHaveCount(0);
  await page.locator('#counted > summary').click();
  await expect(page.locator('#counted')).toContainText('Benjamini and Hochberg');
});

test('a bounce of the thumb is asked about, and a pause counts for nobody', async ({ page }) => {
  await begin(page);
  const before = (await lines(page)).length;
  await tap(page, 'Fish');
  await page.getByRole('button', { name: 'Fish', exact: true }).click();
  await expect(page.locator('#again')).toContainText('twice within a second');
  expect(await lines(page)).toHaveLength(before + 1);
  await page.locator('#again').getByRole('button', { name: 'No', exact: true }).click();
  await expect(page.locator('#again')).toHaveCount(0);
  await page.getByRole('button', { name: 'Missed', exact: true }).click();
  await expect.poll(async () => (await lines(page)).length).toBe(before + 2);
  await page.getByRole('button', { name: 'Missed', exact: true }).click();
  await change(page, () => page.getByRole('button', { name: 'Yes, one more' }).click());
  await expect.poll(async () => (await lines(page)).length).toBe(before + 3);
  await change(page, () => page.getByRole('button', { name: /^Pause/ }).click());
  await expect(page.locator('.begin')).toContainText('Pause since');
  await tap(page, 'Fish on');
  await expect(page.getByText('Pause since')).toHaveCount(0);
});
