// Every page in both lights at every width: nothing overflows, nothing is too small to read or to hit, axe finds nothing.
// `ALL=1 npx playwright test screens` looks at every width in both lights; without it at a share of them.
import AxeBuilder from '@axe-core/playwright';
import { demo } from './account.mjs';
import { expect, test } from './page.mjs';

const PAGES = ['/', '/?depth=9+m&fish_at=suspended&rig=hover&form=minnow', '/card?rig=ned', '/how?rig=ned', '/cast?rig=ned&depth=3+m&ground=flat', '/count?rig=ned&depth=3+m',
  '/bench?form=paddle_tail&length=97+mm&hook=3/0', '/bench/print?form=paddle_tail&length=97+mm&hook=3/0', '/bench/screen', '/bench/photo', '/bench/photo/frame',
  '/mend', '/mend?rig=shaky_head&form=worm&length=165+mm&body=10+mm&head_weight=3/16+oz&head_eye=in_line&head_post=7+mm&leader_lb=10&power=medium_heavy&symptom=lost_in_fight', '/mend?depth=deep&symptom=tired', '/today', '/days', '/days?s0=pick&s1=pick&rods=4&wind=1+to+9+m/s', '/days?rods=none&wind=gusty', '/days/print?s0=pick', '/days/review', '/days/review?by=wind&fish=perch', '/words', '/account', '/kept', '/waters', '/box?kind=head', '/box?kind=head&new=1', '/box?kind=bait&line=5+paddle+tail+97+mm', '/box/gaps', '/box/import/head',
  '/?depth=deep', '/nowhere'];
const SIZES = [[320, 640], [390, 844], [768, 1024], [844, 390], [1280, 800]];
const ALL = Boolean(process.env.ALL);

/** What is wrong with a page as it stands, in words. */
function look(touch) {
  const wrong = [];
  const name = (el) => `${el.tagName.toLowerCase()}${el.id ? `#${el.id}` : ''}.${[...el.classList].join('.')} “${(el.getAttribute('aria-label') || el.textContent || el.name || '').trim().slice(0, 40)}”`;
  const seen = (el) => { const r = el.getBoundingClientRect(); const s = getComputedStyle(el); return r.width > 1 && r.height > 1 && s.visibility !== 'hidden' && el.checkVisibility(); };
  const over = document.documentElement.scrollWidth - document.documentElement.clientWidth;
  if (over > 0) {
    const widest = [...document.querySelectorAll('body *')].filter(seen).filter((el) => !el.closest('.scrolls, [tabindex="0"]')).sort((a, b) => b.getBoundingClientRect().right - a.getBoundingClientRect().right)[0];
    wrong.push(`overflows by ${over} px: ${widest ? name(widest) : ''}`);
  }
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  const small = new Set();
  while (walker.nextNode()) {
    const el = walker.currentNode.parentElement;
    if (!walker.currentNode.textContent.trim() || !el || !seen(el) || el.closest('.hidden-visually, .true-size, [aria-hidden="true"] .of-term')) continue;
    let px = parseFloat(getComputedStyle(el).fontSize);
    const svg = el.closest('svg');
    if (svg && el.getScreenCTM) { const m = el.getScreenCTM(); px *= Math.hypot(m.b, m.d); }
    if (px < 12.95) small.add(`${px.toFixed(1)} px: ${name(el)}`);
  }
  wrong.push(...[...small].slice(0, 6));
  if (touch) {
    for (const el of document.querySelectorAll('a[href], button, input:not([type=hidden]), select, textarea, summary, [tabindex="0"]')) {
      if (!seen(el) || el.disabled || el.closest('.hidden-visually') || el.classList.contains('hidden-visually')) continue;
      // A link within a sentence, a control under its label, and what only scrolls are left out.
      const inline = getComputedStyle(el).display === 'inline' && el.parentElement.textContent.trim().length > el.textContent.trim().length;
      const label = el.labels && [...el.labels].some((l) => { const b = l.getBoundingClientRect(); return b.width >= 43.5 && b.height >= 43.5; });
      if (inline || label || el.matches('[tabindex="0"]:not(a, button)') || el.closest('.words')) continue;
      const r = el.getBoundingClientRect();
      if (r.width < 43.5 || r.height < 43.5) wrong.push(`${r.width.toFixed(0)}×${r.height.toFixed(0)}: ${name(el)}`);
    }
  }
  return wrong.slice(0, 12);
}

for (const light of ['sun', 'dawn']) {
  for (const [width, height] of SIZES) {
    if (!ALL && light === 'dawn' && width !== 390) continue;
    test(`every page at ${width} × ${height}, ${light}`, { annotation: [{ type: 'answers 422' }, { type: 'answers 404' }] }, async ({ page }) => {
      test.setTimeout(600_000);
      await page.setViewportSize({ width, height });
      await page.emulateMedia({ colorScheme: light === 'dawn' ? 'dark' : 'light' });
      await demo(page);
      const found = [];
      for (const path of PAGES) {
        await page.goto(path);
        await page.evaluate(() => { for (const d of document.querySelectorAll('details')) d.open = true; });
        for (const wrong of await page.evaluate(look, width < 900)) found.push(`${path}: ${wrong}`);
        if (ALL || width === 390 || width === 1280) {
          const axe = await new AxeBuilder({ page }).analyze();
          for (const v of axe.violations) found.push(`${path}: axe ${v.id}: ${v.nodes.slice(0, 3).map((n) => n.html.slice(0, 90)).join(' | ')}`);
        }
      }
      expect(found).toEqual([]);
    });
  }
}
