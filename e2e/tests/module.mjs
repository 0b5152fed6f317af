// The committed module, run in Node as the service worker runs it.
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';

const FILE = new URL('../../crates/web/static/offline/pages.wasm.gz', import.meta.url);

export async function begin(device) {
  const { instance } = await WebAssembly.instantiate(gunzipSync(readFileSync(FILE)), {});
  const engine = instance.exports;
  const ask = (call) => {
    const bytes = new TextEncoder().encode(JSON.stringify(call));
    const room = engine.yf_room(bytes.length);
    new Uint8Array(engine.memory.buffer, room, bytes.length).set(bytes);
    const at = engine.yf_answer();
    const length = new DataView(engine.memory.buffer).getUint32(at, true);
    const reply = new TextDecoder().decode(new Uint8Array(engine.memory.buffer, at + 4, length));
    const end = reply.indexOf('\n');
    const rest = reply.indexOf('\n', end + 1);
    return { head: JSON.parse(reply.slice(0, end)), keep: JSON.parse(reply.slice(end + 1, rest)), body: reply.slice(rest + 1) };
  };
  const loaded = ask({ load: { device } });
  if (loaded.head.status >= 500) throw new Error(loaded.body);
  return ask;
}

export const asked = (path, query, more = {}) => ({ get: { asked: { path, query, now: [Date.now(), 0], ...more } } });
