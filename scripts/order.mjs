// Puts a module's functions in an order in which each stands by those like it, so that it packs smaller; numbers of
// functions are written anew wherever they stand.   node order.mjs in.wasm out.wasm
import { readFileSync, writeFileSync } from 'node:fs';

const [from, to] = process.argv.slice(2);
const bytes = readFileSync(from);
/** Called most, they have the numbers that take one byte. */
const SHORT = 60;
/** Texts of so many bytes are what two functions are compared by, and so many of them by their hashes. */
const [PIECE, SKETCH] = [6, 128];

const leb = (n) => { const out = []; do { out.push((n & 127) | (n > 127 ? 128 : 0)); n >>>= 7; } while (n); return out; };
let at = 8;
const number = () => { let n = 0; let shift = 0; for (;;) { const b = bytes[at]; at += 1; n |= (b & 127) << shift; shift += 7; if (!(b & 128)) return n >>> 0; } };
const skipped = () => { while (bytes[at] & 128) at += 1; at += 1; };
const times = (n, f) => Array.from({ length: n }, (_, i) => f(i));

const sections = [];
while (at < bytes.length) {
  const id = bytes[at]; at += 1;
  const length = number();
  sections.push({ id, begin: at, end: at + length });
  at += length;
}
const enter = (id) => { const s = sections.find((each) => each.id === id); if (s) at = s.begin; return s; };

if (enter(2) && number() > 0) throw new Error('a module that imports nothing is wanted');
enter(3);
const types = times(number(), number);
enter(10);
const bodies = times(number(), () => { const length = number(); const begin = at; at += length; return { begin, end: at }; });

/** Passes what stands behind an operation (published: the WebAssembly core specification, 5.4); where it is a function's
 *  number, the place of that. */
function passed(op) {
  if (op === 0x10 || op === 0xd2) { const place = at; skipped(); return place; }
  if ((op >= 0x02 && op <= 0x04) || op === 0x0c || op === 0x0d || (op >= 0x20 && op <= 0x26) || op === 0x41 || op === 0x42 || op === 0xd0) skipped();
  else if (op === 0x0e) times(number() + 1, skipped);
  else if (op === 0x11 || (op >= 0x28 && op <= 0x3e)) { skipped(); skipped(); }
  else if (op === 0x1c) times(number(), skipped);
  else if (op === 0x3f || op === 0x40) at += 1;
  else if (op === 0x43) at += 4;
  else if (op === 0x44) at += 8;
  else if (op === 0xfc) {
    const more = number();
    if (more > 11) throw new Error(`an operation that is not known: fc ${more}`);
    times(more < 8 ? 0 : more % 2 ? 1 : 2, skipped);
  } else if (!(op <= 0x01 || op === 0x05 || op === 0x0b || op === 0x0f || op === 0x1a || op === 0x1b || (op >= 0x45 && op <= 0xc4))) {
    throw new Error(`an operation that is not known: ${op.toString(16)} at ${at}`);
  }
  return -1;
}
for (const body of bodies) {
  at = body.begin;
  times(number(), () => { skipped(); at += 1; });
  body.calls = [];
  while (at < body.end) {
    const op = bytes[at]; at += 1;
    const place = passed(op);
    if (place >= 0) { const end = at; at = place; body.calls.push({ place, end, of: number() }); }
  }
  if (at !== body.end) throw new Error('a function that is not understood');
}

/** What a function is made of, without what it calls: the least hashes of its pieces. */
function sketch(body) {
  const least = new Uint32Array(SKETCH).fill(0xffffffff);
  for (let i = body.begin; i + PIECE <= body.end; i += 1) {
    let hash = 0x811c9dc5;
    for (let k = 0; k < PIECE; k += 1) hash = Math.imul(hash ^ bytes[i + k], 0x01000193);
    for (let k = 0; k < SKETCH; k += 1) {
      hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d) + k;
      if ((hash >>> 0) < least[k]) least[k] = hash >>> 0;
    }
  }
  return least;
}
const alike = (a, b) => { let n = 0; for (let k = 0; k < SKETCH; k += 1) n += a[k] === b[k] ? 1 : 0; return n; };

const called = new Uint32Array(bodies.length);
for (const body of bodies) for (const call of body.calls) called[call.of] += 1;
const most = times(bodies.length, (i) => i).sort((a, b) => called[b] - called[a] || a - b).slice(0, SHORT);
const order = [...most];
const left = new Set(times(bodies.length, (i) => i));
for (const i of most) left.delete(i);
const sketches = bodies.map(sketch);
let last = order[order.length - 1];
while (left.size > 0) {
  let best = -1; let found = -1;
  for (const i of left) { const n = alike(sketches[i], sketches[last]); if (n > found) { best = i; found = n; } }
  order.push(best); left.delete(best); last = best;
}
const now = new Uint32Array(bodies.length);
order.forEach((was, is) => { now[was] = is; });

function written(body) {
  const parts = []; let begin = body.begin;
  for (const { place, end, of } of body.calls) { parts.push(bytes.subarray(begin, place), Buffer.from(leb(now[of]))); begin = end; }
  const all = Buffer.concat([...parts, bytes.subarray(begin, body.end)]);
  return [Buffer.from(leb(all.length)), all];
}
function exported() {
  const kept = times(number(), () => {
    const begin = at; const name = number(); at += name; const kind = bytes[at]; at += 1;
    const head = bytes.subarray(begin, at); const of = number();
    return Buffer.concat([head, Buffer.from(leb(kind === 0 ? now[of] : of))]);
  });
  return Buffer.concat([Buffer.from(leb(kept.length)), ...kept]);
}
function table() {
  const begin = at; if (number() !== 1 || number() !== 0) throw new Error('one table is wanted');
  at += 1; skipped(); at += 1;
  const head = bytes.subarray(begin, at);
  const listed = times(number(), () => now[number()]);
  return Buffer.from([...head, ...leb(listed.length), ...listed.flatMap(leb)]);
}

const out = [bytes.subarray(0, 8)];
for (const { id, begin, end } of sections) {
  at = begin;
  let body = bytes.subarray(begin, end);
  if (id === 3) body = Buffer.from([...leb(types.length), ...order.flatMap((i) => leb(types[i]))]);
  else if (id === 7) body = exported();
  else if (id === 8) throw new Error('a module that starts nothing is wanted');
  else if (id === 9) body = table();
  else if (id === 10) body = Buffer.concat([Buffer.from(leb(bodies.length)), ...order.flatMap((i) => written(bodies[i]))]);
  out.push(Buffer.from([id, ...leb(body.length)]), body);
}
writeFileSync(to, Buffer.concat(out));
