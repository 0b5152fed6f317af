// The module in the browser and the server make the same pages, byte for byte.
import { test, expect } from '@playwright/test';
import { begin, asked } from './module.mjs';

// Questions as people ask them, from a seed of its own: the same in every run.
function* questions(seed, count) {
  let state = BigInt(seed);
  const next = (n) => {
    state = (state * 6364136223846793005n + 1442695040888963407n) & ((1n << 64n) - 1n);
    return Number((state >> 33n) % BigInt(n));
  };
  const of = (...all) => all[next(all.length)];
  const maybe = (key, value) => (next(3) === 0 ? [[key, value()]] : []);
  for (let i = 0; i < count; i += 1) {
    const pairs = [
      ['depth', of('1 m', '2.4 m', '3 m', '5 m', '8 m', '2–6 m', '14 m', '9 ft')],
      ['bottom', of('gravel', 'chunk_rock', 'sand', 'clay', 'mud', 'boulder', 'shell')],
      ['cover', of('none', 'grass', 'wood', 'brush', 'dock')],
      ['clarity', of('clear', 'stained', 'muddy')],
      ['species', of('smallmouth', 'largemouth', 'walleye', 'zander', 'perch', 'crappie')],
      ['mood', of('inactive', 'neutral', 'active')],
      ['season', of('winter', 'pre_spawn', 'spawn', 'summer', 'autumn')],
      ['wind', of('0 m/s', '2 m/s', '6 m/s', '1–5 m/s', '10 mph')],
      ['form', of('stick', 'worm', 'craw', 'tube', 'grub', 'paddle_tail', 'slim_shad', 'minnow', 'creature')],
      ['length', of('64 mm', '70 mm', '89 mm', '100 mm', '4 in', '127 mm')],
      ...maybe('rig', () => of('ned', 'shaky_head', 'swing_head', 'tube', 'swimbait', 'jig_worm', 'hover', 'mid_stroll', 'grub')),
      ...maybe('temp', () => of('5 °C', '12 °C', '18 °C', '25 °C', '60 °F')),
      ...maybe('current', () => of('0.2 m/s', '0.6 m/s')),
      ...maybe('fish_at', () => of('bottom', 'just_above', 'suspended')),
      ...maybe('cast', () => of('12 m', '25 m', '40 m')),
      ...maybe('leader_lb', () => of('6', '10', '12')),
      ...maybe('units', () => of('imperial', 'metric')),
      ...maybe('ladder', () => of('g', 'oz')),
      ...maybe('head_weight', () => of('1/8 oz', '1/4 oz', '7 g')),
      ...maybe('depth', () => of('deep', '', '-3')),
    ];
    yield new URLSearchParams(pairs).toString();
  }
}

// What the forms of a page are known by: the server makes one for each page, the module is given that of the page it is
// held against.
const onceOf = (html) => html.match(/name="csrf"\s+value="\w+\.(\w+)"/)?.[1] ?? '';
// What waits on a device only the device knows: the server says nothing of it.
const withoutSignal = (html) => html.replace(/<p id="signal"[^]*?<\/p>/, '');
const firstDifference = (a, b) => {
  let i = 0;
  while (i < a.length && a[i] === b[i]) i += 1;
  return `at ${i}: server “${a.slice(Math.max(0, i - 60), i + 60)}”, here “${b.slice(Math.max(0, i - 60), i + 60)}”`;
};

test.describe.configure({ timeout: 600_000 });

test('five hundred picks and sixty addresses of each page', async ({ playwright, baseURL }) => {
  const browser = await playwright.request.newContext({ baseURL });
  const page = await (await browser.get('/account')).text();
  const csrf = page.match(/name="csrf" value="([\w.]+)"/)[1];
  await browser.post('/account/demo', { form: { csrf } });
  const differ = [];
  const compare = async (path, query) => {
    // What is held goes along with each question: the menu of a page leads back to the one before.
    const device = await (await browser.get('/device')).json();
    const here = ask ?? await begin(device);
    ask = here;
    here({ load: { device } });
    const theirs = await browser.get(`${path}${query && '?'}${query}`, { maxRedirects: 0 });
    const page = await theirs.text();
    const mine = here(asked(path, query, { events: device.events, once: onceOf(page) }));
    const [a, b] = [withoutSignal(page), withoutSignal(mine.body)];
    if (theirs.status() !== mine.head.status || a !== b) differ.push(`${path}?${query} ${theirs.status()} ${mine.head.status} ${firstDifference(a, b)}`);
  };
  let ask = null;
  for (const q of questions(1, 500)) await compare('/', q);
  for (const path of ['/card', '/how', '/mend', '/bench', '/bench/print', '/count', '/box', '/waters', '/words', '/today']) {
    let n = 0;
    for (const q of questions(path.length, 60)) {
      n += 1;
      const more = { '/mend': `&symptom=${['no_hook_up', 'hangs_in_rock', 'lifeless', 'short_cast'][n % 4]}`, '/card': `&by=${['wind', 'current', 'retrieve', 'drift'][n % 4]}` }[path] ?? '';
      await compare(path, q + more);
    }
  }
  expect(differ.slice(0, 3), `${differ.length} differ`).toEqual([]);
});

test('sixty casts', async ({ playwright, baseURL }) => {
  const browser = await playwright.request.newContext({ baseURL });
  const ask = await begin(await (await browser.get('/device')).json());
  const differ = [];
  // What the server says of a connected sounder is not known here.
  const plain = (html) => html.replace(/<div class="sounder js-only"[\s\S]*?<\/div><\/div>(?=<\/section>)/, '');
  for (const q of questions(7, 60)) {
    const device = await (await browser.get('/device')).json();
    ask({ load: { device } });
    const theirs = await browser.get(`/cast?${q}&ground=slope`, { maxRedirects: 0 });
    const page = await theirs.text();
    const mine = ask(asked('/cast', `${q}&ground=slope`, { once: onceOf(page) }));
    const [a, b] = [plain(page), plain(mine.body)];
    if (theirs.status() !== mine.head.status || a !== b) differ.push(`${q} ${firstDifference(a, b)}`);
  }
  expect(differ.slice(0, 3), `${differ.length} differ`).toEqual([]);
});
