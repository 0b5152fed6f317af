// Tapping in a photograph. The picture is drawn here and goes nowhere; six places of it are sent, and what they
// measure is computed there.
(() => {
  'use strict';
  const $ = (selector) => document.querySelector(selector);
  const board = $('#photo-board');
  if (!board) return;
  const canvas = $('#photo-canvas');
  const loupe = $('#photo-loupe');
  const asks = $('#photo-asks');
  const context = canvas.getContext('2d');
  const magnified = loupe.getContext('2d');
  // How many screen pixels a pixel of the picture takes under the loupe.
  const LOUPE = 3;
  // How far off a mark is that was drawn to its place finely, in pixels of the picture; one that was only tapped is
  // a pixel of the screen off, and a large picture shown small has many of its own in that.
  const FINE_PX = 2;
  const NAMES = ['first corner', 'second corner', 'third corner', 'fourth corner', 'one end', 'other end'];

  let picture = null;
  let taps = [];
  let fine = [];
  let dots = [];
  let timer = 0;

  const scale = () => canvas.getBoundingClientRect().width / picture.width;
  const ends = () => $('#photo-of').selectedOptions[0].dataset.ends;
  const beside = () => $('#photo-beside').selectedOptions[0].textContent;
  const colour = (name) => getComputedStyle(document.body).getPropertyValue(name);

  const tell = () => {
    $('#photo-step').textContent = !picture ? ''
      : taps.length < 4 ? `Tap the four corners of ${beside()}, each where two edges would meet: ${taps.length} of 4. Hold and drag to place one exactly.`
        : taps.length < 6 ? `Now tap ${ends()}: ${taps.length - 4} of 2.`
          : 'Drag each mark to its place under the glass, or move it with the arrow keys: the measure follows, and gets surer.';
    $('#photo-tools').hidden = !picture;
    $('#photo-back').disabled = taps.length === 0;
    $('#photo-other').hidden = taps.length < 6;
  };

  const draw = () => {
    if (!picture) return;
    context.drawImage(picture, 0, 0);
    const s = 1 / scale();
    context.lineWidth = 2 * s;
    const run = (from, to, closed) => {
      if (to - from < 2) return;
      context.beginPath();
      taps.slice(from, to).forEach((p, i) => (i ? context.lineTo(...p) : context.moveTo(...p)));
      if (closed) context.closePath();
      context.strokeStyle = colour('--gold');
      context.stroke();
    };
    run(0, Math.min(4, taps.length), taps.length >= 4);
    run(4, taps.length, false);
    dots.forEach((dot, i) => {
      dot.hidden = i >= taps.length;
      if (dot.hidden) return;
      dot.style.left = `${(taps[i][0] / picture.width) * 100}%`;
      dot.style.top = `${(taps[i][1] / picture.height) * 100}%`;
    });
  };

  const send = () => {
    clearTimeout(timer);
    if (taps.length < 6) { $('#measured').replaceChildren(); return; }
    const flat = (list) => list.flat().map((v) => v.toFixed(2)).join(',');
    const query = new URLSearchParams({
      of: $('#photo-of').value,
      beside: $('#photo-beside').value,
      bench: asks.elements.bench.value,
      corners: flat(taps.slice(0, 4)),
      ends: flat(taps.slice(4)),
      picture: `${picture.width},${picture.height}`,
      tap: Math.max(FINE_PX, ...taps.map((_, i) => (fine[i] ? FINE_PX : 1 / scale()))).toFixed(1),
    });
    timer = setTimeout(() => window.htmx.ajax('GET', `/bench/photo?${query}`, { target: '#measured', swap: 'innerHTML' }), 150);
  };

  // The loupe stands in the corner away from the finger and shows what lies under it, three pixels for one.
  const look = ([x, y], far) => {
    const side = loupe.width / LOUPE;
    magnified.imageSmoothingEnabled = false;
    magnified.fillStyle = colour('--paper');
    magnified.fillRect(0, 0, loupe.width, loupe.height);
    magnified.drawImage(picture, x - side / 2, y - side / 2, side, side, 0, 0, loupe.width, loupe.height);
    magnified.strokeStyle = colour('--rust');
    magnified.beginPath();
    const c = loupe.width / 2;
    magnified.moveTo(c, 0); magnified.lineTo(c, c - 6); magnified.moveTo(c, c + 6); magnified.lineTo(c, loupe.height);
    magnified.moveTo(0, c); magnified.lineTo(c - 6, c); magnified.moveTo(c + 6, c); magnified.lineTo(loupe.width, c);
    magnified.stroke();
    loupe.classList.toggle('right', far);
    loupe.hidden = false;
  };

  const place = (e) => {
    const box = canvas.getBoundingClientRect();
    const within = (v, most) => Math.min(most, Math.max(0, v));
    return [within((e.clientX - box.left) / scale(), picture.width), within((e.clientY - box.top) / scale(), picture.height)];
  };

  let held = null;
  board.addEventListener('pointerdown', (e) => {
    if (!picture || e.button > 0) return;
    const dot = e.target.closest('.photo-dot');
    if (dot) {
      const at = dots.indexOf(dot);
      // A mark follows the finger slowly: a pixel of the screen moves it no more than one of the picture.
      held = { at, from: [e.clientX, e.clientY], was: [...taps[at]] };
      fine[at] = true;
    } else if (taps.length < 6) {
      taps.push(place(e));
      fine[taps.length - 1] = false;
      held = { at: taps.length - 1 };
    } else return;
    board.setPointerCapture(e.pointerId);
    if (e.pointerType === 'mouse' || dot) e.preventDefault();
    move(e);
  });
  const move = (e) => {
    if (!held) return;
    const slow = Math.max(1, scale());
    taps[held.at] = held.was
      ? [held.was[0] + (e.clientX - held.from[0]) / slow, held.was[1] + (e.clientY - held.from[1]) / slow]
      : place(e);
    look(taps[held.at], e.clientX - board.getBoundingClientRect().left < board.clientWidth / 2);
    draw();
  };
  board.addEventListener('pointermove', move);
  const drop = () => { if (!held) return; const { at } = held; held = null; loupe.hidden = true; draw(); tell(); send(); dots[at].focus({ preventScroll: true }); };
  board.addEventListener('pointerup', drop);
  board.addEventListener('pointercancel', drop);

  // By keyboard: a mark moves a pixel, with shift ten.
  board.addEventListener('keydown', (e) => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
    const dot = e.target.closest('.photo-dot');
    if (!step || !dot) return;
    e.preventDefault();
    const by = e.shiftKey ? 10 : 1;
    const tap = taps[dots.indexOf(dot)];
    tap[0] += step[0] * by; tap[1] += step[1] * by;
    fine[dots.indexOf(dot)] = true;
    look(tap, tap[0] < picture.width / 2);
    draw(); send();
  });
  board.addEventListener('focusout', () => { loupe.hidden = true; });

  dots = NAMES.map((name) => {
    const dot = document.createElement('button');
    dot.type = 'button';
    dot.className = 'photo-dot';
    dot.hidden = true;
    dot.setAttribute('aria-label', `${name}: move it with the arrow keys`);
    board.append(dot);
    return dot;
  });

  $('#photo-file').addEventListener('change', async (e) => {
    const file = e.target.files[0];
    if (!file) return;
    try {
      picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
    } catch {
      picture = null;
      board.hidden = true;
      $('#photo-step').textContent = 'This file is no picture that the browser can show: take another.';
      return;
    }
    canvas.width = picture.width;
    canvas.height = picture.height;
    taps = [];
    fine = [];
    board.hidden = false;
    draw(); tell(); send();
    board.scrollIntoView({ block: 'nearest' });
  });
  $('#photo-back').addEventListener('click', () => { taps.pop(); draw(); tell(); send(); });
  $('#photo-other').addEventListener('click', () => { taps.length = 4; draw(); tell(); send(); });
  asks.addEventListener('change', (e) => { if (e.target.tagName === 'SELECT') { if (e.target.id === 'photo-of' && taps.length === 6) taps.length = 4; draw(); tell(); send(); } });
  asks.addEventListener('submit', (e) => e.preventDefault());
  tell();
})();
