// What the page says is true, or says that it is not yet: a changed word shows at once, its answer is marked until it
// comes, a network that is lost is told of and tried again, and the last answer stays beside a fault.
(() => {
  'use strict';
  const $ = (selector) => document.querySelector(selector);
  const questions = '#question';
  let notice = null;
  let again = 0;
  let wait = 2;

  const say = (text) => {
    if (!notice) {
      notice = document.createElement('div');
      notice.className = 'state';
      notice.setAttribute('role', 'status');
    }
    notice.textContent = text;
    const form = $(questions);
    if (text && form && !notice.isConnected) form.after(notice);
    if (!text) notice.remove();
  };
  const stale = (on) => { for (const part of document.querySelectorAll('.answer, .bench, .cast, .figures, .cast-below')) part.classList.toggle('stale', on); };

  // The word that was chosen stands there before its answer does.
  document.addEventListener('change', (e) => {
    const shown = e.target.matches('.word select') && e.target.previousElementSibling;
    if (shown) shown.textContent = e.target.selectedOptions[0].textContent;
    if (e.target.closest(questions)) { stale(true); say('These words are not answered yet.'); }
  });

  const retry = () => { clearTimeout(again); const form = $(questions); if (form) window.htmx.trigger(form, 'change'); };
  const lost = (why) => {
    stale(true);
    say(`${why} What stands below tells of the words before. It is tried again in ${wait} s.`);
    clearTimeout(again);
    again = setTimeout(retry, wait * 1000);
    wait = Math.min(30, wait * 2);
  };
  const ours = (e) => e.detail.elt && e.detail.elt.closest(questions);
  document.addEventListener('htmx:sendError', (e) => { if (ours(e)) lost('There is no network.'); });
  document.addEventListener('htmx:timeout', (e) => { if (ours(e)) lost('No answer came.'); });
  document.addEventListener('htmx:responseError', (e) => { if (ours(e)) lost('The other end could not answer.'); });
  window.addEventListener('online', () => { if (notice && notice.isConnected) retry(); });

  // A fault in a word keeps the answer that was there, marked as what it is.
  let before = null;
  document.addEventListener('htmx:beforeSwap', (e) => {
    const answer = $('.answer[data-told]');
    before = e.detail.xhr.status === 422 && answer ? answer : null;
  });
  document.addEventListener('htmx:afterSwap', () => {
    if (before && !$('.answer') && $('#pick')) {
      const told = document.createElement('p');
      told.className = 'state';
      told.textContent = 'The answer before, until the marked word is mended:';
      before.classList.add('stale');
      $('#pick').append(told, before);
    }
    before = null;
    clearTimeout(again);
    wait = 2;
    if (notice) say('');
  });
})();
