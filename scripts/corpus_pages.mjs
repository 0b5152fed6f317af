// Writes 200 pages of a running server as text, for holding one build against another:
//   node scripts/corpus_pages.mjs http://127.0.0.1:7380 FOLDER
// Addresses are seeded; tags, tokens and blanks are taken out, words and numbers stay.
import { mkdirSync, writeFileSync } from 'node:fs';

const [base, folder] = process.argv.slice(2);
let seed = 11n;
const roll = () => {
  seed = (seed * 6364136223846793005n + 1442695040888963407n) & 0xffffffffffffffffn;
  return Number(seed >> 33n) / 2 ** 31;
};
const one = (all) => all[Math.floor(roll() * all.length)];
const words = {
  depth: ['1 m', '2 m', '3 m', '4.5 m', '8 m', '12 m', '2–5 m', '10 ft', '0.4 m'],
  clarity: ['clear', 'stained', 'muddy'],
  bottom: ['bedrock', 'boulder', 'chunk_rock', 'gravel', 'sand', 'shell', 'clay', 'mud', 'silt', 'algae_film'],
  cover: ['none', 'none', 'sparse_grass', 'healthy_grass', 'dying_grass', 'wood', 'brush', 'docks'],
  season: ['winter', 'pre_spawn', 'spawn', 'post_spawn', 'summer', 'autumn'],
  temp: ['', '4 °C', '12 °C', '24 °C', '30 °C'],
  wind: ['0 m/s', '2 m/s', '5 m/s', '9 m/s', '2–6 m/s'],
  current: ['', '', '0.2 m/s', '0.5 m/s'],
  species: ['largemouth', 'smallmouth', 'walleye', 'zander', 'perch', 'crappie', 'trout'],
  mood: ['active', 'neutral', 'inactive'],
  fish_at: ['bottom', 'bottom', 'just_above', 'suspended'],
  length: ['50 mm', '70 mm', '76 mm', '97 mm', '127 mm', '152 mm'],
  plastic: ['floating', 'standard', 'salted'],
  form: ['worm', 'stick', 'minnow', 'paddle_tail', 'grub', 'tube', 'craw', 'creature'],
  rig: ['', 'shaky_head', 'ned', 'swing_head', 'tube', 'swimbait', 'jig_worm', 'hover', 'mid_stroll', 'grub'],
  school: ['', '', 'hang_time', 'bottom_contact', 'reaction'],
  units: ['metric', 'imperial'],
  ladder: ['oz', 'g'],
};
const question = () => {
  const q = new URLSearchParams();
  for (const [key, all] of Object.entries(words)) {
    const value = one(all);
    if (value) q.set(key, value);
  }
  return q;
};
const text = (html) => html
  .replace(/<script[\s\S]*?<\/script>/g, '')
  .replace(/name="csrf" value="[^"]*"/g, '')
  .replace(/<[^>]*>/g, '\n')
  .replace(/[ \t]+/g, ' ')
  .split('\n').map((l) => l.trim()).filter(Boolean).join('\n');
mkdirSync(folder, { recursive: true });
const kinds = ['/?', '/?', '/?', '/?', '/card?', '/how?', '/bench?', '/cast?', '/cast?', '/count?'];
for (let i = 0; i < 200; i += 1) {
  const path = kinds[i % kinds.length] + question();
  const reply = await fetch(base + path);
  writeFileSync(`${folder}/${String(i).padStart(3, '0')}.txt`, `${path}\n${reply.status}\n${text(await reply.text())}\n`);
}
