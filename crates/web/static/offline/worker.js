// The service worker: makes pages with the same Rust as the server, keeps what is written down on this device first, and
// sends it when it can. Before this text the server puts VERSION, FILES, CSP and MADE: the version of all styles and
// scripts, what is kept of them, the policy of pages, and the addresses that are made here.
'use strict';
const CACHE = `yarrowfen-${VERSION}`;
const MODULE = `/static/offline/pages.wasm?v=${VERSION}`;
// A page that has not come by then is made here, ms; after a failure the network is left alone for a while.
const PATIENCE = 2500;
const LEFT_ALONE = 20_000;
const AT_ONCE = 200;
const PULL_EVERY = 10_000;
let silentUntil = 0;
let pulled = 0;

self.addEventListener('install', (e) => e.waitUntil(caches.open(CACHE).then((c) => c.addAll(FILES))));
self.addEventListener('activate', (e) => e.waitUntil((async () => {
  for (const name of await caches.keys()) if (name !== CACHE) await caches.delete(name);
  await self.clients.claim();
})()));

// ---- What is kept: `kv` holds the device's own things, `log` a row for each event, sealed to its owner.
let opened = null;
const database = () => {
  opened ??= new Promise((done, failed) => {
    const ask = indexedDB.open('yarrowfen', 1);
    ask.onupgradeneeded = () => {
      ask.result.createObjectStore('kv');
      ask.result.createObjectStore('log', { keyPath: ['owner', 'id'] });
    };
    ask.onsuccess = () => { ask.result.onversionchange = () => { ask.result.close(); opened = null; }; done(ask.result); };
    ask.onerror = () => { opened = null; failed(ask.error); };
  });
  return opened;
};
const got = (ask) => new Promise((done, failed) => { ask.onsuccess = () => done(ask.result); ask.onerror = () => failed(ask.error); });
// One transaction over both stores; done when it is on the disk.
const changing = async (act, durability = 'strict') => {
  const db = await database();
  const t = db.transaction(['kv', 'log'], 'readwrite', { durability });
  const over = new Promise((done, failed) => { t.oncomplete = done; t.onabort = t.onerror = () => failed(t.error); });
  const result = await act(t.objectStore('kv'), t.objectStore('log'));
  await over;
  return result;
};
const several = async (keys) => {
  const kv = (await database()).transaction('kv').objectStore('kv');
  return Promise.all(keys.map((key) => got(kv.get(key))));
};
const kept = async (key) => (await several([key]))[0];
// What stands ready of pages that were looked at, by their addresses; and how many of them.
const seenAt = (url) => `seen ${url.pathname}${url.search}`;
const SEEN = IDBKeyRange.bound('seen ', 'seen!');
const MOST_SEEN = 12;
const ofOwner = (owner) => IDBKeyRange.bound([owner, ''], [owner, '\uffff']);
const rows = async (owner) => got((await database()).transaction('log').objectStore('log').getAll(ofOwner(owner)));
const UNSENT = 0, SENT = 1, REFUSED = 2;
const unsentOf = (all) => all.filter((r) => r.state === UNSENT).sort((a, b) => a.event.written.at - b.event.written.at || a.event.written.seq - b.event.written.seq);

// ---- The engine.
let engine = null;
let loadedWith = null;
// The device as it is on the disk, while nothing changes it: what is read at each tap.
let held = null;
let starting = null;
// The question that was asked here last, and whose it is: the menu of the pages after it leads back to it.
let question = null;
const begun = async () => {
  const file = await (await caches.open(CACHE)).match(MODULE) ?? await fetch(MODULE);
  const { instance } = await WebAssembly.instantiate(await file.arrayBuffer(), {});
  return instance.exports;
};
const start = () => { starting ??= begun().catch((fault) => { starting = null; throw fault; }); return starting; };
// Woken without a network, the worker will be asked for a page: what goes wrong with it is said then.
if (!navigator.onLine) start().catch(() => {});
const text = new TextDecoder();
const ask = async (call) => {
  engine ??= await start();
  const bytes = new TextEncoder().encode(JSON.stringify(call));
  try {
    const room = engine.yf_room(bytes.length);
    new Uint8Array(engine.memory.buffer, room, bytes.length).set(bytes);
    const at = engine.yf_answer();
    const length = new DataView(engine.memory.buffer).getUint32(at, true);
    const reply = new Uint8Array(engine.memory.buffer, at + 4, length);
    const end = reply.indexOf(10);
    const rest = reply.indexOf(10, end + 1);
    const line = (from, to) => JSON.parse(text.decode(reply.subarray(from, to)));
    return { head: line(0, end), keep: line(end + 1, rest), body: reply.slice(rest + 1) };
  } catch (fault) {
    // What fell over is begun anew at the next question.
    engine = null; starting = null; loadedWith = null;
    throw fault;
  }
};
// What the device holds, loaded into the engine; none where nothing is held, or where somebody else may have signed in.
const ready = async () => {
  // The module is made ready while the disk is read; what goes wrong with it is said where it is asked.
  if (!engine) start().catch(() => {});
  if (!held) {
    const [stale, device, menu] = await several(['stale', 'device', 'question']);
    if (stale && !await refresh()) return null;
    if (!stale && device) { held = device; question = menu ?? null; } else held = await kept('device') ?? (await refresh() && await kept('device')) ?? null;
  }
  const device = held;
  if (!device) return null;
  if (!engine || loadedWith !== device.stamp) {
    const { head, body } = await ask({ load: { device: device.json } });
    if (head.status >= 500) throw new Error(text.decode(body));
    loadedWith = device.stamp;
  }
  return device;
};

// ---- What is known of the reader, from the server.
const forget = (kv) => { for (const what of ['question', SEEN]) kv.delete(what); };
// What pages are made of but for the day's: the menu's question is told apart.
const lasting = ({ question: _, events: __, ...rest }) => JSON.stringify(rest);
const put = async (kv, log, json, was) => {
  const before = await got(kv.get('device'));
  const same = before && lasting(before.json) === lasting(json);
  if (!same) forget(kv);
  kv.delete('stale');
  kv.put({ owner: json.owner, text: json.question }, 'question');
  kv.put({ json, stamp: same ? before.stamp : crypto.randomUUID() }, 'device');
  // Whoever began to read before this was begun may have put back what was there: it goes when this is done.
  kv.transaction.addEventListener('complete', () => { held = null; question = null; if (!same) aheadOfAll(); });
  const others = json.events.filter((event) => !was.has(event.id));
  for (const event of others) log.put({ owner: json.owner, id: event.id, event, state: SENT });
  return others.length;
};
const refresh = async () => {
  try {
    const reply = await fetch('/device', { cache: 'no-store', signal: AbortSignal.timeout(8000) });
    if (!reply.ok) return false;
    const json = await reply.json();
    const others = await changing(async (kv, log) => {
      const all = await got(log.getAll());
      // Sealed: what another wrote is not shown here; what of it was sent goes, and what was not waits for its owner.
      for (const r of all) if (r.owner !== json.owner && r.state === SENT) log.delete([r.owner, r.id]);
      const new_ones = await put(kv, log, json, new Set(all.filter((r) => r.owner === json.owner).map((r) => r.id)));
      const old = Date.now() - 4 * 86_400_000;
      for (const r of all) if (r.state === SENT && r.event.written.at < old) log.delete([r.owner, r.id]);
      return new_ones;
    });
    pulled = Date.now();
    heard();
    if (others > 0) await tell({ changed: true });
    return true;
  } catch { missed(); return false; }
};
const heard = () => { silentUntil = 0; };
const missed = () => { silentUntil = Date.now() + LEFT_ALONE; };

// What another device of the same angler wrote comes in while the day's page is looked at.
const pull = async () => { if (Date.now() - pulled > PULL_EVERY) await refresh(); };

// ---- Sending.
const tell = async (more = {}) => {
  const device = await kept('device');
  const all = device ? await rows(device.json.owner) : [];
  const state = { log: { unsent: unsentOf(all).length, refused: all.filter((r) => r.state === REFUSED).map((r) => r.why), silent: Date.now() < silentUntil, ...more } };
  for (const client of await self.clients.matchAll()) client.postMessage(state);
};
const post = (device, events) => fetch('/today/send', {
  method: 'POST',
  headers: { 'content-type': 'application/json', 'x-csrf': device.json.csrf },
  body: JSON.stringify({ owner: device.json.owner, now: Date.now(), events }),
  signal: AbortSignal.timeout(15_000),
});
const sendSome = async () => {
  let device = await kept('device');
  if (!device) return false;
  const some = unsentOf(await rows(device.json.owner)).slice(0, AT_ONCE);
  if (some.length === 0) return false;
  let reply = await post(device, some.map((r) => r.event));
  if (reply.status === 403) {
    // The sign-in changed, or its token did: what is sealed to another is not sent.
    const owner = device.json.owner;
    if (!await refresh()) return false;
    device = await kept('device');
    if (device.json.owner !== owner) return false;
    reply = await post(device, some.map((r) => r.event));
  }
  if (!reply.ok) throw new Error(`not taken: ${reply.status}`);
  const took = await reply.json();
  // The box that counts what was just sent comes before the lines are called sent: the two change together, or not yet.
  const fresh = await fetch('/device', { cache: 'no-store', signal: AbortSignal.timeout(8000) });
  if (!fresh.ok) throw new Error(`no box: ${fresh.status}`);
  const json = await fresh.json();
  if (json.owner !== device.json.owner) return false;
  const kept_ids = new Set(took.kept);
  const why = new Map(took.refused.map((r) => [some[r.at].id, r.why]));
  const server = new Map(took.events.map((event) => [event.id, event]));
  await changing(async (kv, log) => {
    for (const r of some) {
      if (kept_ids.has(r.id)) log.put({ ...r, event: server.get(r.id) ?? r.event, state: SENT });
      else if (why.has(r.id)) log.put({ ...r, state: REFUSED, why: why.get(r.id) });
    }
    await put(kv, log, json, new Set(some.map((r) => r.id)));
  });
  heard();
  return true;
};
const send = () => navigator.locks.request('yarrowfen-send', async () => {
  try { while (await sendSome()) { /* the next ones */ } } catch { missed(); self.registration.sync?.register('send').catch(() => {}); }
  await tell();
});
self.addEventListener('sync', (e) => { if (e.tag === 'send') e.waitUntil(send()); });
self.addEventListener('message', (e) => {
  if (e.data === 'send') e.waitUntil(send());
  if (e.data === 'look') e.waitUntil(send().then(pull));
  if (e.data === 'tell') e.waitUntil(tell());
  // A finger is on the way to ask for a page.
  if (e.data === 'wake') e.waitUntil(ready().catch(() => {}));
  if (e.data === 'use') self.skipWaiting();
});

// ---- Answers.
const SAFE = { 'content-security-policy': CSP, 'x-content-type-options': 'nosniff', 'referrer-policy': 'same-origin', 'cache-control': 'no-store' };
const notice = (what) => new Response(`<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="color-scheme" content="light dark"><title>No signal · Yarrowfen</title><link rel="stylesheet" href="/static/css/yarrowfen.css?v=${VERSION}"></head><body><header class="top"><a class="name" href="/">Yarrowfen</a><nav aria-label="Pages"><a href="/">Pick</a><a href="/mend">Mend</a><a href="/today">Today</a></nav></header><main class="page"><h1>No signal</h1><p>${what}</p></main></body></html>`,
  { status: 503, headers: { ...SAFE, 'content-type': 'text/html; charset=utf-8' } });
const NEEDS = 'This page needs the network. Pick, Bench, Cast, Mend, Today, the box and the cards go on without it.';
const UNCHANGED = 'This wants the network, and there is none. Nothing was changed: go back, and what you typed still stands there.';
const asReply = ({ head, body }) => {
  const headers = new Headers(SAFE);
  for (const [name, value] of head.headers) headers.set(name, value);
  headers.set('x-made-here', VERSION);
  return new Response(head.status === 303 ? null : body, { status: head.status, headers });
};
const isPart = ({ headers }) => headers.has('hx-request') && !headers.has('hx-history-restore-request');
const once = () => crypto.randomUUID().slice(0, 8);
const menuOf = (owner) => (question?.owner === owner ? question.text : undefined);
const asked = (part, url, all, owner, now) => ({
  path: url.pathname,
  query: url.search.slice(1),
  part,
  now: now ?? [Date.now(), -new Date().getTimezoneOffset()],
  events: all.filter((r) => r.state !== REFUSED).map((r) => r.event),
  unsent: all.filter((r) => r.state === UNSENT).map((r) => r.id),
  once: once(),
  question: menuOf(owner),
});
const remember = async (owner, text) => {
  if (!text || (question?.owner === owner && question.text === text)) return;
  question = { owner, text };
  await changing((kv) => { kv.put(question, 'question'); });
};
// Of these the day's log is told; of all others only what the device holds.
const withLog = (url) => ['/today', '/mend'].includes(url.pathname);
// A page that was looked at, as it stands ready: shown while the engine sleeps and nothing that it rests on has changed.
const standing = async (url, later) => {
  const [stale, device, menu, page] = await several(['stale', 'device', 'question', seenAt(url)]);
  if (stale || !device) return null;
  // What was read serves too where the page has to be made.
  held = device; question = menu ?? null;
  if (page?.version !== VERSION || page.stamp !== device.stamp) return null;
  const { owner } = device.json;
  if (!page.head.question && page.menu !== menuOf(owner)) return null;
  later(remember(owner, page.head.question));
  // Its forms are those of another showing: what is sent with them is not taken for what was sent before.
  return asReply({ head: page.head, body: page.body.replaceAll(`.${page.once}"`, `.${once()}"`) });
};
const stand = ({ stamp }, url, { once, question: menu }, { head, body }) => changing(async (kv) => {
  if (held?.stamp !== stamp) return;
  if (await got(kv.count(SEEN)) >= MOST_SEEN) kv.delete(SEEN);
  kv.put({ version: VERSION, stamp, once, menu, head, body: text.decode(body) }, seenAt(url));
}, 'relaxed');
// A page made here; none where it cannot be. What of it may wait is given to `later`.
const made = async (url, part, later) => {
  const seen = engine || part ? null : await standing(url, later);
  if (seen) return seen;
  const device = await ready();
  if (!device) return null;
  const all = withLog(url) ? await rows(device.json.owner) : [];
  // Somebody else may have come in between: what one wrote is not shown under the name of another.
  if (loadedWith !== device.stamp) return made(url, part, later);
  const { owner } = device.json;
  const call = asked(part, url, all, owner);
  const reply = await ask({ get: { asked: call } });
  if (reply.head.status === 0) return null;
  later(remember(owner, reply.head.question));
  if (!part && !withLog(url) && reply.head.status === 200) later(stand(device, url, call, reply));
  return asReply(reply);
};
// What is looked at with the network is made here too, behind it: looked at again without one, it stands ready.
const ahead = async (url) => {
  const tasks = [];
  try {
    if (MADE.includes(url.pathname) && !withLog(url)) await made(url, false, (task) => tasks.push(task));
    await Promise.all(tasks);
  } catch { /* it is made when it is asked for, and what is wrong is said then */ }
};
const aheadOfAll = async () => {
  for (const client of await self.clients.matchAll()) await ahead(new URL(client.url));
};
const late = () => new Promise((_, failed) => { setTimeout(() => failed(new Error('late')), PATIENCE); });
const page = async (e, url) => {
  const { request } = e;
  // What is being written down is here first: the server knows less.
  const here = url.pathname === '/today';
  const later = (task) => e.waitUntil(task);
  const make = () => made(url, isPart(request), later);
  try {
    if (here || Date.now() < silentUntil) {
      const reply = await make();
      if (reply) { if (here) e.waitUntil(send().then(pull)); return reply; }
    }
    const mine = MADE.includes(url.pathname);
    const reply = await (mine ? Promise.race([fetch(request), late()]) : fetch(request));
    if (reply.status < 500 || !mine) {
      if (reply.status < 500) heard();
      if (reply.ok && request.mode === 'navigate') later(ahead(url));
      return reply;
    }
    throw new Error(`the server says ${reply.status}`);
  } catch {
    missed();
    e.waitUntil(tell());
    try { return await make() ?? notice(NEEDS); } catch { return notice(NEEDS); }
  }
};
// The device's own name and its count.
let me = null;
// A tap is kept before it is answered. Its id was made on the page: sent twice, it stands once.
const tap = async (e, url) => {
  const form = new URLSearchParams(await e.request.clone().text());
  const device = await ready();
  if (!device) return fetch(e.request).catch(() => notice(UNCHANGED));
  const now = [Number(form.get('at')) || Date.now(), form.has('offset') ? Number(form.get('offset')) : -new Date().getTimezoneOffset()];
  me ??= await kept('me') ?? { id: crypto.randomUUID(), seq: 0 };
  me.seq += 4;
  const all = await rows(device.json.owner);
  const sent = { id: form.get('id') || crypto.randomUUID(), device: me.id, seq: me.seq };
  for (const name of ['id', 'at', 'offset', 'csrf']) form.delete(name);
  const reply = await ask({ post: { asked: asked(isPart(e.request), url, all, device.json.owner, now), sent: { ...sent, form: form.toString() } } });
  if (reply.head.status === 0) return notice(UNCHANGED);
  const { keep } = reply;
  if (keep.length) {
    await changing(async (kv, log) => {
      kv.put(me, 'me');
      for (const event of keep) {
        const owner = device.json.owner;
        if (!await got(log.get([owner, event.id]))) log.put({ owner, id: event.id, event, state: UNSENT });
      }
    });
    e.waitUntil(send());
  }
  return asReply(reply);
};
// Whoever signs in or out changes whose things these are: what is held is not shown again before the server was asked.
const account = async (e, url) => {
  // What waits is sent first, while it is still known whose it is: an account that is made takes over what its browser wrote.
  await send();
  held = null;
  await changing((kv) => { kv.put(true, 'stale'); });
  held = null;
  try {
    const reply = await fetch(e.request);
    if (url.pathname.startsWith('/account/sign-out')) await changing(async (kv, log) => {
      held = null; question = null;
      forget(kv);
      kv.delete('device');
      for (const r of await got(log.getAll())) if (r.state === SENT) log.delete([r.owner, r.id]);
    });
    e.waitUntil(refresh().then(() => send()));
    return reply;
  } catch {
    await changing((kv) => { kv.delete('stale'); });
    return notice(UNCHANGED);
  }
};
const posted = async (e, url) => {
  if (url.pathname === '/today' || url.pathname === '/mend/write') return tap(e, url);
  if (url.pathname.startsWith('/account/')) return account(e, url);
  try {
    const reply = await fetch(e.request);
    // What the server holds of the reader changed: the next page made here knows it.
    e.waitUntil(refresh());
    return reply;
  } catch { missed(); return notice(UNCHANGED); }
};
const file = async (request) => await (await caches.open(CACHE)).match(request) ?? fetch(request);

self.addEventListener('fetch', (e) => {
  const url = new URL(e.request.url);
  if (url.origin !== self.location.origin) return;
  if (url.pathname.startsWith('/static/')) { e.respondWith(file(e.request)); return; }
  if (url.pathname.startsWith('/api/') || ['/device', '/worker.js', '/health', '/cast/sounder', '/today/send'].includes(url.pathname)) return;
  if (e.request.method === 'POST') e.respondWith(posted(e, url));
  else if (e.request.mode === 'navigate' || e.request.headers.has('hx-request')) e.respondWith(page(e, url));
});
