// Days by chance, printed: every line of the sheet's page stands on the paper. `DAYS` is how many; the long run's figures
// stand in docs/reliability.md.
import { execFileSync } from 'node:child_process';
import { dice } from './device_model.mjs';
import { answers422, expect, test } from './page.mjs';

const DAYS = Number(process.env.DAYS ?? 8);
const BOTTOMS = ['gravel', 'clay', 'sand', 'mud', 'chunk_rock', 'boulder', 'shell', 'bedrock'];
const NAMES = ['Reed Mere', 'Brick Pit, north wall', 'Lode', 'Old crane; the (second) groyne', 'Gravel bar behind the long island', 'Quay'];

function query(seed) {
  const of = dice(seed).next;
  const q = new URLSearchParams({ day: `2031-0${1 + of(9)}-1${of(10)}`, rods: String(1 + of(6)) });
  const from = of(20);
  q.set('from', `${from}:${['00', '07', '30'][of(3)]}`);
  q.set('to', `${(from + 4 + of(12)) % 24}:${['00', '08', '45'][of(3)]}`);
  q.set('wind', [`${of(14)} m/s`, `${of(10)} to ${of(14)} m/s`, ''][of(3)]);
  if (of(2)) q.set('p0', `${of(100) - 50}, ${of(300) - 150}`);
  const stops = 1 + of(6);
  for (let s = 0; s < stops; s += 1) {
    const shallow = 1 + of(6);
    const water = new URLSearchParams({ depth: of(2) ? `${shallow} to ${shallow + 1 + of(9)} m` : `${shallow} m`, bottom: BOTTOMS[of(BOTTOMS.length)] });
    if (of(4) === 0) water.set('current', `0.${1 + of(6)} m/s`);
    q.set(`s${s}`, 'q'); q.set(`n${s}`, NAMES[of(NAMES.length)]); q.set(`q${s}`, water.toString());
  }
  q.set('way', String(of(3) * 5));
  return q;
}

test(`of ${DAYS} days by chance every line is printed`, answers422, async ({ page }) => {
  test.setTimeout(30_000 + DAYS * 4_000);
  let [sheets, lines, refused] = [0, 0, 0];
  for (let seed = 1; seed <= DAYS; seed += 1) {
    const reply = await page.goto(`/days/print?${query(seed)}`);
    if (reply.status() === 422) { refused += 1; continue; }
    expect(reply.status(), query(seed).toString()).toBe(200);
    const wanted = await page.locator('.day-sheet :is(li b, li span, li.retie, p, h1)').allInnerTexts();
    const pdf = await page.pdf({ preferCSSPageSize: true });
    const paper = execFileSync('pdftotext', ['-raw', '-', '-'], { input: pdf }).toString();
    const printed = paper.replace(/\s/g, '');
    for (const line of wanted) expect(printed, query(seed).toString()).toContain(line.replace(/\s/g, ''));
    const told = [...paper.matchAll(/sheet\s+(\d+)\s+of\s+(\d+)/g)];
    if (told.length > 0) expect(told.at(-1)[1]).toBe(told.at(-1)[2]);
    sheets += Math.max(1, told.length);
    lines += wanted.length;
  }
  console.log(`${DAYS} days, ${refused} refused, ${lines} lines on ${sheets} sheets`);
  expect(refused).toBeLessThan(DAYS / 2);
  expect(lines).toBeGreaterThan(DAYS * 5);
});
