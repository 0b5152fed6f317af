// The device's own storage. `kv` holds single values, `log` a row for each line of the day, `outbox` forms that wait to be
// sent. Rows of `log` and `outbox` are sealed to the owner who wrote them.
const UNSENT = 0, SENT = 1, REFUSED = 2;
let opening = null;
const database = () => {
  opening ??= new Promise((resolve, reject) => {
    const request = indexedDB.open('yarrowfen', 2);
    const forget = () => { opening = null; };
    request.onupgradeneeded = (e) => {
      const db = request.result;
      if (e.oldVersion < 1) { db.createObjectStore('kv'); db.createObjectStore('log', { keyPath: ['owner', 'id'] }); }
      if (e.oldVersion < 2) db.createObjectStore('outbox', { keyPath: ['owner', 'id'] });
    };
    request.onsuccess = () => {
      const db = request.result;
      db.onversionchange = () => { db.close(); forget(); };
      // The browser closes it where somebody clears the site's data.
      db.onclose = forget;
      resolve(db);
    };
    request.onerror = () => { forget(); reject(request.error); };
  });
  return opening;
};
const CLOSED = ['InvalidStateError', 'AbortError', 'UnknownError'];
/** Uses the database; where it was closed meanwhile, opens it once more. */
const withDatabase = async (use) => {
  try { return await use(await database()); } catch (fault) {
    if (!CLOSED.includes(fault?.name)) throw fault;
    opening = null;
    return use(await database());
  }
};
const got = (request) => new Promise((resolve, reject) => { request.onsuccess = () => resolve(request.result); request.onerror = () => reject(request.error); });
/** One transaction over all stores; done when it is on the disk. */
const changing = (act, durability = 'strict') => withDatabase(async (db) => {
  const transaction = db.transaction(['kv', 'log', 'outbox'], 'readwrite', { durability });
  const over = new Promise((resolve, reject) => { transaction.oncomplete = resolve; transaction.onabort = transaction.onerror = () => reject(transaction.error); });
  over.catch(() => {});
  const result = await act(transaction.objectStore('kv'), transaction.objectStore('log'), transaction.objectStore('outbox'));
  await over;
  return result;
});
const several = (keys) => withDatabase((db) => {
  const kv = db.transaction('kv').objectStore('kv');
  return Promise.all(keys.map((key) => got(kv.get(key))));
});
const kept = async (key) => (await several([key]))[0];
const ofOwner = (owner) => IDBKeyRange.bound([owner, ''], [owner, '\uffff']);
const rows = (owner, store = 'log') => withDatabase((db) => got(db.transaction(store).objectStore(store).getAll(ofOwner(owner))));
const allRows = (store = 'log') => withDatabase((db) => got(db.transaction(store).objectStore(store).getAll()));
const unsentOf = (all) => all.filter((r) => r.state === UNSENT).sort((a, b) => a.event.written.at - b.event.written.at || a.event.written.seq - b.event.written.seq);
