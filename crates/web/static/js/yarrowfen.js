// Makes the page better where scripts run. Everything works without it by plain forms and links.
(() => {
  'use strict';
  document.body.classList.add('js');

  const $ = (selector) => document.querySelector(selector);
  const typing = (el) => el.matches('input:not([type=checkbox]), textarea, select');

  // After a word changed, the forms in the page's head come back to the new question.
  document.addEventListener('htmx:afterSettle', () => {
    const here = $('[data-here][name=back]');
    if (here && ['/', '/bench', '/cast', '/count', '/mend'].includes(location.pathname)) here.value = location.pathname + location.search;
    // So does the menu, where the page is Pick: what it carries is the question.
    if (location.pathname === '/') for (const to of document.querySelectorAll('.top a:is([data-key=p], [data-key=b], [data-key=t], [data-key=m])')) to.search = location.search;
  });
  // The second sentence stays open over a swap.
  let moreOpen = false;
  document.addEventListener('htmx:beforeSwap', () => { moreOpen = Boolean($('#more')?.open); });
  document.addEventListener('htmx:afterSwap', () => { const more = $('#more'); if (more && moreOpen) more.open = true; });

  const openHelp = () => { const help = $('#help'); if (!help.open) help.showModal(); };
  document.addEventListener('click', (e) => { if (e.target.closest('[data-open-help]')) openHelp(); });

  // The last questions, kept in this browser alone; one that is changed on the page takes its own place.
  const ASKED = 'yarrowfen.asked';
  const read = () => { try { return JSON.parse(localStorage.getItem(ASKED)) || []; } catch { return []; } };
  const write = (all) => { try { localStorage.setItem(ASKED, JSON.stringify(all)); } catch { /* nothing is kept then */ } };
  let mine = null;
  const remember = () => {
    const answer = $('.answer[data-told]');
    if (location.pathname !== '/' || !answer) return;
    const one = { to: location.search || '?', told: answer.dataset.told };
    const before = read().filter((q) => q.to !== one.to && q.to !== mine);
    const list = $('#recent');
    if (list) {
      list.hidden = before.length === 0;
      list.querySelector('ul').replaceChildren(...before.slice(0, 4).map((q) => {
        const link = document.createElement('a');
        link.href = `/${q.to}`;
        link.textContent = q.told;
        const item = document.createElement('li');
        item.append(link);
        return item;
      }));
    }
    if (location.search) { write([one, ...before].slice(0, 5)); mine = one.to; }
  };
  remember();
  document.addEventListener('htmx:afterSettle', remember);
  // They go when somebody signs out.
  const LEAVES = ['/account/sign-out', '/account/sign-out-everywhere', '/account/delete'];
  document.addEventListener('submit', (e) => { if (LEAVES.includes(e.target.getAttribute('action'))) write([]); });

  // Pressed again while it tells something, a button still gets its own name back.
  const names = new WeakMap();
  const said = (button, text) => {
    if (!names.has(button)) names.set(button, button.textContent);
    button.textContent = text;
    setTimeout(() => { button.textContent = names.get(button); }, 2500);
  };
  document.addEventListener('click', async (e) => {
    const button = e.target.closest('[data-share]');
    if (!button) return;
    const told = $('.answer[data-told]')?.dataset.told || document.title;
    try {
      if (navigator.share && matchMedia('(pointer: coarse)').matches) await navigator.share({ title: told, url: location.href });
      else { await navigator.clipboard.writeText(location.href); said(button, 'Address copied'); }
    } catch (fault) { if (fault.name !== 'AbortError') said(button, 'Copy the address above'); }
  });

  // An address of this site, whole.
  for (const link of document.querySelectorAll('[data-absolute]')) link.textContent = link.href;
  document.addEventListener('click', async (e) => {
    const button = e.target.closest('[data-copy]');
    if (!button) return;
    try {
      await navigator.clipboard.writeText(new URL(button.dataset.copy, location.href).href);
      said(button, 'Address copied');
    } catch { said(button, 'Copy the address beside'); }
  });

  const nextSchool = () => {
    const select = $('#w-school');
    if (!select) return;
    select.selectedIndex = select.selectedIndex + 1 < select.options.length ? select.selectedIndex + 1 : 1;
    select.dispatchEvent(new Event('change', { bubbles: true }));
  };
  const keep = () => { const form = $('#keep'); if (form) { form.open = true; $('#keep-name').focus(); } };
  // Looking along the ladder: what a rung would do, said in a line under it.
  const rungs = () => [...document.querySelectorAll('.ladder li')];
  const look = (rung) => {
    for (const r of rungs()) r.classList.toggle('looked', r === rung);
    const line = $('#look');
    if (line) line.textContent = rung.dataset.says || '';
  };
  const lookBy = (step) => {
    const all = rungs();
    const at = all.findIndex((r) => r.classList.contains('looked'));
    const from = at < 0 ? all.findIndex((r) => r.classList.contains('chosen')) : at;
    const next = all[Math.min(all.length - 1, Math.max(0, from + step))];
    if (next) look(next);
  };
  document.addEventListener('click', (e) => { const rung = e.target.closest('.ladder li'); if (rung) look(rung); });
  document.addEventListener('click', (e) => { if (e.target.closest('[data-print]')) window.print(); });
  const nextRig = () => {
    const all = [...document.querySelectorAll('.rigs a')];
    const at = all.findIndex((a) => a.getAttribute('aria-current'));
    if (all.length) location.href = all[(at + 1) % all.length].href;
  };
  const follow = (selector) => { const link = $(selector); if (link) location.href = link.href; };
  const keys = {
    '[': () => lookBy(1),
    ']': () => lookBy(-1),
    r: nextRig,
    c: () => follow('#card'),
    h: () => follow('#how'),
    '?': openHelp,
    '/': () => $('.sentence :is(input:not([type=hidden]), select), #line')?.focus(),
    n: () => $('#line')?.focus(),
    s: nextSchool,
    u: () => $('button[name=units]')?.click(),
    k: keep,
  };
  const place = (key) => document.querySelector(`:is(.top, .foot) a[data-key="${CSS.escape(key)}"]`);
  let going = false;
  document.addEventListener('keydown', (e) => {
    if (e.key === 'Escape' && $('#keep')?.open) { $('#keep').open = false; $('#keep summary').focus(); return; }
    if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target) || $('#help').open) return;
    if (going) { going = false; const to = place(e.key); if (to) { e.preventDefault(); location.href = to.href; } return; }
    if (e.key === 'g') { going = true; return; }
    const act = keys[e.key];
    if (act) { e.preventDefault(); act(); }
  });

  // Values one tap away beside the word whose box has the focus; above the bar of pages on a phone, where the
  // keyboard comes only when it is asked for.
  const thumb = matchMedia('(pointer: coarse)');
  const quiet = (root) => { if (thumb.matches) for (const box of root.querySelectorAll('[data-chips]:not([data-chips=""])')) box.inputMode = 'none'; };
  document.addEventListener('htmx:afterSwap', (e) => quiet(e.detail.target));
  quiet(document);
  document.addEventListener('alpine:init', () => {
    window.Alpine.data('pad', () => ({
      open: false,
      values: [],
      box: null,
      typing: false,
      init() {
        const pad = this.$root.querySelector('.pad');
        this.$root.addEventListener('focusin', (e) => {
          if (!e.target.matches('[data-chips]')) { if (!e.target.closest('.pad')) this.open = false; return; }
          this.box = e.target;
          this.values = e.target.dataset.chips ? e.target.dataset.chips.split('|') : [];
          this.open = this.values.length > 0;
          this.typing = this.box.inputMode === 'none';
          const [word, form] = [e.target.closest('.word').getBoundingClientRect(), this.$root.getBoundingClientRect()];
          pad.style.setProperty('--left', `${Math.max(12, Math.min(word.left - form.left, form.width - 440))}px`);
          pad.style.setProperty('--top', `${word.bottom - form.top + 6}px`);
          e.target.select();
        });
        this.$root.addEventListener('focusout', (e) => { if (!this.$root.contains(e.relatedTarget)) this.open = false; });
        this.$root.addEventListener('keydown', (e) => { if (e.key === 'Escape') this.open = false; });
        // A tap on a value must not take the focus from the box first.
        pad.addEventListener('pointerdown', (e) => e.preventDefault());
      },
      choose(value) {
        this.box.value = value;
        this.open = false;
        this.box.dispatchEvent(new Event('change', { bubbles: true }));
      },
      type() {
        const { box } = this;
        box.inputMode = 'text';
        box.blur();
        box.focus();
      },
    }));
  });
})();
