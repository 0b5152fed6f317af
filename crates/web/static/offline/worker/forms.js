// Forms: what is written down here, what waits to be sent, and who signs in or out.
// The device's own name and its count.
let me = null;
/** A tap is kept before it is answered. Its id was made on the page: sent twice, it stands once. */
const tap = async (e, url) => {
  const form = new URLSearchParams(await e.request.clone().text());
  const device = await ready();
  if (!device) return fetch(e.request).catch(() => notice(UNCHANGED));
  const clock = accepted;
  const now = [(Number(form.get('at')) || Date.now()) + clock, form.has('offset') ? Number(form.get('offset')) : offsetNow()];
  me ??= await kept('me') ?? { id: crypto.randomUUID(), seq: 0 };
  me.seq += 4;
  const { owner } = device.json;
  const all = await rows(owner);
  const sent = { id: form.get('id') || crypto.randomUUID(), device: me.id, seq: me.seq };
  for (const name of ['id', 'at', 'offset', 'csrf']) form.delete(name);
  const others = await waitingElsewhere(owner);
  const reply = await ask({ post: { asked: asked(isPart(e.request), url, all, owner, now, others), sent: { ...sent, form: form.toString() } } });
  if (reply.head.status === 0) return notice(UNCHANGED);
  const { keep } = reply;
  if (keep.length) {
    await changing(async (kv, log) => {
      kv.put(me, 'me');
      for (const event of keep) if (!await got(log.get([owner, event.id]))) log.put({ owner, id: event.id, event, state: UNSENT, clock });
    });
    e.waitUntil(sendOrSync());
  }
  return asReply(reply);
};
/** A count is kept where the network is away, and counts for the pages at once. */
const count = async (e, url) => {
  const request = e.request.clone();
  try {
    const reply = await fetch(e.request);
    if (reply.status < 500 && reply.status !== 429) { heard(); e.waitUntil(refresh()); return reply; }
  } catch { missed(); }
  const form = new URLSearchParams(await request.text());
  const device = await ready();
  if (!device?.json.account) return notice(UNCHANGED);
  const { owner } = device.json;
  const key = (form.get('csrf') ?? '').split('.')[1] ?? once();
  const id = crypto.randomUUID();
  form.delete('csrf');
  const sent = { id, device: id, seq: 0, form: form.toString() };
  const reply = await ask({ post: { asked: asked(isPart(request), url, [], owner), sent } });
  if (reply.head.status === 0) return notice(UNCHANGED);
  const { sink } = reply.head;
  if (sink) {
    await changing(async (kv, _, outbox) => {
      const same = (await got(outbox.getAll(ofOwner(owner)))).some((r) => r.once === key && r.form === form.toString());
      if (same) return;
      outbox.put({ owner, id, path: url.pathname, form: form.toString(), once: key, sink, state: UNSENT });
      const now = await got(kv.get('device'));
      forget(kv);
      kv.put({ json: { ...now.json, sinks: [...now.json.sinks, sink] }, stamp: crypto.randomUUID() }, 'device');
    });
    held = null;
    e.waitUntil(sendOrSync());
  }
  return asReply(reply);
};

// ---- Who signs in or out changes whose things these are: what is held is not shown again before the server was asked.
const LEAVES = ['/account/sign-out', '/account/sign-out-everywhere'];
const lines = (n) => (n === 1 ? '1 line is' : `${n} lines are`);
/** Before a sign-out while lines wait: they would wait on until their owner comes back to this device. */
const staying = async (url, form, own) => {
  const device = await kept('device');
  const name = device?.json.account?.name ?? '';
  const fields = [...form].map(([k, v]) => `<input type="hidden" name="${escaped(k)}" value="${escaped(v)}">`).join('');
  const asForm = (label, more, kind) => `<form method="post" action="${url.pathname}">${fields}${more}<button class="btn ${kind}">${label}</button></form>`;
  const content = `<p>${lines(own)} on this device alone, written down by <b>${escaped(name)}</b>. The server does not take ${own === 1 ? 'it' : 'them'} just now.</p>
    <p>You are still signed in. If you sign out, ${own === 1 ? 'it waits' : 'they wait'} here until ${escaped(name)} signs in on this device again.</p>
    <div class="row-tools">${asForm('Try again', '', 'btn-ink')}${asForm('Sign out anyway', '<input type="hidden" name="anyway" value="1">', '')}</div>`;
  return plainPage('Not everything is sent', content, 409);
};
const account = async (e, url) => {
  const request = e.request.clone();
  // What waits is sent first, while it is still known whose it is.
  await send({ force: true });
  if (LEAVES.includes(url.pathname)) {
    const form = new URLSearchParams(await request.text());
    const { own } = await waiting();
    if (own > 0 && !form.has('anyway')) return staying(url, form, own);
  }
  const before = (await kept('device'))?.json.owner;
  held = null;
  await changing((kv) => { kv.put(true, 'stale'); });
  held = null;
  try {
    // No line is on its way meanwhile under the name that ends.
    const reply = await navigator.locks.request('yarrowfen-send', () => fetch(e.request));
    if (LEAVES.includes(url.pathname)) await changing(async (kv, log) => {
      held = null; question = null;
      forget(kv);
      kv.delete(READ);
      kv.delete('device');
      for (const r of await got(log.getAll())) if (r.state === SENT) log.delete([r.owner, r.id]);
    });
    e.waitUntil((async () => {
      if (await refresh() && url.pathname === '/account/delete') await deleted(before);
      await send({ force: true });
    })());
    return reply;
  } catch {
    await changing((kv) => { kv.delete('stale'); });
    return notice(UNCHANGED);
  }
};
/** An account that is no more leaves nothing here. */
const deleted = async (owner) => {
  const now = await kept('device');
  if (!owner || !now || now.json.owner === owner) return;
  await changing(async (kv, log, outbox) => {
    kv.delete(READ);
    for (const store of [log, outbox]) for (const r of await got(store.getAll(ofOwner(owner)))) store.delete([r.owner, r.id]);
  });
};
const posted = async (e, url) => {
  if (url.pathname === '/today' || url.pathname === '/mend/write') return tap(e, url);
  if (url.pathname === '/count') return count(e, url);
  if (url.pathname.startsWith('/account/')) return account(e, url);
  try {
    const reply = await fetch(e.request);
    // What the server holds of the reader changed: the next page made here knows it.
    e.waitUntil(refresh());
    return reply;
  } catch { missed(); return notice(UNCHANGED); }
};
