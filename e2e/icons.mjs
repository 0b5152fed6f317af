// Draws the application's icons from mark.svg: node icons.mjs (once, when the mark changes).
import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';

const folder = new URL('../crates/web/static/img/', import.meta.url).pathname;
const mark = readFileSync(`${folder}mark.svg`, 'utf8');
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
for (const size of [192, 512]) {
  const page = await browser.newPage({ viewport: { width: size, height: size } });
  // A mask cuts up to a fifth off each side: the mark stays within the middle.
  await page.setContent(`<body style="margin:0;background:#eef0e6;display:grid;place-items:center;height:100vh"><div style="width:58%;height:58%">${mark.replace('<svg', '<svg width="100%" height="100%"')}</div></body>`);
  await page.screenshot({ path: `${folder}icon-${size}.png` });
}
await browser.close();
