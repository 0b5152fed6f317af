// The phone's own code against a network that does what networks do, run by chance: the worker's script and its module in
// Node, over an IndexedDB in memory, with a server that is as plain as can be. Nothing that was tapped is lost, nothing
// stands twice, and the box ends with what the heads that are gone leave of it.
import { readFileSync } from 'node:fs';
import vm from 'node:vm';
import { gunzipSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb';

const at = (path) => new URL(`../../crates/web/static/${path}`, import.meta.url);
const SCRIPT = `const VERSION = 'v'; const FILES = []; const CSP = "default-src 'self'"; const MADE = ['/', '/today', '/mend'];\n${readFileSync(at('offline/worker.js'), 'utf8')}`;
const MODULE = gunzipSync(readFileSync(at('offline/pages.wasm.gz')));
const RUNS = Number(process.env.RUNS ?? 200);
const HEAD = '00000000-0000-4000-8000-0000000000aa';

function dice(seed) {
  let state = BigInt(seed) * 7919n + 17n;
  const next = (n) => { state = (state * 6364136223846793005n + 1442695040888963407n) & ((1n << 64n) - 1n); return Number((state >> 33n) % BigInt(n)); };
  const id = () => { const hex = [...Array(32)].map(() => next(16).toString(16)).join(''); return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`; };
  return { next, id, of: (...all) => all[next(all.length)], chance: (percent) => next(100) < percent };
}

/** What does not stand, in the order of the log. */
function undone(events) {
  const order = [...events].sort((a, b) => a.written.at - b.written.at || (a.written.device < b.written.device ? -1 : a.written.device > b.written.device ? 1 : 0) || a.written.seq - b.written.seq || (a.id < b.id ? -1 : 1));
  const place = new Map(order.map((e, i) => [e.id, i]));
  const gone = new Set();
  for (const e of order.filter((x) => x.what.undone).reverse()) {
    if (!gone.has(e.id) && place.has(e.what.undone.of) && place.get(e.what.undone.of) < place.get(e.id)) gone.add(e.what.undone.of);
  }
  return gone;
}
const headsGone = (events) => { const gone = undone(events); return events.filter((e) => e.what.head_gone?.thing === HEAD && !gone.has(e.id)).length; };

function server() {
  const owner = '00000000-0000-4000-8000-000000000001';
  const log = new Map();
  const device = () => ({ owner, csrf: 'token', units: 'metric', ladder: 'oz', theme: 'sun', views: '', px_per_mm: null, question: '', account: { name: 'Sedge', demo: false, box_version: 1 }, assets: 'v',
    things: [{ id: HEAD, kind: 'head', texts: { weight: '1/8 oz', shape: 'football', hook: '2/0', count: String(40 - headsGone([...log.values()])) }, archived: false, added_at: 1781240400000000 }],
    waters: [], sinks: [], tries: [], events: [...log.values()] });
  const takes = (path, body) => {
    if (path === '/device') return device();
    const sent = JSON.parse(body);
    for (const event of sent.events) if (!log.has(event.id)) log.set(event.id, event);
    return { kept: sent.events.map((e) => e.id), refused: [], events: [...log.values()] };
  };
  return { log, device, takes };
}

/** A phone: a disk that stays, and a life of the worker that does not. */
function phone(world) {
  const disk = new IDBFactory();
  let life = null;
  const begin = () => {
    const alive = { on: true };
    const handlers = {};
    const locks = new Map();
    const fetchHere = async (asked, init = {}) => {
      const path = typeof asked === 'string' ? asked : new URL(asked.url).pathname;
      const way = alive.on ? world.way() : 'down';
      await new Promise((done) => { setImmediate(done); });
      if (way === 'down') throw new TypeError('no network');
      if (way === 'away') return new Response('', { status: 503 });
      const reply = world.server.takes(path, init.body);
      if (way === 'twice') world.server.takes(path, init.body);
      // The lines arrived, the answer does not; or the phone died while it was on its way.
      if (way === 'deaf' || !alive.on) throw new TypeError('connection reset');
      return new Response(JSON.stringify(reply), { status: 200, headers: { 'content-type': 'application/json' } });
    };
    const context = vm.createContext({
      self: { addEventListener: (name, act) => { handlers[name] = act; }, location: { origin: 'http://fen' }, clients: { matchAll: async () => [] }, registration: {}, skipWaiting() {} },
      caches: { open: async () => ({ match: async () => new Response(MODULE, { headers: { 'content-type': 'application/wasm' } }) }) },
      navigator: { locks: { request: (name, act) => { const before = locks.get(name) ?? Promise.resolve(); const mine = before.then(act, act); locks.set(name, mine.catch(() => {})); return mine; } } },
      indexedDB: disk, IDBKeyRange, crypto, WebAssembly, TextEncoder, TextDecoder, URL, URLSearchParams, Headers, Request, Response, AbortSignal, setTimeout, Date, Promise, Math, console, fetch: fetchHere,
    });
    vm.runInContext(SCRIPT, context);
    return { alive, handlers };
  };
  const fire = async (name, event) => {
    life ??= begin();
    const waits = [];
    let answer;
    life.handlers[name]({ ...event, waitUntil: (p) => waits.push(p.catch(() => {})), respondWith: (p) => { answer = p; } });
    return { answer: answer && await answer, after: Promise.all(waits) };
  };
  return {
    open: () => fire('fetch', { request: new Request('http://fen/today', { headers: { 'hx-request': 'true' } }) }),
    tap: (form) => fire('fetch', { request: new Request('http://fen/today', { method: 'POST', headers: { 'content-type': 'application/x-www-form-urlencoded', 'hx-request': 'true' }, body: new URLSearchParams(form) }) }),
    send: async () => (await fire('message', { data: 'send' })).after,
    kill: () => { if (life) life.alive.on = false; life = null; },
    async unsent() {
      const db = await new Promise((done, failed) => { const ask = disk.open('yarrowfen', 1); ask.onsuccess = () => done(ask.result); ask.onerror = failed; });
      const all = await new Promise((done) => { const ask = db.transaction('log').objectStore('log').getAll(); ask.onsuccess = () => done(ask.result); });
      db.close();
      return all.filter((r) => r.state === 0).length;
    },
  };
}

async function run(seed) {
  const d = dice(seed);
  let weather = 'up';
  const world = { server: server(), way: () => (weather === 'up' ? d.of('up', 'up', 'up', 'deaf', 'twice', 'down', 'away') : weather) };
  const phones = [phone(world), phone(world)];
  weather = 'clear';
  for (const p of phones) { const { answer, after } = await p.open(); expect(answer.status).toBe(200); await after; }
  const wanted = new Map();
  let now = Date.now() - 3_600_000;
  // As a thumb does: what was not answered is tapped again, and is the same tap.
  const tap = async (p, form) => {
    now += 1000 + d.next(60_000);
    const stamped = { csrf: 'x', id: d.id(), at: String(now), offset: '60', minutes: '15', ...form };
    for (let tries = 0; ; tries += 1) {
      if (tries < 3 && d.chance(6)) { p.tap(stamped).catch(() => {}); p.kill(); continue; }
      const { answer, after } = await p.tap(stamped);
      if (answer.status === 200) { wanted.set(stamped.id, form.do); if (d.chance(50)) await after; return; }
      if (tries > 20) throw new Error(`a tap is answered ${answer.status}`);
    }
  };
  await tap(phones[0], { do: 'begin', place: 'Brick Pit', thing: HEAD, depth: '5 m' });
  const steps = 18 + d.next(14);
  for (let i = 0; i < steps; i += 1) {
    const p = d.of(...phones);
    const what = d.next(10);
    if (what < 6) {
      const act = d.of('fish', 'missed', 'gone', 'gone', 'hung', 'rest', 'undo');
      if (act === 'undo') await tap(p, { do: 'undo', of: d.of(...wanted.keys()) });
      else await tap(p, { do: act, spot: 'ledge', phase: d.of('', 'fall', 'hop') });
    } else if (what === 6) weather = d.of('up', 'down', 'away', 'deaf', 'up');
    else if (what === 7) p.kill();
    else if (what === 8) await p.send();
    else { const { after } = await p.open(); if (d.chance(50)) await after; }
  }
  weather = 'up';
  for (let i = 0; i < 60 && (await phones[0].unsent()) + (await phones[1].unsent()) > 0; i += 1) for (const p of phones) await p.send();
  const log = [...world.server.log.values()];
  const told = `seed ${seed}`;
  // Each tap is there once; the one that begins a stop is two events, of which the second counts on.
  const missing = [...wanted.keys()].filter((id) => !world.server.log.has(id));
  expect(missing, told).toEqual([]);
  expect(log.length, told).toBe(wanted.size + 1);
  const device = world.server.device();
  expect(Number(device.things[0].texts.count), told).toBe(40 - headsGone(log));
  // Both phones, asked once more, show the same lines in the same order.
  weather = 'clear';
  const pages = [];
  for (const p of phones) {
    p.kill();
    await (await p.open()).after;
    const { answer } = await p.open();
    pages.push((await answer.text()).split('<ol>').pop().replace(/value="[^"]*"/g, ''));
    p.kill();
  }
  expect(pages[0], told).toBe(pages[1]);
  return wanted.size;
}

test('two hundred days by chance: nothing lost, nothing doubled', async () => {
  test.setTimeout(900_000);
  let taps = 0;
  for (let seed = 1; seed <= RUNS; seed += 1) taps += await run(seed);
  console.log(`${RUNS} days by chance, ${taps} taps: none lost, none doubled`);
});
