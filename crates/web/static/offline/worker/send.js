// Sending: in batches, with a pause after each failure that doubles, up to a minute.
const AT_ONCE = 200;
const MOST_BYTES = 1_000_000;
const PULL_EVERY = 10_000;
const LONGEST_PAUSE = 60_000;
const MOST_ASKED_FOR = AN_HOUR;
// A line that is too large for the way is tried again after so long.
const LARGE_AGAIN = 60_000;
let pulled = 0;
/** An answer that does not take what was sent. */
class Failure extends Error {
  constructor(reply) { super(`not taken: ${reply.status}`); this.status = reply.status; this.retryAfter = reply.headers.get('retry-after'); }
}
// When the next try is due, after how many failures, and why. Kept on the disk: a worker that begins anew goes on waiting.
let retry = null;
const readRetry = async () => { retry ??= await kept('retry') ?? { at: 0, failures: 0, cause: null, batch: AT_ONCE }; return retry; };
const setRetry = async (now) => { retry = now; await changing((kv) => { kv.put(now, 'retry'); }, 'relaxed'); };
/** A pause that a clock which was set back makes endless counts for nothing. */
const isDue = async () => { const { at } = await readRetry(); const left = at - Date.now(); return left <= 0 || left > MOST_ASKED_FOR + LONGEST_PAUSE; };
const askedFor = (header) => {
  const seconds = Number(header ?? NaN);
  const ms = Number.isFinite(seconds) ? seconds * 1000 : Date.parse(header ?? '') - (Date.now() + skew);
  return Number.isFinite(ms) ? Math.min(Math.max(ms, 0), MOST_ASKED_FOR) : 0;
};
const causeOf = (fault) => {
  if (!(fault instanceof Failure)) return 'silent';
  if (fault.status === 429) return 'too many';
  if (fault.status === 413) return 'too large';
  if (fault.status === 403) return 'signed out';
  return fault.status === 503 ? 'busy' : 'failing';
};
const failed = async (fault) => {
  const { failures, batch } = await readRetry();
  const pause = Math.min(LONGEST_PAUSE, 2000 * 2 ** Math.min(failures, 10)) * (0.75 + Math.random() / 4);
  const asked = fault instanceof Failure ? askedFor(fault.retryAfter) : 0;
  await setRetry({ at: Date.now() + Math.max(pause, asked), failures: failures + 1, cause: causeOf(fault), batch });
  missed();
  again();
};
const succeeded = async () => {
  const { failures, at, batch } = await readRetry();
  if (failures > 0 || at > 0) await setRetry({ at: 0, failures: 0, cause: null, batch });
};
// While the worker lives it tries again by itself; else the page or the browser's sync does.
let timer = null;
const again = () => {
  clearTimeout(timer);
  timer = setTimeout(() => { send(); }, Math.max(1000, retry.at - Date.now() + 50));
};

const post = (json, owner, clock, events) => fetch('/today/send', {
  method: 'POST',
  headers: { 'content-type': 'application/json', 'x-csrf': json.csrf },
  body: JSON.stringify({ owner, now: Date.now() + clock, events }),
  signal: AbortSignal.timeout(15_000),
});
/** Whether a line that was too large for the way still rests; not for longer, whatever became of the clock. */
const rests = (row) => { const left = (row.largeUntil ?? 0) - Date.now(); return left > 0 && left <= LARGE_AGAIN; };
/** Some unsent lines of one owner that were written by one clock. */
const someOf = (all, batch) => {
  const waiting = unsentOf(all).filter((r) => !rests(r));
  const some = [];
  let bytes = 0;
  for (const row of waiting) {
    if ((row.clock ?? 0) !== (waiting[0].clock ?? 0)) continue;
    bytes += JSON.stringify(row.event).length;
    if (some.length > 0 && (some.length >= batch || bytes > MOST_BYTES)) break;
    some.push(row);
  }
  return some;
};
/** The owners whose lines may be sent now: the reader, and the browser that he was before he signed in. */
const sendable = (json) => [json.owner, ...(json.aside ? [json.aside] : [])];
const sendSome = async () => {
  const device = await kept('device');
  if (!device) return false;
  const { batch } = await readRetry();
  for (const owner of sendable(device.json)) {
    const some = someOf(await rows(owner), batch);
    if (some.length > 0) return sendBatch(device.json, owner, some);
  }
  return false;
};
const sendBatch = async (json, owner, some) => {
  const reply = await post(json, owner, some[0].clock ?? 0, some.map((r) => r.event));
  await measureClock(reply);
  if (reply.status === 403) {
    // The sign-in changed, or its token did: the lines stay sealed to who wrote them.
    if (!await refresh()) throw new Failure(reply);
    const fresh = (await kept('device')).json;
    if (fresh.csrf === json.csrf && fresh.owner === json.owner) throw new Failure(reply);
    return true;
  }
  if (reply.status === 413) return smaller(some, reply);
  if (!reply.ok) throw new Failure(reply);
  const took = await reply.json();
  // The box that counts what was just sent comes before the lines are called sent: the two change together, or not yet.
  const fresh = await fetchDevice();
  if (fresh.owner !== json.owner) return false;
  const taken = new Set(took.kept);
  const why = new Map(took.refused.map((r) => [some[r.at].id, r.why]));
  const server = new Map(took.events.map((event) => [event.id, event]));
  await changing(async (kv, log, outbox) => {
    for (const r of some) {
      if (taken.has(r.id)) log.put({ ...r, event: server.get(r.id) ?? r.event, state: SENT });
      else if (why.has(r.id)) log.put({ ...r, state: REFUSED, why: why.get(r.id) });
    }
    await putDevice(kv, log, outbox, fresh, new Set(some.map((r) => r.id)));
  });
  heard();
  const { batch } = await readRetry();
  if (batch < AT_ONCE) await setRetry({ ...retry, batch: Math.min(AT_ONCE, 2 * batch) });
  return true;
};
/** Something on the way takes no body of this size: halves it, down to one line, which is then left for a while. */
const smaller = async (some, reply) => {
  if (some.length > 1) {
    await setRetry({ ...await readRetry(), batch: Math.ceil(some.length / 2) });
    return true;
  }
  await changing((_, log) => { log.put({ ...some[0], largeUntil: Date.now() + LARGE_AGAIN }); });
  throw new Failure(reply);
};
/** Sends the forms that wait; each carries the key of its press, so that one which came twice is done once. */
const sendOutbox = async () => {
  const device = await kept('device');
  if (!device) return;
  const waiting = (await rows(device.json.owner, 'outbox')).filter((r) => r.state === UNSENT);
  for (const row of waiting) {
    const form = new URLSearchParams(row.form);
    form.set('csrf', `${device.json.csrf}.${row.once}`);
    const reply = await fetch(row.path, { method: 'POST', body: form, redirect: 'manual', signal: AbortSignal.timeout(15_000) });
    const done = reply.type === 'opaqueredirect' || (reply.status >= 300 && reply.status < 400);
    const refused = !done && reply.status >= 400 && reply.status < 500 && ![403, 408, 429].includes(reply.status);
    if (!done && !refused) throw new Failure(reply);
    await changing((_, __, outbox) => { if (done) outbox.delete([row.owner, row.id]); else outbox.put({ ...row, state: REFUSED }); });
  }
  if (waiting.length > 0) await refresh();
};
/** Sends all that waits, unless a pause is on; says whether nothing that can be sent is left. */
const send = ({ force = false } = {}) => navigator.locks.request('yarrowfen-send', async () => {
  let sent = false;
  if (force || await isDue()) {
    try {
      while (await sendSome()) { /* the next ones */ }
      await sendOutbox();
      await succeeded();
      sent = true;
    } catch (fault) { await failed(fault); }
  }
  await tell();
  return sent;
});
/** The browser tries later, by its own pauses, where a tap could not be sent at once. */
const sendOrSync = async () => { if (!await send()) await self.registration.sync?.register('send').catch(() => {}); };
const heard = () => { silentUntil = 0; };
const missed = () => { silentUntil = Date.now() + LEFT_ALONE; };
/** What another device of the same angler wrote comes in while the day's page is looked at. */
const pull = async () => {
  if (Date.now() - pulled <= PULL_EVERY || !await isDue()) return;
  if (!await refresh()) await failed(new Error('no answer'));
};

// ---- What waits, told to the pages.
const waitingRows = async () => [...await allRows(), ...await allRows('outbox')].filter((r) => r.state === UNSENT);
/** Whose lines wait on this device: the reader's own, and those of others with their names. */
const waiting = async () => {
  const [device, names] = await several(['device', 'names']);
  const mine = device ? sendable(device.json) : [];
  const all = await waitingRows();
  const others = new Map();
  for (const r of all) if (!mine.includes(r.owner)) others.set(r.owner, (others.get(r.owner) ?? 0) + 1);
  return {
    device,
    own: all.filter((r) => mine.includes(r.owner)).length,
    large: all.filter((r) => mine.includes(r.owner) && rests(r)).length,
    others: [...others].map(([owner, count]) => ({ name: names?.[owner] ?? '', count })),
  };
};
const tell = async (more = {}) => {
  const { device, own, large, others } = await waiting();
  const refused = device ? (await rows(device.json.owner)).filter((r) => r.state === REFUSED).map((r) => r.why) : [];
  const { at, cause } = await readRetry();
  const state = { log: { unsent: own, large, others, refused, silent: Date.now() < silentUntil, cause, again: at, skew: skew && skew !== accepted ? skew : 0, ...more } };
  for (const client of await self.clients.matchAll()) client.postMessage(state);
};
self.addEventListener('sync', (e) => {
  if (e.tag !== 'send') return;
  // Where it does not go, the browser itself waits and asks again.
  e.waitUntil(send().then((sent) => { if (!sent) throw new Error('not sent yet'); }));
});
self.addEventListener('message', (e) => {
  if (e.data === 'send') e.waitUntil(send());
  if (e.data === 'online') e.waitUntil(readRetry().then((now) => setRetry({ ...now, at: 0 })).then(() => send()));
  if (e.data === 'look') e.waitUntil(send().then(pull));
  if (e.data === 'tell') e.waitUntil(tell());
  if (e.data === 'clock') e.waitUntil(acceptClock().then(() => tell({ changed: true })));
  // A finger is on the way to ask for a page.
  if (e.data === 'wake') e.waitUntil(ready().catch(() => {}));
  if (e.data === 'use') self.skipWaiting();
});
