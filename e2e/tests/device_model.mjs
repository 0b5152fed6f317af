// A model of phones, people and a server, for the worker's own script in Node: an IndexedDB in memory, a clock that the test
// moves, and a network that does what networks do.
import { readFileSync } from 'node:fs';
import vm from 'node:vm';
import { gunzipSync } from 'node:zlib';
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb';

const at = (path) => new URL(`../../crates/web/static/${path}`, import.meta.url);
const parts = ['store', 'clock', 'engine', 'device', 'send', 'pages', 'forms', 'main'];
const SCRIPT = `const VERSION = 'v'; const FILES = []; const CSP = "default-src 'self'"; const MADE = ['/', '/today', '/mend'];\n${parts.map((name) => readFileSync(at(`offline/worker/${name}.js`), 'utf8')).join('\n')}`;
const MODULE = gunzipSync(readFileSync(at('offline/pages.wasm.gz')));
export const HEAD = '00000000-0000-4000-8000-0000000000aa';

export function dice(seed) {
  let state = BigInt(seed) * 7919n + 17n;
  const next = (n) => { state = (state * 6364136223846793005n + 1442695040888963407n) & ((1n << 64n) - 1n); return Number((state >> 33n) % BigInt(n)); };
  const id = () => { const hex = [...Array(32)].map(() => next(16).toString(16)).join(''); return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`; };
  return { next, id, of: (...all) => all[next(all.length)], chance: (percent) => next(100) < percent };
}

/** What does not stand: of all decisions about a line, in the order of cause and time, the last one holds. */
export function gone(events) {
  const byId = new Map(events.map((e) => [e.id, e]));
  const chain = (e) => { const all = [e]; for (let x = e; x?.what.undone; x = byId.get(x.what.undone.of)) { if (all.length > 64) return null; if (x !== e) all.push(x); } return all; };
  const root = (e) => { let x = e; let is = false; while (x?.what.undone) { x = byId.get(x.what.undone.of); is = !is; } return x && { id: x.id, is }; };
  const targets = (e) => { const all = []; for (let x = byId.get(e.what.undone?.of); x; x = byId.get(x.what.undone?.of)) all.push(x); return all; };
  const key = (e) => [Math.max(e.written.at, ...targets(e).map((x) => x.written.at)), targets(e).length, e.written.device, e.written.seq, e.id];
  const less = (a, b) => { for (let i = 0; i < a.length; i += 1) if (a[i] !== b[i]) return a[i] < b[i] ? -1 : 1; return 0; };
  const out = new Set();
  for (const e of events.filter((x) => x.what.undone && chain(x)).sort((a, b) => less(key(a), key(b)))) {
    const line = root(e);
    if (line) { if (line.is) out.add(line.id); else out.delete(line.id); }
  }
  return out;
}
export const headsGone = (events) => { const out = gone(events); return events.filter((e) => e.what.head_gone?.thing === HEAD && !out.has(e.id)).length; };

/** A server: logs by owner, accounts by name, and the session of each phone as its cookies have it. */
export function server(id, clock) {
  const logs = new Map();
  const accounts = new Map();
  const ended = new Set();
  // Which account took a browser over: its answer may be lost, and the browser then sends again what stands there.
  const takenOver = new Map();
  const logOf = (owner) => { if (!logs.has(owner)) logs.set(owner, new Map()); return logs.get(owner); };
  const signedIn = (session) => (session.account && !ended.has(session.token) ? session.account : null);
  const ownerOf = (session) => { const name = signedIn(session); return name ? accounts.get(name) : session.browser; };
  const fresh = () => ({ browser: id(), token: id(), csrf: id(), account: null, aside: null, joined: null });
  const device = (session) => {
    const owner = ownerOf(session);
    const name = signedIn(session);
    const events = [...logOf(owner).values()];
    return { owner, csrf: session.csrf, units: 'metric', ladder: 'oz', theme: 'sun', views: '', px_per_mm: null, question: '', account: name && { name, demo: false, box_version: 1 }, assets: 'v',
      ...(session.aside ? { aside: session.aside } : {}), ...(name && session.joined?.account === owner ? { joined: session.joined.browsers } : {}),
      things: [{ id: HEAD, kind: 'head', texts: { weight: '1/8 oz', shape: 'football', hook: '2/0', count: String(40 - headsGone(events)) }, archived: false, added_at: 1781240400000000 }],
      waters: [], sinks: [], tries: [], events };
  };
  const adopt = (session, browser, owner) => {
    for (const [key, event] of logOf(browser)) if (!logOf(owner).has(key)) logOf(owner).set(key, event);
    logs.delete(browser);
    takenOver.set(browser, owner);
    const before = session.joined?.account === owner ? session.joined.browsers : [];
    return { account: owner, browsers: [browser, ...before].slice(0, 4) };
  };
  /** Answers; gives the session that its cookies make. */
  const answer = (session, path, init) => {
    if (path === '/device') return { status: 200, json: device(session), session };
    if (path === '/today/send') {
      const sent = JSON.parse(init.body);
      const mine = [ownerOf(session), ...(session.aside ? [session.aside] : [])];
      if (init.headers['x-csrf'] !== session.csrf || !mine.includes(sent.owner)) return { status: 403, session };
      const wrong = clock() - sent.now;
      for (const event of sent.events) {
        const log = logOf(sent.owner);
        const set = Math.abs(wrong) > 15 * 3_600_000 ? { ...event, written: shifted(event.written, wrong) } : event;
        if (!log.has(event.id) && !logs.get(takenOver.get(sent.owner))?.has(event.id)) log.set(event.id, set);
      }
      return { status: 200, json: { kept: sent.events.map((e) => e.id), refused: [], events: [...logOf(sent.owner).values()] }, session };
    }
    const form = new URLSearchParams(init.body);
    const act = path.split('/').pop();
    const begun = fresh();
    if (act === 'sign-up') {
      if (accounts.has(form.get('name'))) return { status: 422, session };
      const owner = id();
      accounts.set(form.get('name'), owner);
      const joined = signedIn(session) ? session.joined : adopt(session, session.browser, owner);
      return { status: 303, session: { ...begun, account: form.get('name'), aside: session.aside, joined } };
    }
    if (act === 'sign-in') {
      if (!accounts.has(form.get('name'))) return { status: 422, session };
      return { status: 303, session: { ...begun, account: form.get('name'), aside: session.aside ?? session.browser, joined: session.joined } };
    }
    if (!signedIn(session)) return { status: 303, session };
    if (act === 'along') {
      if (!session.aside) return { status: 303, session };
      return { status: 303, session: { ...session, aside: null, joined: adopt(session, session.aside, ownerOf(session)) } };
    }
    if (act === 'sign-out-everywhere') for (const token of [...tokensOf(session.account)]) ended.add(token);
    return { status: 303, session: { ...begun, browser: session.aside ?? begun.browser, joined: session.joined } };
  };
  const tokens = new Map();
  const tokensOf = (name) => tokens.get(name) ?? [];
  const noted = (session) => { if (session.account) tokens.set(session.account, [...tokensOf(session.account), session.token]); return session; };
  return { logs, accounts, logOf, ownerOf, signedIn, fresh, answer: (...all) => { const reply = answer(...all); noted(reply.session); return reply; } };
}

function shifted(written, by) {
  const dayOf = (ms) => Math.floor((ms + written.offset * 60_000) / 86_400_000);
  const day = new Date(Date.parse(`${written.day}T00:00:00Z`) + (dayOf(written.at + by) - dayOf(written.at)) * 86_400_000).toISOString().slice(0, 10);
  return { ...written, at: written.at + by, day };
}

/** A phone: a disk and cookies that stay, a clock that may be wrong, and a life of the worker that ends. */
export function phone(world) {
  let disk = new IDBFactory();
  let life = null;
  let wrong = 0;
  const told = [];
  const requests = [];
  const jar = { session: world.server.fresh() };
  const now = () => world.now() + wrong;
  class PhoneDate extends Date { constructor(...all) { super(...(all.length > 0 ? all : [now()])); } static now() { return now(); } }
  const begin = () => {
    const alive = { on: true };
    const handlers = {};
    const locks = new Map();
    const timers = [];
    const headers = () => ({ 'content-type': 'application/json', date: new Date(world.now()).toUTCString() });
    const fetchHere = async (asked, init = {}) => {
      const path = typeof asked === 'string' ? asked : new URL(asked.url).pathname;
      const sent = typeof asked === 'string' ? { ...init, body: init.body } : { body: await asked.text(), headers: {} };
      requests.push({ path, at: world.now() });
      const way = alive.on ? world.way(path, sent) : 'down';
      await new Promise((done) => { setImmediate(done); });
      if (way === 'down') throw new TypeError('no network');
      if (typeof way === 'number') return new Response('', { status: way, headers: way === 429 ? { 'retry-after': '7', ...headers() } : headers() });
      const reply = world.server.answer(jar.session, path, sent);
      if (way === 'twice') world.server.answer(jar.session, path, sent);
      // It arrived, the answer does not; or the phone died while it was on its way.
      if (way === 'deaf' || !alive.on) throw new TypeError('connection reset');
      jar.session = reply.session;
      const body = reply.status === 303 ? null : JSON.stringify(reply.json ?? null);
      return new Response(body, { status: reply.status, headers: headers() });
    };
    const client = { url: 'http://fen/today', postMessage: (message) => { if (alive.on && message.log) told.push(message.log); } };
    const context = vm.createContext({
      self: { addEventListener: (name, act) => { handlers[name] = act; }, location: { origin: 'http://fen' }, clients: { matchAll: async () => [client] }, registration: {}, skipWaiting() {} },
      caches: { open: async () => ({ match: async () => new Response(MODULE, { headers: { 'content-type': 'application/wasm' } }) }) },
      navigator: { onLine: true, locks: { request: (name, act) => { const before = locks.get(name) ?? Promise.resolve(); const mine = before.then(act, act); locks.set(name, mine.catch(() => {})); return mine; } } },
      indexedDB: disk, IDBKeyRange, crypto, WebAssembly, TextEncoder, TextDecoder, URL, URLSearchParams, Headers, Request, Response, AbortSignal, Promise, Math, console, fetch: fetchHere, Date: PhoneDate,
      setTimeout: (act, ms) => { timers.push({ act, due: world.now() + ms }); return timers.length; },
      clearTimeout: (n) => { if (n) timers[n - 1] = null; },
    });
    vm.runInContext(SCRIPT, context);
    return { alive, handlers, timers, context };
  };
  const fire = async (name, event) => {
    life ??= begin();
    const waits = [];
    let answer;
    let failed = false;
    life.handlers[name]({ ...event, waitUntil: (p) => waits.push(p.catch(() => { failed = true; })), respondWith: (p) => { answer = p; } });
    return { answer: answer && await answer, after: Promise.all(waits).then(() => failed) };
  };
  const post = (path, form) => new Request(`http://fen${path}`, { method: 'POST', headers: { 'content-type': 'application/x-www-form-urlencoded', 'hx-request': path === '/today' ? 'true' : 'false' }, body: new URLSearchParams(form) });
  const store = async (name) => {
    const db = await new Promise((done, failed) => { const ask = disk.open('yarrowfen'); ask.onsuccess = () => done(ask.result); ask.onerror = failed; });
    const all = db.objectStoreNames.contains(name) ? await new Promise((done) => { const ask = db.transaction(name).objectStore(name).getAll(); ask.onsuccess = () => done(ask.result); }) : [];
    db.close();
    return all;
  };
  return {
    jar, told, requests, now,
    open: () => fire('fetch', { request: new Request('http://fen/today', { headers: { 'hx-request': 'true' } }) }),
    tap: (form) => fire('fetch', { request: post('/today', form) }),
    act: (path, form) => fire('fetch', { request: post(path, form) }),
    send: async () => (await fire('message', { data: 'send' })).after,
    look: async () => (await fire('message', { data: 'look' })).after,
    online: async () => (await fire('message', { data: 'online' })).after,
    acceptClock: async () => (await fire('message', { data: 'clock' })).after,
    sync: async () => (await fire('sync', { tag: 'send' })).after,
    /** Timers of the worker that are due, where it lives. */
    tick: async () => { for (const [i, t] of (life?.timers ?? []).entries()) if (t && t.due <= world.now()) { life.timers[i] = null; await t.act(); } },
    setClock: (ms) => { wrong = ms; },
    kill: () => { if (life) life.alive.on = false; life = null; },
    /** Somebody clears the site's data while the worker lives: its connection is closed, and nothing is left. */
    clear: async () => {
      disk = new IDBFactory();
      if (!life) return;
      await vm.runInContext('database().then((db) => db.close())', life.context);
      life.context.indexedDB = disk;
    },
    rows: () => store('log'),
    unsent: async () => (await store('log')).filter((r) => r.state === 0),
  };
}
