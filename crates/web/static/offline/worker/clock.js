// The device's clock against the server's. One that is off by more than an hour is told, and put right when its owner says
// so; lines know by which clock they were written.
const AN_HOUR = 3_600_000;
// Beyond this the server puts a line's time right by itself, ms: no two places on earth differ so much.
const NO_PLACE = 15 * AN_HOUR;
// What the server's clock is ahead of this device's, ms; 0 within an hour. And what of it the owner has accepted.
let skew = 0;
let accepted = 0;
const readClock = async () => { [skew = 0, accepted = 0] = (await several(['skew', 'clock'])).map((ms) => ms ?? 0); };
const clockRead = readClock().catch(() => {});
/** Measures the clock by an answer that has just come. */
const measureClock = async (reply) => {
  // It tells whole seconds: the end of this one, so that nothing that was written seems to lie ahead.
  const server = Date.parse(reply.headers.get('date') ?? '') + 999;
  if (Number.isNaN(server)) return;
  await clockRead;
  const ahead = server - Date.now();
  const measured = Math.abs(ahead) > AN_HOUR ? ahead : 0;
  const same = Math.abs(measured - skew) < 60_000;
  // A clock that was put right by hand needs no help any more.
  const help = measured === 0 ? 0 : accepted;
  if (same && help === accepted) return;
  skew = measured;
  accepted = help;
  await changing((kv) => { kv.put(skew, 'skew'); kv.put(accepted, 'clock'); }, 'relaxed');
};
const acceptClock = async () => {
  accepted = skew;
  await changing((kv) => { kv.put(accepted, 'clock'); });
};
/** The time at which something is written down now, ms. */
const writtenNow = () => Date.now() + accepted;
/** The time by which pages are made: where the server will put a line's time right, it is put right here too. */
const shownNow = () => Date.now() + (accepted || (Math.abs(skew) > NO_PLACE ? skew : 0));
const DAY = 86_400_000;
/** An event as the server will have it: shifted where its clock was so wrong that no place has its time. */
const asShown = ({ event, state, clock = 0 }) => {
  const by = skew - clock;
  if (state !== UNSENT || Math.abs(by) <= NO_PLACE) return event;
  const w = event.written;
  const dayOf = (at) => Math.floor((at + w.offset * 60_000) / DAY);
  const day = new Date(Date.parse(`${w.day}T00:00:00Z`) + (dayOf(w.at + by) - dayOf(w.at)) * DAY).toISOString().slice(0, 10);
  return { ...event, written: { ...w, at: w.at + by, day } };
};
