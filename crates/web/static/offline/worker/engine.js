// The pages' own code as a module, and what it has loaded.
const CACHE = `yarrowfen-${VERSION}`;
const MODULE = `/static/offline/pages.wasm?v=${VERSION}`;
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
/** What the device holds, loaded into the engine; nothing where nothing is held, or where somebody else may have signed in. */
const ready = async () => {
  // The module is made ready while the disk is read; what goes wrong with it is said where it is asked.
  if (!engine) start().catch(() => {});
  await clockRead;
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
