// What makes pages without a network: begins the worker, says when a newer version waits, and what is not yet sent.
(() => {
  'use strict';
  const remember = (name, value) => { document.cookie = `${name}=${value}; path=/; max-age=34560000; samesite=lax`; };
  remember('yarrowfen_offset', -new Date().getTimezoneOffset());
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  if (zone) remember('yarrowfen_zone', zone);
  const { serviceWorker } = navigator;
  if (!serviceWorker) return;

  const waits = (registration) => {
    const { waiting } = registration;
    if (!waiting || !serviceWorker.controller || document.querySelector('#newer')) return;
    const told = document.createElement('div');
    told.className = 'state';
    told.id = 'newer';
    told.setAttribute('role', 'status');
    const button = document.createElement('button');
    button.className = 'btn';
    button.textContent = 'Use it now';
    button.addEventListener('click', () => {
      serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
      waiting.postMessage('use');
    });
    told.append('A newer Yarrowfen has come. It waits until you say so, or until every page of it is closed. ', button);
    document.querySelector('#content').before(told);
  };
  window.addEventListener('load', async () => {
    try {
      const registration = await serviceWorker.register('/worker.js', { updateViaCache: 'none' });
      waits(registration);
      registration.addEventListener('updatefound', () => registration.installing?.addEventListener('statechange', () => waits(registration)));
      await serviceWorker.ready;
      navigator.storage?.persist?.();
      ask('send');
    } catch { /* a browser that cannot, or a private window: everything goes on with the network */ }
  });

  const ask = (what) => serviceWorker.controller?.postMessage(what);
  window.addEventListener('online', () => ask('online'));
  // A tap takes a tenth of a second from press to release: the worker may sleep, and uses it to wake.
  document.addEventListener('pointerdown', () => { if (!navigator.onLine) ask('wake'); }, { passive: true });
  document.addEventListener('visibilitychange', () => { if (document.visibilityState === 'visible') ask('send'); });
  setInterval(() => { if (document.querySelector('#signal') && document.visibilityState === 'visible') ask('look'); }, 20_000);

  const lines = (n) => (n === 1 ? '1 line' : `${n} lines`);
  const CAUSES = {
    busy: 'the server is busy',
    failing: 'the server has a fault',
    'too many': 'too much was sent at once',
    'too large': 'something on the way takes no more at once',
    'signed out': 'the sign-in has ended',
  };
  const inWords = (ms) => {
    const minutes = Math.round(Math.abs(ms) / 60_000);
    if (minutes < 120) return `${minutes} minutes`;
    const hours = Math.round(minutes / 60);
    return hours < 48 ? `${hours} hours` : `${Math.round(hours / 24)} days`;
  };
  /** Shows a line below the page's head, or takes it away. */
  const banner = (id, parts) => {
    const old = document.querySelector(`#${id}`);
    if (parts.length === 0) { old?.remove(); return; }
    const line = document.createElement('div');
    line.className = 'state';
    line.id = id;
    line.setAttribute('role', 'status');
    line.append(...parts);
    if (old?.textContent === line.textContent) return;
    if (old) old.replaceWith(line); else document.querySelector('#content')?.before(line);
  };
  const element = (tag, label, more) => Object.assign(document.createElement(tag), { textContent: label, ...more });
  /** Lines of somebody else wait here: whose, and what to do. */
  const showOthers = (others) => {
    const concerned = ['/today', '/account'].some((path) => location.pathname.startsWith(path));
    const parts = others.map(({ name, count }) => {
      const whose = name ? `written down by ${name} wait${count === 1 ? 's' : ''} on this device. Sign in as ${name} to send ${count === 1 ? 'it' : 'them'}. ` : `wait${count === 1 ? 's' : ''} on this device from before somebody signed in. Sign out to send ${count === 1 ? 'it' : 'them'}. `;
      return `${lines(count)} ${whose}`;
    });
    banner('others', concerned && parts.length > 0 ? [...parts, element('a', 'Account', { href: '/account' })] : []);
  };
  const showClock = (skew) => {
    if (!skew) { banner('clock', []); return; }
    const button = element('button', 'Use the right time', { className: 'btn', type: 'button' });
    button.addEventListener('click', () => ask('clock'));
    const right = new Date(Date.now() + skew);
    const time = right.toLocaleString([], { weekday: 'short', hour: '2-digit', minute: '2-digit' });
    banner('clock', [`The clock of this device is ${inWords(skew)} ${skew > 0 ? 'slow' : 'fast'}: it is ${time}. `, button]);
  };
  const showSignal = (signal, log) => {
    signal.dataset.unsent = log.unsent;
    const silent = log.silent || !navigator.onLine;
    const elsewhere = log.others.reduce((sum, o) => sum + o.count, 0);
    const words = [];
    if (log.cause && CAUSES[log.cause] && log.unsent > 0) words.push(CAUSES[log.cause]); else if (silent) words.push('no signal');
    if (log.unsent > 0) words.push(silent ? `${log.unsent} kept here` : `${lines(log.unsent)} not yet sent`);
    if (log.large > 0) words.push(`${lines(log.large)} too large to send from here`);
    if (elsewhere > 0) words.push(`${lines(elsewhere)} of another account`);
    if (log.refused.length > 0) words.push(`${log.refused.length} not taken: ${log.refused[0]}`);
    signal.textContent = words.length > 0 ? words.join(' · ') : 'all is sent';
    signal.classList.toggle('rust', words.length > 0);
  };
  serviceWorker.addEventListener('message', (e) => {
    const log = e.data && e.data.log;
    if (!log) return;
    showOthers(log.others);
    const signal = document.querySelector('#signal');
    if (!signal) return;
    showClock(log.skew);
    // Lines of another device have come: shown, unless somebody is typing.
    if (log.changed && !document.activeElement?.closest('form :is(input, textarea, select)')) window.htmx.ajax('GET', '/today', { target: '#today', swap: 'innerHTML' });
    showSignal(signal, log);
  });
})();
