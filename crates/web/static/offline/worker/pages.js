// Answers: pages that are made here, copies of pages that were read here, and what is said where there is neither.
// A page that has not come by then is made here, ms; after a failure the network is left alone for a while.
const PATIENCE = 2500;
const LEFT_ALONE = 20_000;
let silentUntil = 0;
const SAFE = { 'content-security-policy': CSP, 'x-content-type-options': 'nosniff', 'referrer-policy': 'same-origin', 'cache-control': 'no-store' };
const html = (body, status) => new Response(body, { status, headers: { ...SAFE, 'content-type': 'text/html; charset=utf-8' } });
const escaped = (raw) => String(raw).replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]);
const plainPage = (title, content, status) => html(`<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="color-scheme" content="light dark"><title>${title} · Yarrowfen</title><link rel="stylesheet" href="/static/css/yarrowfen.css?v=${VERSION}"></head><body><header class="top"><a class="name" href="/">Yarrowfen</a><nav aria-label="Pages"><a href="/">Pick</a><a href="/mend">Mend</a><a href="/today">Today</a></nav></header><main class="page"><h1>${title}</h1>${content}</main></body></html>`, status);
const notice = (what) => plainPage('No signal', `<p>${what}</p>`, 503);
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
const offsetNow = () => -new Date().getTimezoneOffset();
/** What the module is asked; `others` counts lines of other people that wait here. */
const asked = (part, url, all, owner, now, others = 0) => ({
  path: url.pathname,
  query: url.search.slice(1),
  part,
  now: now ?? [shownNow(), offsetNow()],
  events: all.filter((r) => r.state !== REFUSED).map(asShown),
  unsent: all.filter((r) => r.state === UNSENT).map((r) => r.id),
  others,
  once: once(),
  question: menuOf(owner),
});
const remember = async (owner, asked_text) => {
  if (!asked_text || (question?.owner === owner && question.text === asked_text)) return;
  question = { owner, text: asked_text };
  await changing((kv) => { kv.put(question, 'question'); });
};
// Of these the day's log is told; of all others only what the device holds.
const withLog = (url) => ['/today', '/mend'].includes(url.pathname);
/** A page that was looked at, as it stands ready: shown while the engine sleeps and nothing that it rests on has changed. */
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
const stand = ({ stamp }, url, { once: shownWith, question: menu }, { head, body }) => changing(async (kv) => {
  if (held?.stamp !== stamp) return;
  if (await got(kv.count(SEEN)) >= MOST_SEEN) kv.delete(SEEN);
  kv.put({ version: VERSION, stamp, once: shownWith, menu, head, body: text.decode(body) }, seenAt(url));
}, 'relaxed');
/** A page made here; nothing where it cannot be. What of it may wait is given to `later`. */
const made = async (url, part, later) => {
  const seen = engine || part ? null : await standing(url, later);
  if (seen) return seen;
  const device = await ready();
  if (!device) return null;
  const { owner } = device.json;
  const all = withLog(url) ? await rows(owner) : [];
  const others = url.pathname === '/today' ? await waitingElsewhere(owner) : 0;
  // Somebody else may have come in between: what one wrote is not shown under the name of another.
  if (loadedWith !== device.stamp) return made(url, part, later);
  const call = asked(part, url, all, owner, undefined, others);
  const reply = await ask({ get: { asked: call } });
  if (reply.head.status === 0) return null;
  later(remember(owner, reply.head.question));
  if (!part && !withLog(url) && reply.head.status === 200) later(stand(device, url, call, reply));
  return asReply(reply);
};
const waitingElsewhere = async (owner) => (await waitingRows()).filter((r) => r.owner !== owner).length;
/** What is looked at with the network is made here too, behind it: looked at again without one, it stands ready. */
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

// ---- Planned days and the Review are made by the server alone: what was read of them here can be read again.
const isReadAgain = ({ pathname }) => pathname === '/days' || (pathname.startsWith('/days/') && !pathname.includes('.'));
const keepCopy = async (url, reply) => {
  const body = await reply.text();
  const device = await kept('device');
  if (!device) return;
  const copy = { owner: device.json.owner, path: url.pathname, at: Date.now(), body };
  await changing(async (kv) => {
    const keys = await got(kv.getAllKeys(READ));
    const mine = `read ${url.pathname}${url.search}`;
    if (keys.length >= MOST_READ && !keys.includes(mine)) {
      const all = await got(kv.getAll(READ));
      const oldest = all.reduce((least, c, i) => (c.at < all[least].at ? i : least), 0);
      kv.delete(keys[oldest]);
    }
    kv.put(copy, mine);
  }, 'relaxed');
};
/** The copy of a page, else the newest of the same kind; with a word on how old it is. */
const copyOf = async (url) => {
  if (!isReadAgain(url)) return null;
  const [device, same] = await several(['device', `read ${url.pathname}${url.search}`]);
  const all = await withDatabase((db) => got(db.transaction('kv').objectStore('kv').getAll(READ)));
  const isReview = url.pathname === '/days/review';
  const alike = all.filter((c) => (c.path === '/days/review') === isReview && c.path !== '/days/print').sort((a, b) => b.at - a.at);
  const copy = [same, ...(isReview || url.pathname === '/days' ? alike : [])].find((c) => c && c.owner === device?.json.owner);
  if (!copy) return null;
  const at = new Date(copy.at);
  const time = `${at.toLocaleDateString('en-CA')} ${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`;
  const word = `<p class="said away" role="status">No signal. You see this page as it was on ${time}; nothing on it can be changed now.</p>`;
  return html(copy.body.replace('<div id="content" tabindex="-1">', (start_tag) => word + start_tag), 200);
};
const late = () => new Promise((_, reject) => { setTimeout(() => reject(new Error('late')), PATIENCE); });
const page = async (e, url) => {
  const { request } = e;
  // What is being written down is here first: the server knows less.
  const here = url.pathname === '/today';
  const later = (task) => e.waitUntil(task);
  const make = async () => await made(url, isPart(request), later) ?? (isPart(request) ? null : await copyOf(url));
  try {
    if (here || Date.now() < silentUntil) {
      const reply = await make();
      if (reply) { if (here) e.waitUntil(send().then(pull)); return reply; }
    }
    const mine = MADE.includes(url.pathname);
    const reply = await (mine ? Promise.race([fetch(request), late()]) : fetch(request));
    if (reply.status < 500 || (!mine && !isReadAgain(url))) {
      if (reply.status < 500) heard();
      if (reply.ok && request.mode === 'navigate') {
        later(ahead(url));
        if (isReadAgain(url)) later(keepCopy(url, reply.clone()).catch(() => {}));
      }
      return reply;
    }
    throw new Error(`the server says ${reply.status}`);
  } catch {
    missed();
    e.waitUntil(tell());
    try { return await make() ?? notice(NEEDS); } catch { return notice(NEEDS); }
  }
};
