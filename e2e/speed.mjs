// How long a page takes that is made on the device, as a ratio to the server's own in one run: BASE_URL=… node speed.mjs
import { chromium } from '@playwright/test';

const base = process.env.BASE_URL ?? 'http://127.0.0.1:7380';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const context = await browser.newContext({ baseURL: base, serviceWorkers: 'allow' });
const page = await context.newPage();
const cdp = await context.newCDPSession(page);
await cdp.send('ServiceWorker.enable');
const whole = (of) => of.evaluate(() => { const [n] = performance.getEntriesByType('navigation'); return n.responseEnd - n.startTime; });
const took = async (path, of = page) => {
  await of.goto(path, { waitUntil: 'domcontentloaded' });
  return whole(of);
};
const REST = 600;
const middle = (all) => all.sort((a, b) => a - b)[Math.floor(all.length / 2)];
const ask = (n) => `/?depth=${3 + n / 10}+m&rig=ned`;

await page.goto('/today');
await page.evaluate(() => navigator.serviceWorker.ready);
for (let i = 0; i < 40 && (await page.goto('/today')).headers()['x-made-here'] === undefined; i += 1) await page.waitForTimeout(250);
const [server, firstOfServer, today, later, opened, seen, tapped, typed] = Array.from({ length: 8 }, () => []);
// The worker sleeps, as it does after half a minute without a page.
const asleep = async () => { await cdp.send('ServiceWorker.stopAllWorkers'); await page.waitForTimeout(REST); };
// From the release of a press of a tenth of a second to the whole page.
const tap = async (link) => {
  await link.scrollIntoViewIfNeeded();
  const { x, y, width, height } = await link.boundingBox();
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.waitForTimeout(100);
  const there = page.waitForEvent('domcontentloaded');
  await page.mouse.up();
  await there;
  return whole(page);
};
for (let round = 0; round < 21; round += 1) {
  // The server's own first page: a browser that was never there, and no worker.
  const stranger = await browser.newContext({ baseURL: base, serviceWorkers: 'block' });
  const theirs = await stranger.newPage();
  // What was begun or closed is still at work: each is measured after a rest.
  await theirs.waitForTimeout(REST);
  for (const [path, list] of [[ask(round), firstOfServer], [ask(round + 1), server], [ask(round + 2), server], ['/today', today]]) {
    list.push(await took(path, theirs));
  }
  await stranger.close();
  // Looked at with the network, and a while after without it: the very page, the day's, what a tap on one of its links asks, and
  // a question that was never asked before, typed.
  await page.goto(ask(round));
  await page.waitForTimeout(REST);
  await context.setOffline(true);
  await asleep();
  seen.push(await took(ask(round)));
  await asleep();
  opened.push(await took('/today'));
  await page.goto(ask(round));
  await asleep();
  tapped.push(await tap(page.locator('main a[href^="/?"]:visible').first()));
  await asleep();
  typed.push(await took(ask(round + 40)));
  for (let i = 1; i < 6; i += 1) later.push(await took(ask(round + i)));
  await context.setOffline(false);
}
// A tap on the day's page, from the press to the settled page.
await page.goto('/today');
if (await page.getByRole('button', { name: 'Begin to fish' }).isVisible()) {
  await page.getByLabel('Where').first().fill('Brick Pit');
  await page.getByRole('button', { name: 'Begin to fish' }).click();
}
await page.locator('button[value=missed]').waitFor();
await context.setOffline(true);
await page.goto('/today');
const taps = await page.evaluate(async () => {
  const all = [];
  for (let i = 0; i < 21; i += 1) {
    const settled = new Promise((done) => { document.addEventListener('htmx:afterSettle', done, { once: true }); });
    const from = performance.now();
    document.querySelector('button[value=missed]').click();
    await settled;
    all.push(performance.now() - from);
  }
  return all;
});
const [first, next, day] = [firstOfServer, server, today].map(middle);
console.log(`server: first ${first.toFixed(1)} ms, later ${next.toFixed(1)} ms, the day's ${day.toFixed(1)} ms; on the device without a network:`);
for (const [what, list, beside] of [['first, looked at before', seen, first], ['first, the day\'s', opened, day], ['first, asked by a tap', tapped, first],
  ['first, a typed question', typed, first], ['later', later, next]]) console.log(`${what.padEnd(24)} ${middle(list).toFixed(1)} ms (${(middle(list) / beside).toFixed(1)} ×)`);
console.log(`a tap that writes a line ${middle(taps).toFixed(1)} ms`);
await browser.close();
