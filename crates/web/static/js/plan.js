// A day's page: what the clock of this device is ahead of UTC on that day, for the hours of light.
(() => {
  'use strict';
  const tell = () => {
    const field = document.querySelector('[data-offset]');
    const day = document.querySelector('input[name="day"]')?.value;
    const at = day ? new Date(`${day}T12:00`) : new Date();
    if (field && !Number.isNaN(at.getTime())) field.value = String(-at.getTimezoneOffset());
  };
  tell();
  document.addEventListener('change', tell, true);
  document.addEventListener('htmx:afterSettle', tell);
})();
