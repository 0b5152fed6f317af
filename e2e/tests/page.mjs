// A page that fails its test on any console error, thrown error or foreign request.
import { test as base, expect } from '@playwright/test';

export const test = base.extend({
  page: async ({ page, baseURL }, use, info) => {
    const said = [];
    // Chromium reports our own deliberate 4xx answers as console errors; a test that asks for one says so.
    const expected = info.annotations.map((a) => a.type).filter((t) => t.startsWith('answers ')).map((t) => t.slice(8));
    page.on('console', (m) => {
      const refused = expected.some((what) => (what === 'net' ? /net::ERR_|^htmx:(sendError|afterRequest)/ : new RegExp(`status of ${what}`)).test(m.text()));
      if (m.type() === 'error' && !refused) said.push(m.text());
    });
    page.on('pageerror', (e) => said.push(e.message));
    page.on('request', (r) => { if (!r.url().startsWith(baseURL) && !r.url().startsWith('data:')) said.push(`foreign request ${r.url()}`); });
    await use(page);
    expect(said, 'console errors').toEqual([]);
  },
});
export const answers422 = { annotation: { type: 'answers 422' } };
export { expect };

/** Changes a word and waits until the answer that follows stands on the page. */
export async function change(page, act) {
  // The count is there before the act: keys and scripts reach a page by different roads.
  const before = await page.evaluate(() => {
    if (window.answersSettled === undefined) {
      window.answersSettled = 0;
      document.addEventListener('htmx:afterSettle', () => { window.answersSettled += 1; });
    }
    return window.answersSettled;
  });
  await act();
  await expect.poll(() => page.evaluate(() => window.answersSettled)).toBeGreaterThan(before);
}
