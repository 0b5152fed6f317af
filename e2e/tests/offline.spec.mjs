// On the water without signal: installed, the network off and the server unreachable, pages are made here and what is
// written down is kept, sent later, and stands once.
import http from 'node:http';
import { test as base, expect } from '@playwright/test';
import { demo } from './account.mjs';

// It is about noon where the angler is: what is tapped an hour ago belongs to the same day, whenever the tests run.
const zone = () => { const ahead = 12 - new Date().getUTCHours(); return `Etc/GMT${ahead > 0 ? '-' : '+'}${Math.abs(ahead)}`; };

// The worker is wanted here; elsewhere it is blocked, so that tests of the network see the network.
const test = base.extend({
  context: async ({ browser, baseURL }, use) => {
    const context = await browser.newContext({ baseURL, serviceWorkers: 'allow', timezoneId: zone(), viewport: { width: 390, height: 844 } });
    await use(context);
    await context.close();
  },
});

async function installed(page) {
  await page.goto('/today');
  await page.evaluate(() => navigator.serviceWorker.ready);
  // What the device holds of who reads is there once the first page was made here.
  await expect.poll(async () => (await page.goto('/today')).headers()['x-made-here'] !== undefined, { timeout: 60_000 }).toBe(true);
}

const unsent = (page) => page.locator('#signal').getAttribute('data-unsent').then(Number);
const lines = (page) => page.locator('.log li > span').allTextContents();
async function tap(page, name) {
  const before = (await lines(page)).length;
  await page.getByRole('button', { name, exact: false }).first().click();
  await expect.poll(async () => (await lines(page)).length).toBe(before + 1);
}
async function begin(page, place) {
  await page.getByLabel('Where').first().fill(place);
  await page.getByRole('button', { name: 'Begin to fish' }).click();
  await expect(page.getByRole('button', { name: 'Fish', exact: true })).toBeVisible();
}
// Each account of the demo's angler is one; a browser without an account has a log of its own.
const fresh = async (page) => { await page.goto('/'); await installed(page); };

test('pages answer without a network, and what is written down is sent once when it is back', async ({ page, context }) => {
  await fresh(page);
  await begin(page, 'Brick Pit, north wall');
  // What was written down with the network there is sent before it goes.
  await expect.poll(() => unsent(page), { timeout: 20_000 }).toBe(0);
  await context.setOffline(true);
  // Another water, another rig; and what goes wrong.
  for (const [path, says] of [['/?depth=6+m&bottom=chunk_rock&rig=tube&form=tube&length=89+mm', 'Tie on'], ['/mend?rig=ned&symptom=hangs_in_rock', 'As it hangs now'],
    ['/card?depth=4+m', 'oz'], ['/how?depth=4+m', 'computed'], ['/bench?form=stick&length=70+mm', 'mm'], ['/count?depth=4+m', 'Splash'], ['/words', 'shank']]) {
    const reply = await page.goto(path);
    expect(reply.status(), path).toBe(200);
    expect(reply.headers()['x-made-here'], path).toBeDefined();
    await expect(page.locator('body'), path).toContainText(says);
    const styled = await page.evaluate(() => getComputedStyle(document.querySelector('.top')).display);
    expect(styled, path).toBe('flex');
  }
  await page.goto('/today');
  for (const name of ['Fish', 'Missed', 'Lost it', 'Hung up', 'Head gone']) await tap(page, name);
  expect(await unsent(page)).toBe(5);
  // The page that was killed and opened again has them still.
  await page.close();
  const again = await context.newPage();
  await again.goto('/today');
  expect(await lines(again)).toHaveLength(7);
  expect(await unsent(again)).toBe(5);
  await expect(again.locator('#signal')).toContainText('5');
  await context.setOffline(false);
  await again.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect.poll(() => unsent(again), { timeout: 40_000 }).toBe(0);
  const device = await again.evaluate(async () => (await fetch('/device')).json());
  expect(device.events).toHaveLength(7);
  expect(new Set(device.events.map((e) => e.id)).size).toBe(7);
});

test('thirty lines of an hour, a killed tab, the same line three times, and the box counts right', async ({ page, context }) => {
  await page.goto('/');
  await demo(page);
  await installed(page);
  const ended = page.getByRole('button', { name: 'End the day' });
  if (await ended.isVisible()) await ended.click();
  await page.getByLabel('Where').first().fill('Gravel Broad, windward bank');
  const head = page.getByLabel('The head').first();
  const id = await head.locator('option').nth(1).getAttribute('value');
  await head.selectOption(id);
  await page.getByRole('button', { name: 'Begin to fish' }).click();
  await expect(page.getByRole('button', { name: 'Fish', exact: true })).toBeVisible();
  await expect.poll(() => unsent(page), { timeout: 40_000 }).toBe(0);
  const box = () => page.evaluate(async () => (await fetch('/device')).json());
  const counted = (device) => Number(device.things.find((t) => t.id === id).texts.count ?? 1);
  const start = await box();
  await context.setOffline(true);
  const hour = Date.now() - 3_600_000;
  await page.clock.install({ time: hour });
  await page.goto('/today');
  const names = ['Missed', 'Fish', 'Hung up', 'Head gone', 'Lost it'];
  for (let i = 0; i < 30; i += 1) {
    await page.clock.setFixedTime(hour + (i + 1) * 115_000);
    await tap(page, names[i % names.length]);
  }
  expect(await unsent(page)).toBe(30);
  await expect(page.getByRole('button', { name: 'Head gone' })).toContainText(`${Math.max(0, counted(start) - 6)} left`);
  const written = await lines(page);
  await page.close();
  const again = await context.newPage();
  await again.goto('/today');
  expect(await lines(again)).toEqual(written);
  await context.setOffline(false);
  await again.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect.poll(() => unsent(again), { timeout: 40_000 }).toBe(0);
  await expect.poll(async () => counted(await again.evaluate(async () => (await fetch('/device')).json()))).toBe(Math.max(0, counted(start) - 6));
  // Sent again, twice, by hand: nothing changes.
  const device = await again.evaluate(async () => (await fetch('/device')).json());
  const mine = device.events.filter((e) => e.written.at > hour);
  for (let i = 0; i < 2; i += 1) {
    const status = await again.evaluate(async ([d, events]) => (await fetch('/today/send', { method: 'POST', headers: { 'content-type': 'application/json', 'x-csrf': d.csrf }, body: JSON.stringify({ owner: d.owner, now: Date.now(), events }) })).status, [device, mine]);
    expect(status).toBe(200);
  }
  const then = await again.evaluate(async () => (await fetch('/device')).json());
  expect(then.events).toHaveLength(device.events.length);
  expect(counted(then)).toBe(counted(device));
  await again.goto('/today');
  expect(await lines(again)).toEqual(written);
});

test('two phones on one day merge, and the order is that of the clocks', async ({ browser, baseURL, page, context }) => {
  await fresh(page);
  await begin(page, 'Sluice Lode');
  await expect.poll(() => unsent(page), { timeout: 40_000 }).toBe(0);
  // The second phone is the same browser's owner: its cookies go along.
  const second = await browser.newContext({ baseURL, serviceWorkers: 'allow', timezoneId: zone(), storageState: await context.storageState() });
  const other = await second.newPage();
  await installed(other);
  await expect(other.getByRole('button', { name: 'Fish', exact: true })).toBeVisible();
  await context.setOffline(true);
  await second.setOffline(true);
  await tap(page, 'Fish');
  await tap(other, 'Missed');
  await tap(page, 'Hung up');
  for (const [c, p] of [[second, other], [context, page]]) {
    await c.setOffline(false);
    await p.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect.poll(() => unsent(p), { timeout: 40_000 }).toBe(0);
  }
  await expect.poll(async () => { await other.goto('/today'); await other.waitForTimeout(400); return (await lines(other)).slice(0, 3); }, { timeout: 40_000 })
    .toEqual(['hung up, came free', 'missed', 'fish']);
  await page.goto('/today');
  expect((await lines(page)).slice(0, 3)).toEqual(['hung up, came free', 'missed', 'fish']);
  await second.close();
});

test('a count without a network is kept, counts at once, and is sent once', async ({ page, context }) => {
  await page.goto('/');
  await demo(page);
  await installed(page);
  const path = '/count?rig=ned&form=stick&length=70+mm&depth=4+m';
  await page.goto(path);
  const sinks = () => page.evaluate(async () => (await (await fetch('/device')).json()).sinks.length);
  const before = await sinks();
  await context.setOffline(true);
  await page.goto(path);
  await page.locator('input[name="seconds"]').first().fill('7.5');
  await page.getByRole('button', { name: 'Write it down' }).first().click();
  await page.waitForLoadState();
  const waiting = () => page.evaluate(() => new Promise((done) => {
    const ask = indexedDB.open('yarrowfen');
    ask.onsuccess = () => { const all = ask.result.transaction('outbox').objectStore('outbox').getAll(); all.onsuccess = () => { ask.result.close(); done(all.result.length); }; };
  }));
  await expect.poll(waiting).toBe(1);
  await expect(page.locator('body')).toContainText('7.5 s');
  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect.poll(sinks, { timeout: 40_000 }).toBe(before + 1);
  await expect.poll(waiting).toBe(0);
});

test('the Review and a planned day can be read again without a network, with their age', async ({ page, context }) => {
  await page.goto('/');
  await demo(page);
  await installed(page);
  for (const path of ['/days/review', '/days']) await page.goto(path);
  await context.setOffline(true);
  for (const [path, says] of [['/days/review', 'an hour'], ['/days', 'Over each spot']]) {
    const reply = await page.goto(path);
    expect(reply.status(), path).toBe(200);
    await expect(page.locator('.said.away'), path).toContainText('as it was on');
    await expect(page.locator('body'), path).toContainText(says);
  }
});

test('what Mend is asked to write down lands in the day, without a network too', async ({ page, context }) => {
  await fresh(page);
  await begin(page, 'Brick Pit');
  await context.setOffline(true);
  await page.goto('/mend?rig=shaky_head&form=worm&length=165+mm&body=10+mm&depth=4+m&head_weight=3%2F16+oz&head_shape=football&head_eye=in_line&head_post=6+mm&symptom=no_hook_up');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page).toHaveURL(/written=yes/);
  await page.goto('/today');
  expect((await lines(page))[0]).toContain('eye across the hook');
});

test('what belongs to an account is gone from the device when it signs out', async ({ page, context }) => {
  await page.goto('/');
  await demo(page);
  await installed(page);
  await page.goto('/account');
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.waitForLoadState();
  const held = await page.evaluate(() => new Promise((done) => {
    const ask = indexedDB.open('yarrowfen');
    ask.onsuccess = () => { const get = ask.result.transaction('kv').objectStore('kv').get('device'); get.onsuccess = () => done(get.result ? get.result.json : null); };
  }));
  expect(held === null || (held.account === null && held.things.length === 0 && held.waters.length === 0)).toBe(true);
  const { stamp, seen } = await onDisk(page);
  expect(seen.every((s) => s.stamp === stamp)).toBe(true);
  await context.setOffline(true);
  const reply = await page.goto('/box');
  expect(reply.status()).toBe(503);
  await expect(page.locator('h1')).toHaveText('No signal');
});

// What the device keeps: its own record, and the pages that stand ready.
const onDisk = (page) => page.evaluate(() => new Promise((done) => {
  const ask = indexedDB.open('yarrowfen');
  ask.onsuccess = () => {
    const kv = ask.result.transaction('kv').objectStore('kv');
    const [device, seen] = [kv.get('device'), kv.getAll(IDBKeyRange.bound('seen ', 'seen!'))];
    kv.transaction.oncomplete = () => { ask.result.close(); done({ stamp: device.result?.stamp, seen: seen.result }); };
  };
}));
const ready = async (page) => { const { stamp, seen } = await onDisk(page); return seen.length > 0 && seen.every((s) => s.stamp === stamp); };

test('a page that was looked at stands ready: without the engine, with forms of its own, and never an older one', async ({ page, context }) => {
  const cdp = await context.newCDPSession(page);
  await cdp.send('ServiceWorker.enable');
  const away = async () => { await context.setOffline(true); await cdp.send('ServiceWorker.stopAllWorkers'); };
  const path = '/?depth=4+m&rig=ned&form=stick&length=70+mm';
  await page.goto('/');
  await demo(page);
  // Pick alone is looked at, never the day: that is enough.
  await page.evaluate(() => navigator.serviceWorker.ready);
  const served = await (await page.goto(path)).text();
  await expect.poll(() => ready(page), { timeout: 60_000 }).toBe(true);
  await page.evaluate(async () => { for (const name of await caches.keys()) for (const file of await (await caches.open(name)).keys()) if (file.url.includes('pages.wasm')) await (await caches.open(name)).delete(file); });
  await cdp.send('Network.clearBrowserCache');
  await away();
  const token = /value="([0-9a-f]+\.[0-9a-f]+)"/g;
  const shown = [];
  for (let i = 0; i < 2; i += 1) {
    const reply = await page.goto(path);
    expect(reply.headers()['x-made-here']).toBeDefined();
    shown.push(await reply.text());
    await cdp.send('ServiceWorker.stopAllWorkers');
  }
  for (const text of shown) expect(text.replaceAll(token, '')).toBe(served.replaceAll(token, ''));
  const [one, two] = shown.map((text) => new Set([...text.matchAll(token)].map((m) => m[1])));
  expect(one.size).toBe(1);
  expect(one).not.toEqual(two);
  // Without the engine no other page can be made: it was not the engine that answered.
  expect((await page.goto('/?depth=9+m&rig=tube')).status()).toBe(503);
  // The box changes: what stood ready goes, and the page without a network is the one that the server would give.
  await context.setOffline(false);
  await page.goto('/box');
  const before = await onDisk(page);
  await page.getByRole('button', { name: /one fewer/i }).first().click();
  await expect.poll(async () => (await onDisk(page)).stamp !== before.stamp && ready(page), { timeout: 60_000 }).toBe(true);
  const then = await (await page.goto(path)).text();
  await expect.poll(async () => (await onDisk(page)).seen.length, { timeout: 60_000 }).toBeGreaterThan(1);
  await away();
  expect((await (await page.goto(path)).text()).replaceAll(token, '')).toBe(then.replaceAll(token, ''));
});

test('a server that falls silent in the middle of a send loses nothing and doubles nothing', async ({ page, context }) => {
  await fresh(page);
  await begin(page, 'Brick Pit');
  await expect.poll(() => unsent(page), { timeout: 40_000 }).toBe(0);
  // The lines arrive, the answer does not.
  let cut = 2;
  await context.route('**/today/send', async (route) => {
    if (cut > 0) { cut -= 1; await route.fetch(); await route.abort('connectionreset'); } else await route.continue();
  });
  for (const name of ['Fish', 'Missed', 'Head gone']) await tap(page, name);
  for (let i = 0; i < 4; i += 1) { await page.evaluate(() => navigator.serviceWorker.controller.postMessage('send')); await page.waitForTimeout(300); }
  await expect.poll(() => unsent(page), { timeout: 40_000 }).toBe(0);
  expect(cut).toBe(0);
  const device = await page.evaluate(async () => (await fetch('/device')).json());
  expect(device.events).toHaveLength(5);
});

test('what was planned is done without a network, a tap a step, and sent once', async ({ page, context }) => {
  await fresh(page);
  const today = new Date().toISOString().slice(0, 10);
  await page.goto(`/days?day=${today}&rods=2&s0=pick&s1=pick&wind=2+to+9+m/s`);
  await page.getByRole('button', { name: 'Keep this day' }).click();
  await expect(page).toHaveURL(/\/days\/[0-9a-f-]{36}$/);
  await page.goto('/today');
  await expect(page.getByRole('button', { name: 'Do it' }).first()).toBeVisible();
  await context.setOffline(true);
  await page.goto('/today');
  const steps = await page.getByRole('button', { name: 'Do it' }).count();
  await page.getByRole('button', { name: 'Do it' }).first().click();
  await expect(page.getByRole('button', { name: 'Do it' })).toHaveCount(steps - 1);
  // The stop and what is on both rods.
  expect(await unsent(page)).toBe(3);
  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect.poll(() => unsent(page), { timeout: 30_000 }).toBe(0);
  await page.reload();
  expect(await lines(page)).toHaveLength(3);
  await expect(page.locator('.steps s')).toHaveCount(1);
});

test('a browser takes it for an application that can be installed', async ({ page, context }) => {
  await fresh(page);
  const cdp = await context.newCDPSession(page);
  const { installabilityErrors } = await cdp.send('Page.getInstallabilityErrors');
  // A context of a test is a private window, in which nothing is ever installed.
  expect(installabilityErrors.filter((e) => e.errorId !== 'in-incognito')).toEqual([]);
  const { data, errors } = await cdp.send('Page.getAppManifest');
  expect(errors).toEqual([]);
  expect(JSON.parse(data).name).toBe('Yarrowfen');
});

// The server with another worker, as an update brings it: a go-between that changes what it is told to.
async function between(baseURL) {
  const state = { newer: false };
  const server = http.createServer((asked, reply) => {
    const to = new URL(asked.url, baseURL);
    const forth = http.request(to, { method: asked.method, headers: { ...asked.headers, host: to.host, 'accept-encoding': 'identity' } }, (back) => {
      const headers = { ...back.headers };
      if (asked.url !== '/worker.js' || !state.newer) { reply.writeHead(back.statusCode, headers); back.pipe(reply); return; }
      delete headers['content-length'];
      reply.writeHead(back.statusCode, headers);
      back.on('data', (part) => reply.write(part));
      back.on('end', () => reply.end('\n// a newer one'));
    });
    asked.pipe(forth);
  });
  await new Promise((done) => { server.listen(0, '127.0.0.1', done); });
  return { state, base: `http://127.0.0.1:${server.address().port}`, close: () => server.close() };
}

test('a newer version waits for its moment, and says so', async ({ browser, baseURL }) => {
  const there = await between(baseURL);
  const context = await browser.newContext({ baseURL: there.base, serviceWorkers: 'allow', timezoneId: zone(), viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await fresh(page);
  await begin(page, 'Brick Pit');
  there.state.newer = true;
  await page.goto('/today');
  await page.evaluate(async () => { await (await navigator.serviceWorker.getRegistration()).update(); });
  await expect(page.locator('#newer')).toContainText('A newer Yarrowfen has come', { timeout: 30_000 });
  // Until then the day goes on with the one that is there.
  await tap(page, 'Missed');
  const loaded = page.waitForEvent('load');
  await page.getByRole('button', { name: 'Use it now' }).click();
  await loaded;
  await expect(page.locator('#newer')).toHaveCount(0);
  expect((await lines(page))[0]).toBe('missed');
  await context.close();
  there.close();
});
