// What goes wrong: from the complaint to what is tied on, by tap, by key, and without script.
import { demo } from './account.mjs';
import { answers422, change, expect, test } from './page.mjs';

const SHAKY = '/mend?rig=shaky_head&form=worm&length=165+mm&body=10+mm&plastic=standard&depth=4+m&bottom=chunk_rock&wind=3+m/s&cast=20+m&leader_lb=10&power=medium_heavy'
  + '&head_weight=3/16+oz&head_shape=football&head_tie=top&head_eye=in_line&head_post=6+mm&head_keeper=wire&head_hook=3/0&head_style=worm_offset&head_wire=light';
const cause = (page, code) => page.locator(`.cause[data-code="${code}"]`);

test('the cause that is measured comes first, and the change that mends it is tied on', async ({ page }) => {
  await page.goto(`${SHAKY}&symptom=no_hook_up`);
  const first = page.locator('.cause').first();
  await expect(first).toHaveAttribute('data-code', 'eye_in_the_way');
  await expect(first.locator('.scale')).toHaveAttribute('aria-label', '1 mm, wanted to 0.4 mm');
  await expect(cause(page, 'gap_filled')).toHaveAttribute('data-standing', 'ruled_out');
  await expect(page.locator('#after')).toContainText('eye across the hook');
  await page.getByRole('link', { name: 'Tie it on so' }).click();
  await expect(page).toHaveURL(/head_eye=across/);
  await expect(page.locator('.judged')).toBeVisible();
});

test('what one finds by looking moves the list', async ({ page }) => {
  await page.goto(`${SHAKY.replace('in_line', 'across')}&symptom=no_hook_up`);
  await expect(page.locator('.cause').first()).toHaveAttribute('data-standing', 'ask');
  await cause(page, 'dull_point').getByRole('link', { name: 'it catches', exact: true }).click();
  await expect(cause(page, 'dull_point')).toHaveAttribute('data-standing', 'ruled_out');
  await cause(page, 'set_too_soon').getByRole('link', { name: 'at the tap', exact: true }).click();
  await expect(page.locator('.cause').first()).toHaveAttribute('data-code', 'set_too_soon');
  await expect(page).toHaveURL(/found=dull_point%3Ano%2Cset_too_soon%3Ayes/);
});

test('what was not said is asked where the list turns on it, and one tap says it', async ({ page }) => {
  await page.goto(`${SHAKY.replace('&head_eye=in_line', '')}&symptom=no_hook_up`);
  const eye = cause(page, 'eye_in_the_way');
  await expect(eye).toHaveAttribute('data-standing', 'ask');
  await expect(page.locator('#question')).toContainText('eye across the hook?');
  await eye.getByRole('link', { name: 'eye in line with the hook' }).click();
  await expect(eye).toHaveAttribute('data-standing', 'likely');
});

test('a complaint, a word and two changes are chosen on the page', async ({ page }) => {
  // A long worm, of which this hook is too little.
  await page.goto(`${SHAKY.replace('length=165+mm', 'length=200+mm')}&symptom=no_hook_up`);
  await change(page, () => page.getByLabel('What goes wrong').selectOption('lost_in_fight'));
  await expect(page.locator('.cause').first()).toHaveAttribute('data-code', 'wire_opens');
  await cause(page, 'hook_short').getByRole('link', { name: /^Hook / }).click();
  await expect(page.locator('.done li')).toHaveCount(2);
  await page.locator('#more > summary').click();
  await change(page, () => page.getByLabel('Wire of its hook').selectOption('heavy'));
  await expect(cause(page, 'wire_opens')).toHaveAttribute('data-standing', 'ruled_out');
});

test('a word that cannot be read keeps what was typed', answers422, async ({ page }) => {
  await page.goto(`${SHAKY.replace('depth=4+m', 'depth=deep')}&symptom=no_hook_up`);
  await expect(page.getByRole('alert')).toContainText('Depth');
  await expect(page.getByLabel('Depth', { exact: true })).toHaveValue('deep');
  await expect(page.getByLabel('What goes wrong')).toHaveValue('no_hook_up');
});

test('what was tried is asked about at the next visit, and counted', async ({ page }) => {
  await demo(page);
  await page.goto(`${SHAKY}&symptom=no_hook_up`);
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByRole('status')).toContainText('Written down');
  await expect(page.locator('.waiting', { hasText: 'eye across the hook' })).toHaveCount(0);
  await page.goto(`${SHAKY}&symptom=no_hook_up`);
  const asked = page.locator('.waiting').first();
  await expect(asked).toContainText('eye across the hook');
  await asked.getByRole('button', { name: 'It helped' }).click();
  await expect(cause(page, 'eye_in_the_way')).toContainText(/helped you \d+ of \d+ times/);
});

test('a head of the box is tied on by one choice, and the box says what mends', async ({ page }) => {
  await demo(page);
  await page.goto(`${SHAKY}&symptom=no_hook_up`);
  await change(page, () => page.getByLabel('Tie on').selectOption({ index: 1 }));
  await expect(page).not.toHaveURL(/head_post=6/);
  await page.goto('/mend?rig=ned&depth=5+m&wind=6+m/s&cast=25+m&head_weight=1/16+oz&symptom=no_bottom_feel');
  await expect(page.locator('.causes')).toContainText('in your box');
});

test('trouble that shows elsewhere leads here', async ({ page }) => {
  await page.goto('/bench?form=stick&length=127+mm&body=16+mm&hook=1&style=wide_gap');
  await page.getByRole('link', { name: 'Mend it' }).click();
  await expect(cause(page, 'gap_filled')).toHaveAttribute('data-standing', /likely|possible/);
  await page.goto('/?rig=ned&depth=4+m&wind=9+m/s&head_weight=1/32+oz');
  await page.locator('.judged .fails a').first().click();
  await expect(page).toHaveURL(/\/mend\?.*symptom=/);
  await page.goto('/?rig=ned&depth=3+m&length=50+mm&bottom=chunk_rock&cover=wood&current=0.7+m/s&species=perch&rod_max=7');
  await page.getByRole('link', { name: 'Mend what it brings' }).click();
  await expect(page.locator('.cause').first()).toBeVisible();
  await page.goto('/cast?rig=ned&depth=4+m&ground=flat&cast=25+m&moves=wind+10+m&retrieve=0.9+m/s&head=1/32+oz');
  await page.getByRole('link', { name: 'Mend the lift-off' }).click();
  await expect(page.getByLabel('What goes wrong')).toHaveValue('loses_bottom');
});

test('by key alone: g then m, and the words in their order', async ({ page }) => {
  await page.goto('/?rig=ned&depth=3+m');
  await page.keyboard.press('g');
  await page.keyboard.press('m');
  await expect(page).toHaveURL(/\/mend\?/);
  await page.keyboard.press('/');
  await expect(page.getByLabel('What goes wrong')).toBeFocused();
});

test.describe('without script', () => {
  test.use({ javaScriptEnabled: false });
  test('the form answers and every change is a link', async ({ page }) => {
    await page.goto(`${SHAKY}&symptom=no_hook_up`);
    await page.getByLabel('What goes wrong').selectOption('hangs_in_rock');
    await page.getByRole('button', { name: 'Answer' }).click();
    await expect(page).toHaveURL(/symptom=hangs_in_rock/);
    await page.locator('.try').first().click();
    await expect(page).toHaveURL(/try=/);
    await page.getByRole('link', { name: 'it spins and twists the line' }).click();
    await expect(cause(page, 'off_centre')).toBeVisible();
  });
});
