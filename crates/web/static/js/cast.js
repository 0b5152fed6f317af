// The cast played: lure, line and words follow what stands ready on the page. Nothing is computed here but pixels.
(() => {
  'use strict';
  const $ = (selector) => document.querySelector(selector);
  const calm = matchMedia('(prefers-reduced-motion: reduce)');
  // A minute of fishing in a quarter of a minute.
  const PACE = 4;

  let readFrom = null;
  let moving = null;
  const known = () => {
    const cast = $('.cast');
    if (cast && cast !== readFrom) { readFrom = cast; moving = JSON.parse(cast.dataset.moving); }
    return cast ? moving : null;
  };

  // Where the drawing is wider than the screen, the lure stays in sight.
  const inView = (lure, middle) => {
    const sheet = lure.closest('.sheet');
    const x = lure.getBoundingClientRect().left - sheet.getBoundingClientRect().left;
    if (middle || x < 40 || x > sheet.clientWidth - 40) sheet.scrollLeft += x - sheet.clientWidth / 2;
  };
  const splash = () => { const lure = $('#cast-lure'); if (lure) inView(lure, true); };
  document.addEventListener('htmx:afterSettle', splash);
  splash();

  let shown = -1;
  const show = (t) => {
    const m = known();
    if (!m || !m.places.length) return;
    const last = m.places.length - 1;
    const at = Math.min(last, Math.max(0, t * 10));
    const i = Math.floor(at);
    const [a, b] = [m.places[i], m.places[Math.min(last, i + 1)]];
    const lure = $('#cast-lure');
    lure.setAttribute('cx', a[0] + (b[0] - a[0]) * (at - i));
    lure.setAttribute('cy', a[1] + (b[1] - a[1]) * (at - i));
    inView(lure);
    const second = Math.min(m.words.length - 1, Math.round(at / 10));
    if (second !== shown) {
      shown = second;
      $('#cast-line').setAttribute('points', m.lines[second]);
      $('#cast-says').textContent = m.words[second];
      const slide = $('#cast-slide');
      slide.value = second;
      slide.setAttribute('aria-valuetext', m.words[second]);
    }
  };

  let playing = null;
  const stop = () => {
    playing = null;
    const button = $('#cast-play');
    if (button) { button.textContent = 'Play'; button.setAttribute('aria-pressed', 'false'); }
  };
  const frame = (now) => {
    if (!playing || !known()) return;
    const gone = playing.from + ((now - playing.start) / 1000) * PACE;
    const end = (moving.places.length - 1) / 10;
    // Where motion is not wanted, it steps from second to second.
    show(calm.matches ? Math.floor(gone) : gone);
    if (gone >= end) stop(); else requestAnimationFrame(frame);
  };
  const play = () => {
    if (playing) { stop(); return; }
    const end = (known().places.length - 1) / 10;
    const from = Number($('#cast-slide').value);
    playing = { from: from >= Math.floor(end) ? 0 : from, start: performance.now() };
    const button = $('#cast-play');
    button.textContent = 'Pause';
    button.setAttribute('aria-pressed', 'true');
    requestAnimationFrame(frame);
  };
  document.addEventListener('click', (e) => { if (e.target.closest('#cast-play')) play(); });
  document.addEventListener('input', (e) => { if (e.target.id === 'cast-slide') { stop(); shown = -1; show(Number(e.target.value)); } });
  document.addEventListener('htmx:beforeSwap', stop);

  // A bottom drawn by finger: points every half metre or so, over the drawn plate.
  let drawing = null;
  const place = (e, plate) => {
    const box = plate.getBoundingClientRect();
    const scale = plate.viewBox.baseVal.width / box.width;
    const [left, across] = plate.dataset.across.split(' ').map(Number);
    const [top, down] = plate.dataset.down.split(' ').map(Number);
    return [Math.max(0, ((e.clientX - box.left) * scale - left) * across), Math.max(0, ((e.clientY - box.top) * scale - top) * down)];
  };
  const drawMode = (on) => {
    $('#cast-plate').classList.toggle('drawing', on);
    const button = $('#bed-draw');
    button.setAttribute('aria-pressed', String(on));
    button.textContent = on ? 'Drag along the new bottom' : 'Draw it by finger';
  };
  document.addEventListener('click', (e) => {
    if (!e.target.closest('#bed-draw')) return;
    const on = !$('#cast-plate').classList.contains('drawing');
    drawMode(on);
    if (on) $('#cast-plate').scrollIntoView({ block: 'center', behavior: 'instant' });
  });
  document.addEventListener('pointerdown', (e) => {
    const plate = e.target.closest('#cast-plate.drawing');
    if (!plate) return;
    drawing = { plate, points: [place(e, plate)] };
    plate.setPointerCapture(e.pointerId);
    e.preventDefault();
  });
  document.addEventListener('pointermove', (e) => {
    if (!drawing) return;
    const last = drawing.points[drawing.points.length - 1];
    const next = place(e, drawing.plate);
    if (Math.abs(next[0] - last[0]) > 0.4) drawing.points.push(next);
  });
  const lift = () => {
    if (!drawing) return;
    const points = drawing.points.sort((a, b) => a[0] - b[0]).filter((p, i, all) => i === 0 || p[0] - all[i - 1][0] > 0.3);
    drawing = null;
    drawMode(false);
    if (points.length < 2) return;
    const text = points.map((p) => `${p[0].toFixed(1)} ${p[1].toFixed(2)}`);
    $('#bed-text').value = text.join('\n').replaceAll(' ', ', ');
    $('#bed-word').value = text.join('|');
    const ground = $('#w-ground');
    if (![...ground.options].some((o) => o.value === 'own')) ground.add(new Option('my own bottom', 'own'));
    ground.value = 'own';
    ground.dispatchEvent(new Event('change', { bubbles: true }));
  };
  document.addEventListener('pointerup', lift);
  document.addEventListener('pointercancel', () => { drawing = null; });
  // Another bottom of the list lets go of the drawn one.
  document.addEventListener('change', (e) => { if (e.target.id === 'w-ground' && e.target.value !== 'own') $('#bed-word').value = ''; }, true);
})();

// The countdown: a press at the splash, a press at the bottom.
(() => {
  'use strict';
  const $ = (selector) => document.querySelector(selector);
  let from = null;
  let timer = null;
  let beeps = null;

  const beep = (hz) => {
    if (!$('#count-sound')?.checked) return;
    beeps ??= new AudioContext();
    const tone = beeps.createOscillator();
    const loud = beeps.createGain();
    tone.frequency.value = hz;
    loud.gain.value = 0.15;
    tone.connect(loud).connect(beeps.destination);
    tone.start();
    tone.stop(beeps.currentTime + 0.12);
  };
  const buzz = (pattern) => { if ($('#count-buzz')?.checked && navigator.vibrate) navigator.vibrate(pattern); };

  const say = (what, number, unit) => {
    $('#press-what').textContent = what;
    $('#press-number').textContent = number;
    $('#press-unit').textContent = unit;
  };
  const reset = () => {
    clearInterval(timer);
    from = null;
    const press = $('#press');
    press.classList.remove('running', 'due');
    say('Splash', Number(press.dataset.seconds).toFixed(1), 's to the bottom');
    $('#press-says').textContent = '';
    $('#press-again').hidden = true;
  };
  let told = null;
  const tick = () => {
    const left = Number($('#press').dataset.seconds) - (performance.now() - from) / 1000;
    const whole = Math.ceil(left);
    if (whole === told) return;
    told = whole;
    $('#press').classList.toggle('due', left <= 0);
    say('Bottom', left > 0 ? String(whole) : `+${String(-whole)}`, left > 0 ? 's left: press when it touches' : 's over: press when it touches');
    if (whole <= 3 && whole > 0) { beep(660); buzz(60); }
    if (whole === 0) { beep(990); buzz([120, 60, 120]); }
  };
  document.addEventListener('click', (e) => {
    const press = e.target.closest('#press');
    if (press && from === null) {
      from = performance.now();
      told = null;
      press.classList.add('running');
      timer = setInterval(tick, 50);
      tick();
    } else if (press) {
      const seconds = (performance.now() - from) / 1000;
      clearInterval(timer);
      from = null;
      press.classList.remove('running', 'due');
      say('Splash', seconds.toFixed(1), 's pressed: press to count again');
      const field = $('#count-seconds');
      $('#press-says').textContent = field ? `${seconds.toFixed(1)} s. Write it down, or press again.` : `${seconds.toFixed(1)} s.`;
      if (field) field.value = seconds.toFixed(1);
      $('#press-again').hidden = false;
    }
    if (e.target.closest('#press-again')) reset();
  });
  // A word of its sentence takes effect at once.
  document.addEventListener('change', (e) => { const form = e.target.closest('[data-submit-on-change]'); if (form) form.requestSubmit(); });
})();
