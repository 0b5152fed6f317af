// How long a page takes that is made on the device, as a ratio to the server's own in one run: BASE_URL=… node speed.mjs
import { chromium } from '@playwright/test';

const base = process.env.BASE_URL ?? 'http://127.0.0.1:7380';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const context = await browser.newContext({ baseURL: base, serviceWorkers: 'allow' });
const page = await context.newPage();
const cdp = await context.newCDPSession(page);
await cdp.send('ServiceWorker.enable');
const took = async (path) => {
  await page.goto(path, { waitUntil: 'domcontentloaded' });
  return page.evaluate(() => { const [n] = performance.getEntriesByType('navigation'); return n.responseEnd - n.startTime; });
};
const REST = 600;
const middle = (all) => all.sort((a, b) => a - b)[Math.floor(all.length / 2)];
const ask = (n) => `/?depth=${3 + n / 10}+m&rig=ned`;

await page.goto('/today');
await page.evaluate(() => navigator.serviceWorker.ready);
for (let i = 0; i < 40 && (await page.goto('/today')).headers()['x-made-here'] === undefined; i += 1) await page.waitForTimeout(250);
const server = []; const first = []; const later = []; const firstOfServer = [];
for (let round = 0; round < 21; round += 1) {
  // The server's own first page: a browser that was never there, and no worker.
  const stranger = await browser.newContext({ baseURL: base, serviceWorkers: 'block' });
  const theirs = await stranger.newPage();
  // What was begun or closed is still at work: each is measured after a rest.
  await theirs.waitForTimeout(REST);
  for (const [i, list] of [[0, firstOfServer], [1, server], [2, server]]) {
    await theirs.goto(ask(round + i), { waitUntil: 'domcontentloaded' });
    list.push(await theirs.evaluate(() => { const [n] = performance.getEntriesByType('navigation'); return n.responseEnd - n.startTime; }));
  }
  await stranger.close();
  await context.setOffline(true);
  await cdp.send('ServiceWorker.stopAllWorkers');
  await page.waitForTimeout(REST);
  first.push(await took(ask(round)));
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
const [a, b, c, d] = [firstOfServer, server, first, later].map(middle);
console.log(`server: first ${a.toFixed(1)} ms, later ${b.toFixed(1)} ms; device without network: first ${c.toFixed(1)} ms (${(c / a).toFixed(1)} ×), later ${d.toFixed(1)} ms (${(d / b).toFixed(1)} ×); a tap ${middle(taps).toFixed(1)} ms`);
await browser.close();
