// Builds crates/web/static from the packages of package-lock.json. Run only to change styles or to move to newer packages.
import { compile } from 'sass';
import { cpSync, mkdirSync, writeFileSync } from 'node:fs';

const out = new URL('../crates/web/static/', import.meta.url).pathname;
const from = (path) => new URL(`node_modules/${path}`, import.meta.url).pathname;
for (const dir of ['css', 'vendor/fonts']) mkdirSync(out + dir, { recursive: true });

const { css } = compile(new URL('yarrowfen.scss', import.meta.url).pathname, {
  loadPaths: [from('')], style: 'compressed', quietDeps: true, silenceDeprecations: ['import'],
});
writeFileSync(`${out}css/yarrowfen.css`, css + '\n');

const font = '@fontsource-variable/atkinson-hyperlegible-next/';
const copies = [
  ['htmx.org/dist/htmx.min.js', 'vendor/htmx.min.js'],
  ['htmx.org/LICENSE', 'vendor/htmx.LICENSE.txt'],
  ['@alpinejs/csp/dist/cdn.min.js', 'vendor/alpine-csp.min.js'],
  ['bootstrap/LICENSE', 'vendor/bootstrap.LICENSE.txt'],
  [`${font}files/atkinson-hyperlegible-next-latin-wght-normal.woff2`, 'vendor/fonts/atkinson-next.woff2'],
  [`${font}LICENSE`, 'vendor/fonts/OFL.txt'],
];
for (const [source, target] of copies) cpSync(from(source), out + target);
