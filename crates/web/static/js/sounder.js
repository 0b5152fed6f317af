// The sounder: what the server passes on, shown as it comes, taken into the sentence when asked.
(() => {
  'use strict';
  const $ = (selector) => document.querySelector(selector);
  let source = null;
  let last = null;
  // The bottom as it is driven over: distance and depth, a point a metre.
  let track = [];

  const imperial = () => $('#question [name=units]')?.value === 'imperial';
  const distance = (m) => (imperial() ? `${(m / 0.3048).toFixed(1)} ft` : `${m.toFixed(1)} m`);
  const degrees = (c) => (imperial() ? `${(c * 1.8 + 32).toFixed(0)} °F` : `${c.toFixed(1)} °C`);
  const wind = (v) => (imperial() ? `${(v / 0.44704).toFixed(0)} mph` : `${v.toFixed(1)} m/s`);
  const put = (id, value, print) => { const at = $(id); if (at && value !== null && value !== undefined) at.textContent = print(value); };

  const show = (told) => {
    if (!$('#sounder')) return;
    const sim = told.simulated ? 'Simulated sounder, an invented bay. ' : '';
    $('#sounder-says').textContent = told.state === 'live' ? `${sim}Live${told.garbled ? `; ${told.garbled} lines garbled` : ''}.` : `${sim}${told.says}. What came before stays.`;
    $('#sounder').classList.toggle('lost', told.state !== 'live');
    put('#sounder-depth', told.depth_m, distance);
    put('#sounder-temp', told.temp_c, degrees);
    put('#sounder-wind', told.wind_mps, wind);
    put('#sounder-way', told.way_m, distance);
    $('#sounder-take').hidden = !last;
  };
  const hear = (e) => {
    const told = JSON.parse(e.data);
    if (told.depth_m !== null) {
      last = told;
      const end = track[track.length - 1];
      if (!end || told.way_m - end[0] >= 1) track.push([told.way_m, told.depth_m]);
      if (track.length > 2000) track = track.filter((p, i) => i % 2 === 0);
    }
    show(told);
  };
  const listen = () => {
    const button = $('#sounder-listen');
    if (source) {
      source.close();
      source = null;
      button.textContent = 'Listen';
      button.setAttribute('aria-pressed', 'false');
      $('#sounder-says').textContent = 'Not listened to. What came stays.';
      return;
    }
    source = new EventSource('/cast/sounder');
    source.onmessage = hear;
    source.onerror = () => show({ ...(last ?? {}), state: 'lost', says: 'Yarrowfen itself does not answer; trying again' });
    button.textContent = 'Stop listening';
    button.setAttribute('aria-pressed', 'true');
    $('#sounder-says').textContent = 'Looking for it.';
  };
  const word = (name, value) => {
    const form = $('#question');
    let field = form.elements[name];
    if (!field) {
      field = document.createElement('input');
      field.type = 'hidden';
      field.name = name;
      form.append(field);
    }
    field.value = value;
    return field;
  };
  const take = () => {
    if (!last) return;
    if (last.temp_c !== null) word('temp', `${last.temp_c.toFixed(1)} °C`);
    if (last.wind_mps !== null) word('wind', `${last.wind_mps.toFixed(1)} m/s`);
    // With some way made it is a bottom; before that, a flat of this depth.
    const shore = track.length > 3 && track[track.length - 1][0] - track[0][0] > 5 ? track : [[0, last.depth_m], [100, last.depth_m]];
    const from = shore[0][0];
    const step = Math.ceil(shore.length / 60);
    word('bed', shore.filter((p, i) => i % step === 0).map((p) => `${(p[0] - from).toFixed(1)} ${p[1].toFixed(2)}`).join('|'));
    const ground = $('#w-ground');
    if (![...ground.options].some((o) => o.value === 'own')) ground.add(new Option('my own bottom', 'own'));
    ground.value = 'own';
    word('depth', `${last.depth_m.toFixed(1)} m`).dispatchEvent(new Event('change', { bubbles: true }));
  };
  document.addEventListener('click', (e) => {
    if (e.target.closest('#sounder-listen')) listen();
    if (e.target.closest('#sounder-take')) take();
  });
  // After the page came back, the sounder is still listened to.
  document.addEventListener('htmx:afterSettle', () => {
    if (!source || !$('#sounder')) return;
    $('#sounder-listen').textContent = 'Stop listening';
    $('#sounder-listen').setAttribute('aria-pressed', 'true');
    if (last) show(last);
  });
})();
