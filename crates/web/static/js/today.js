// The day's page: each tap gets its id and time where it happens, so that it stands once however often it is sent; rests
// are counted down by the clock, so that a locked phone loses nothing.
(() => {
  'use strict';
  const id = () => {
    if (crypto.randomUUID) return crypto.randomUUID();
    const b = crypto.getRandomValues(new Uint8Array(16));
    const hex = [...b].map((x) => x.toString(16).padStart(2, '0')).join('');
    return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
  };
  const stamp = () => ({ id: id(), at: Date.now(), offset: -new Date().getTimezoneOffset() });
  // A form that is sent again after a failure is the same tap: it keeps its stamp until it is answered.
  const stamps = new WeakMap();
  document.addEventListener('htmx:configRequest', (e) => {
    const form = e.detail.elt.closest('[data-stamped]');
    if (!form) return;
    const asked = JSON.stringify([...new FormData(form)]) + (e.detail.triggeringEvent?.submitter?.value ?? '');
    const before = stamps.get(form);
    const one = before && before.asked === asked ? before.stamp : stamp();
    stamps.set(form, { asked, stamp: one });
    for (const [name, value] of Object.entries(one)) e.detail.parameters[name] = String(value);
  });
  // A thumb that bounces is asked: the same button again within a second is one more only if its owner says so.
  const BOUNCE = 1000;
  const COUNTED = ['fish', 'missed', 'lost', 'hung', 'gone'];
  let last = { act: '', at: 0 };
  document.addEventListener('htmx:confirm', (e) => {
    const button = e.detail.triggeringEvent?.submitter;
    if (!button || button.name !== 'do' || !COUNTED.includes(button.value)) return;
    const before = last;
    last = { act: button.value, at: Date.now() };
    if (before.act !== button.value || last.at - before.at > BOUNCE) return;
    e.preventDefault();
    document.querySelector('#again')?.remove();
    const bar = document.createElement('div');
    bar.className = 'state';
    bar.id = 'again';
    bar.setAttribute('role', 'status');
    const answer = (label, act) => {
      const one = document.createElement('button');
      one.type = 'button';
      one.className = 'btn';
      one.textContent = label;
      one.addEventListener('click', () => { bar.remove(); act(); });
      return one;
    };
    const what = button.firstChild?.textContent?.trim() || button.textContent.trim();
    bar.append(`“${what}” twice within a second. One more? `, answer('Yes, one more', () => e.detail.issueRequest(true)), ' ', answer('No', () => {}));
    document.querySelector('.taps')?.prepend(bar);
  });
  // What cannot be sent is said; nothing typed goes.
  const failed = () => {
    const signal = document.querySelector('#signal');
    if (signal) { signal.textContent = 'not written down: no signal. Tap again'; signal.classList.add('rust'); }
  };
  document.addEventListener('htmx:sendError', failed);
  document.addEventListener('htmx:responseError', failed);

  const tick = () => {
    for (const left of document.querySelectorAll('[data-until]')) {
      const [from, until] = [Number(left.dataset.from), Number(left.dataset.until)];
      const ms = Math.max(0, until - Date.now());
      const s = Math.ceil(ms / 1000);
      const rest = left.closest('.rest');
      left.textContent = ms > 0 ? `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}` : 'long enough';
      const bar = rest?.querySelector('progress');
      if (bar) bar.value = Math.min(100, 100 * (Date.now() - from) / Math.max(1, until - from));
      if (ms === 0 && rest && !rest.classList.contains('over')) {
        rest.classList.add('over');
        navigator.vibrate?.([200, 100, 200]);
      }
    }
  };
  setInterval(tick, 1000);
  tick();
  document.addEventListener('visibilitychange', tick);
  document.addEventListener('htmx:afterSettle', tick);
})();
