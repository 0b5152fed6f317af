// Runs a module's `yf_init` once and writes the module as it then stands.
//   node snapshot.mjs code in.wasm out.wasm: without the function, and without what is in memory. What only `yf_init`
//     called is then dead, and wasm-opt takes it out.
//   node snapshot.mjs table in.wasm out.wasm smaller.wasm: `smaller` with a table of the functions that its code or that
//     memory still points to. The linker counts them from TABLE on, so that no other number is taken for one.
//   node snapshot.mjs memory in.wasm out.wasm started.wasm GONE…: `started` with the memory that `in` has once it was
//     called; stretches of it that are the files GONE are empty, since nobody reads them again.
import { readFileSync, writeFileSync } from 'node:fs';

const [what, from, to, started, ...gone] = process.argv.slice(2);
const bytes = readFileSync(what === 'code' ? from : started);
const { exports } = new WebAssembly.Instance(new WebAssembly.Module(readFileSync(from)));
exports.yf_init();
const memory = new Uint8Array(exports.memory.buffer);
// Below the first data is the stack, on which nothing stands any more.
memory.fill(0, 0, exports.__data_start?.value ?? 1 << 20);
for (const path of gone) {
  const file = readFileSync(path);
  const found = Buffer.from(memory.buffer).indexOf(file);
  if (found < 0) throw new Error(`${path} is not in the memory`);
  memory.fill(0, found, found + file.length);
}

const leb = (n) => { const out = []; do { out.push((n & 127) | (n > 127 ? 128 : 0)); n >>>= 7; } while (n); return out; };
// Offsets stand in signed numbers (i32.const).
const signed = (n) => { const out = []; for (;;) { const low = n & 127; n >>= 7; if ((n === 0 && !(low & 64)) || (n === -1 && low & 64)) { out.push(low); return out; } out.push(low | 128); } };
let at = 8;
const number = () => { let n = 0; let shift = 0; for (;;) { const b = bytes[at]; at += 1; n |= (b & 127) << shift; shift += 7; if (!(b & 128)) return n >>> 0; } };

/** Stretches of memory that are not empty; short gaps cost less than a segment of their own. */
function segments() {
  const found = [];
  let begin = -1; let last = -1;
  for (let i = 0; i < memory.length; i += 1) {
    if (memory[i] === 0) continue;
    if (begin >= 0 && i - last > 24) { found.push([begin, last + 1]); begin = -1; }
    if (begin < 0) begin = i;
    last = i;
  }
  if (begin >= 0) found.push([begin, last + 1]);
  return found;
}

/** The table: where nothing points to any more stands a function that is pointed to, so that the others can go. */
function pointed(end) {
  const [count, flags, by] = [number(), number(), number()];
  const base = number();
  if (count !== 1 || flags !== 0 || by !== 0x41 || base < 8192 || number() !== 0x0b) throw new Error('one table, high up, is wanted');
  const held = new Set(new Uint32Array(memory.buffer, 0, memory.length / 4));
  const points = (k) => held.has(k) || bytes.includes(Buffer.from([0x41, ...signed(k)]));
  const listed = Array.from({ length: number() }, (_, i) => ({ to: number(), live: points(base + i) }));
  if (at !== end) throw new Error('a table that is not understood');
  const other = listed.find((f) => f.live)?.to;
  const kept = listed.flatMap((f) => leb(f.live ? f.to : other));
  return Buffer.from([1, 0, 0x41, ...signed(base), 0x0b, ...leb(listed.length), ...kept]);
}

const section = (id, body) => [Buffer.from([id, ...leb(body.length)]), body];
function data() {
  const all = what === 'code' ? [] : segments();
  const parts = [Buffer.from(leb(all.length))];
  for (const [a, b] of all) parts.push(Buffer.from([0, 0x41, ...signed(a), 0x0b, ...leb(b - a)]), Buffer.from(memory.subarray(a, b)));
  return Buffer.concat(parts);
}
function memories() {
  if (number() !== 1) throw new Error('one memory is wanted');
  const flags = number(); number();
  const most = flags & 1 ? leb(number()) : [];
  return Buffer.from([1, flags, ...leb(memory.length / 65536), ...most]);
}
function exported(end) {
  const kept = [];
  for (let left = number(); left > 0; left -= 1) {
    const begin = at;
    const length = number();
    const name = bytes.toString('latin1', at, at + length);
    at += length + 1; number();
    if (name !== 'yf_init') kept.push(bytes.subarray(begin, at));
  }
  if (at !== end) throw new Error('an export that is not understood');
  return Buffer.concat([Buffer.from(leb(kept.length)), ...kept]);
}

const out = [bytes.subarray(0, 8)];
while (at < bytes.length) {
  const id = bytes[at]; at += 1;
  const length = number(); const end = at + length;
  if (id === 5) out.push(...section(5, memories()));
  else if (id === 9 && what === 'table') out.push(...section(9, pointed(end)));
  else if (id === 7) out.push(...section(7, exported(end)));
  // The data comes last: wasm-opt leaves no section where there is nothing in it.
  else if (id === 11) { /* written below */ }
  // How many segments there are is said only where code copies out of them, which ours does not.
  else if (id !== 12) out.push(...section(id, bytes.subarray(at, end)));
  at = end;
}
if (what === 'memory') out.push(...section(11, data()));
writeFileSync(to, Buffer.concat(out));
