// What makes pages without a network: begins the worker, says when a newer version waits, and what is not yet sent.
(() => {
  'use strict';
  document.cookie = `yarrowfen_offset=${-new Date().getTimezoneOffset()}; path=/; max-age=34560000; samesite=lax`;
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
  window.addEventListener('online', () => ask('send'));
  // A tap takes a tenth of a second from press to release: the worker may sleep, and uses it to wake.
  document.addEventListener('pointerdown', () => { if (!navigator.onLine) ask('wake'); }, { passive: true });
  document.addEventListener('visibilitychange', () => { if (document.visibilityState === 'visible') ask('send'); });
  setInterval(() => { if (document.querySelector('#signal') && document.visibilityState === 'visible') ask('look'); }, 20_000);
  serviceWorker.addEventListener('message', (e) => {
    const log = e.data && e.data.log;
    const signal = document.querySelector('#signal');
    if (!log || !signal) return;
    // Lines of another device have come: shown, unless somebody is typing.
    if (log.changed && !document.activeElement?.closest('form :is(input, textarea, select)')) window.htmx.ajax('GET', '/today', { target: '#today', swap: 'innerHTML' });
    signal.dataset.unsent = log.unsent;
    const lines = log.unsent === 1 ? '1 line is' : `${log.unsent} lines are`;
    const silent = log.silent || !navigator.onLine;
    const words = [];
    if (silent) words.push('no signal');
    if (log.unsent > 0) words.push(silent ? `${log.unsent} kept here` : `${lines} not yet sent`);
    if (log.refused.length > 0) words.push(`${log.refused.length} not taken: ${log.refused[0]}`);
    signal.textContent = words.length > 0 ? words.join(' · ') : 'all is sent';
    signal.classList.toggle('rust', words.length > 0);
  });
})();
