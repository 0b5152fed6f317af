// What is known of the reader, from the server.
const seenAt = (url) => `seen ${url.pathname}${url.search}`;
const SEEN = IDBKeyRange.bound('seen ', 'seen!');
const MOST_SEEN = 12;
// Copies of pages that only the server makes, to be read without it.
const READ = IDBKeyRange.bound('read ', 'read!');
const MOST_READ = 8;
const forget = (kv) => { for (const what of ['question', SEEN]) kv.delete(what); };
/** What pages are made of but for the day's: the menu's question is told apart. */
const lasting = ({ question: _, events: __, ...rest }) => JSON.stringify(rest);
/** Counts that wait here count for the pages too, until the server has them. */
const withWaiting = (json, waiting) => {
  const sinks = waiting.filter((r) => r.sink && r.state === UNSENT).map((r) => r.sink);
  return sinks.length > 0 ? { ...json, sinks: [...json.sinks, ...sinks] } : json;
};
/** Rows of owners who are this one now go along. */
const reseal = async (store, json) => {
  for (const owner of json.joined ?? []) {
    for (const row of await got(store.getAll(ofOwner(owner)))) {
      store.delete([row.owner, row.id]);
      if (row.state === UNSENT && !await got(store.get([json.owner, row.id]))) store.put({ ...row, owner: json.owner });
    }
  }
};
const putDevice = async (kv, log, outbox, fresh, was) => {
  await reseal(log, fresh);
  await reseal(outbox, fresh);
  const json = withWaiting(fresh, await got(outbox.getAll(ofOwner(fresh.owner))));
  const before = await got(kv.get('device'));
  const names = await got(kv.get('names')) ?? {};
  const same = before && lasting(before.json) === lasting(json);
  if (!same) forget(kv);
  kv.delete('stale');
  kv.put({ ...names, [json.owner]: json.account?.name ?? '' }, 'names');
  kv.put({ owner: json.owner, text: json.question }, 'question');
  kv.put({ json, stamp: same ? before.stamp : crypto.randomUUID() }, 'device');
  // Whoever began to read before this was begun may have put back what was there: it goes when this is done.
  kv.transaction.addEventListener('complete', () => { held = null; question = null; if (!same) aheadOfAll(); });
  const others = json.events.filter((event) => !was.has(event.id));
  for (const event of others) log.put({ owner: json.owner, id: event.id, event, state: SENT });
  return others.length;
};
const fetchDevice = async () => {
  const reply = await fetch('/device', { cache: 'no-store', signal: AbortSignal.timeout(8000) });
  if (!reply.ok) throw new Failure(reply);
  await measureClock(reply);
  return reply.json();
};
/** Asks the server what it has of the reader; says whether it answered. */
const refresh = async () => {
  try {
    const json = await fetchDevice();
    const others = await changing(async (kv, log, outbox) => {
      const mine = await got(log.getAll(ofOwner(json.owner)));
      const fresh = await putDevice(kv, log, outbox, json, new Set(mine.map((r) => r.id)));
      // Sealed: what another wrote is not shown here. What of it was sent goes, and what was not waits for its owner.
      const old = Date.now() + skew - 4 * DAY;
      for (const r of await got(log.getAll())) if (r.state === SENT && (r.owner !== json.owner || r.event.written.at < old)) log.delete([r.owner, r.id]);
      return fresh;
    });
    pulled = Date.now();
    heard();
    if (others > 0) await tell({ changed: true });
    return true;
  } catch (fault) { missed(); return false; }
};
