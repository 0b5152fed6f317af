// The pictures of the README, one of each main view, from the demo's data: BASE_URL=… node screens.mjs [name …]
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const base = process.env.BASE_URL ?? 'http://127.0.0.1:7380';
const only = process.argv.slice(2);
const NED = 'depth=3+m&bottom=gravel&season=pre_spawn&temp=12&wind=2+m/s&species=smallmouth&rig=ned&form=stick&length=70+mm&plastic=floating';
const SWUM = 'depth=5+m&bottom=gravel&season=summer&temp=16&wind=2+m/s&species=smallmouth&mood=active&fish_at=suspended&rig=swimbait&form=paddle_tail&length=84+mm';
const HUNG = 'rig=shaky_head&form=worm&length=165+mm&body=10+mm&plastic=standard&depth=4+m&bottom=chunk_rock&leader_lb=10&power=medium_heavy'
  + '&head_weight=3/16+oz&head_shape=football&head_tie=top&head_eye=in_line&head_post=6+mm&head_keeper=barb&head_hook=3/0&head_style=worm_offset&head_wire=medium';
const WIDE = [1280, 800];
const PHONE = [390, 844];
const photographed = JSON.parse(readFileSync(new URL('../crates/core/tests/photographs.json', import.meta.url)));

// A length is tapped in a photograph, as an angler does it.
async function photograph(page) {
  await page.setInputFiles('#photo-file', new URL('fixtures/photograph.jpg', import.meta.url).pathname);
  const tap = async ([x, y]) => {
    const frame = await page.locator('#photo-canvas').boundingBox();
    const scale = frame.width / (photographed.picture[0] / 3);
    await page.mouse.click(frame.x + (x / 3) * scale, frame.y + (y / 3) * scale, { delay: 100 });
  };
  const { corners, lengths } = photographed.photographs[3];
  for (const corner of corners) await tap(corner);
  await page.locator('#photo-of').selectOption('length');
  for (const end of lengths.find((l) => l.of === 'length').ends) await tap(end);
  await page.mouse.move(0, 0);
}
async function fishing(page) {
  if (await page.getByRole('button', { name: 'Begin to fish' }).isVisible()) {
    await page.getByLabel('Where').first().fill('Brick Pit, north wall');
    await page.getByRole('button', { name: 'Begin to fish' }).click();
  }
  await page.getByRole('button', { name: 'Fish', exact: true }).click();
  await page.waitForLoadState();
}

const VIEWS = [
  ['pick-1280', WIDE, `/?${NED}`], ['pick-swum', WIDE, `/?${SWUM}`], ['pick-390', PHONE, `/?${NED}`],
  ['cast', WIDE, `/cast?${NED}`], ['count', WIDE, `/count?${NED}`], ['card', WIDE, `/card?${NED}`], ['how', WIDE, `/how?${NED}`],
  ['bench', WIDE, '/bench?rig=swimbait&form=paddle_tail&length=97+mm&body=17.5+mm'],
  ['mend', WIDE, `/mend?${HUNG}&symptom=lost_in_fight`], ['mend-390', PHONE, `/mend?${HUNG}&symptom=no_hook_up`],
  ['photo', [1280, 1020], '/bench/photo', photograph], ['box', WIDE, '/box'], ['gaps', WIDE, '/box/gaps'], ['waters', WIDE, '/waters'],
  ['kept', WIDE, '/kept'], ['days', WIDE, '/days?day=2026-06-12'], ['review', WIDE, '/days/review'], ['words', WIDE, '/words'],
  ['today-390', PHONE, '/today', fishing],
];

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const context = await browser.newContext({ baseURL: base, serviceWorkers: 'block', colorScheme: 'light' });
const page = await context.newPage();
await page.goto('/account');
await page.getByRole('button', { name: /demo/i }).first().click();
await page.waitForLoadState();
for (const [name, [width, height], path, act] of VIEWS.filter(([n]) => only.length === 0 || only.includes(n))) {
  await page.setViewportSize({ width, height });
  await page.goto(path);
  await act?.(page);
  await page.waitForTimeout(500);
  await page.screenshot({ path: new URL(`../docs/screenshots/${name}.png`, import.meta.url).pathname });
}
await browser.close();
