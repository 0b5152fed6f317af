// The bench: the hook drawn along the bait, and the screen measured. Nothing is computed here but pixels:
// what each place of the hook means stands ready on the page.
(() => {
  'use strict';
  const $ = (selector) => document.querySelector(selector);

  let places = [];
  let readFrom = null;
  const known = () => {
    const bench = $('.bench');
    if (bench && bench !== readFrom) { readFrom = bench; places = JSON.parse(bench.dataset.places); }
    return places;
  };

  const show = (place) => {
    for (const part of document.querySelectorAll('[data-moves]')) part.setAttribute('transform', `translate(${place.at} 0)`);
    const mark = $('#exit-mark');
    mark.setAttribute('cx', place.exit);
    mark.setAttribute('cy', place.exit_y);
    $('#exit-words').textContent = place.mark;
    $('#tail-words').textContent = place.tail;
    $('#at-says').textContent = place.at_says;
    $('#bench-says').textContent = place.says;
    const sits = $('#bench-sits');
    sits.textContent = place.sits.charAt(0).toUpperCase() + place.sits.slice(1);
    sits.classList.toggle('rust', !place.ok);
  };
  const moveTo = (at) => {
    const all = known();
    if (!all.length) return;
    const nearest = all.reduce((a, b) => (Math.abs(b.at - at) < Math.abs(a.at - at) ? b : a));
    show(nearest);
    const slide = $('#at');
    if (Number(slide.value) !== nearest.at) slide.value = nearest.at;
  };

  document.addEventListener('input', (e) => { if (e.target.id === 'at') moveTo(Number(e.target.value)); });

  // Mouse and finger: the hook follows along the bait.
  let drag = null;
  document.addEventListener('pointerdown', (e) => {
    const plate = e.target.closest('#plate');
    if (!plate) return;
    const box = plate.viewBox.baseVal;
    drag = { from: e.clientX, at: Number($('#at').value), scale: box.width / plate.getBoundingClientRect().width };
    plate.setPointerCapture(e.pointerId);
    e.preventDefault();
  });
  document.addEventListener('pointermove', (e) => { if (drag) moveTo(drag.at + (e.clientX - drag.from) * drag.scale); });
  const drop = () => { if (drag) { drag = null; $('#at').focus(); } };
  document.addEventListener('pointerup', drop);
  document.addEventListener('pointercancel', drop);

  // The screen against a bank card.
  const CARD = [85.6, 53.98];
  const card = (px) => {
    if (!(px > 1 && px < 25)) return;
    const drawing = $('#card-drawing');
    drawing.setAttribute('width', CARD[0] * px);
    drawing.setAttribute('height', CARD[1] * px);
  };
  document.addEventListener('input', (e) => {
    if (e.target.id === 'px-slide') { $('#px-per-mm').value = e.target.value; card(Number(e.target.value)); }
    if (e.target.id === 'px-per-mm') { const px = Number(e.target.value.replace(',', '.')); $('#px-slide').value = px; card(px); }
  });
})();
