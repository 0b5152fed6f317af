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
  const button = (label, act) => {
    const one = Object.assign(document.createElement('button'), { type: 'button', className: 'btn', textContent: label });
    one.addEventListener('click', () => { document.querySelector('#again')?.remove(); act(); });
    return one;
  };
  const askAgain = (act, name) => {
    document.querySelector('#again')?.remove();
    const bar = Object.assign(document.createElement('div'), { className: 'state', id: 'again' });
    bar.setAttribute('role', 'status');
    // The page below may have been made anew meanwhile: its own button is pressed.
    const press = () => { last = { act: '', at: 0 }; document.querySelector(`.six button[value="${act}"]`)?.click(); };
    bar.append(`“${name}” twice within a second. One more? `, button('Yes, one more', press), ' ', button('No', () => {}));
    document.querySelector('#today')?.before(bar);
  };
  document.addEventListener('click', (e) => {
    const tapped = e.target.closest?.('.six button[name="do"]');
    if (!tapped || !COUNTED.includes(tapped.value)) return;
    const before = last;
    last = { act: tapped.value, at: Date.now() };
    if (before.act !== tapped.value || last.at - before.at > BOUNCE) return;
    e.preventDefault();
    e.stopPropagation();
    askAgain(tapped.value, tapped.firstElementChild?.firstChild?.textContent?.trim() || tapped.textContent.trim());
  }, true);
  // What stands open stays open when a tap makes the page anew.
  let open = [];
  document.addEventListener('htmx:beforeSwap', () => { open = [...document.querySelectorAll('.log details[id][open]')].map((d) => d.id); });
  document.addEventListener('htmx:afterSwap', () => { for (const one of open) document.getElementById(one)?.setAttribute('open', ''); });
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
