/*
 * Draws the service sheet of the demo's salinity bridge as somebody might have printed it: its circuit laid out by this
 * program, the volts of a good unit beside its test points. Writes the page and what is printed where.
 * Usage: node database/demo/documents/draw.mjs ADDRESS-OF-A-RUNNING-DEMO
 */
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';

const base = process.argv[2] ?? 'http://127.0.0.1:8086';
const here = dirname(fileURLToPath(import.meta.url));
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1700, height: 1200 }, baseURL: base });
await page.goto(`${base}/`);
await page.getByLabel('Address').fill('ines@tollhouse.example');
await page.getByLabel('Password').fill('harbour-light');
await page.keyboard.press('Enter');
await page.getByRole('heading', { name: 'On the bench' }).waitFor();
const get = (path) =>
    page.evaluate(
        async (at) => (await fetch(`/api/v1${at}`, { headers: { Accept: 'application/json' } })).json(),
        path,
    );
const supply = (await get('/supplies')).find((one) => one.title.startsWith('Salinity bridge'));
const circuit = await get(`/supplies/${supply.id}/circuit`);
const levels = await get(`/supplies/${supply.id}/levels`);
const drawn = JSON.parse(
    spawnSync('node', [`${here}/../../../build/circuit.mjs`], { input: JSON.stringify(circuit), maxBuffer: 1e8 })
        .stdout,
);
const text = (s) => s.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
const volts = Object.fromEntries(levels.points.map((one) => [one.place, one.text]));
const path = (d, more = '') => `<path d="${d}" ${more}/>`;
const anchor = { start: 'start', middle: 'middle', end: 'end' };
const picture = [
    ...drawn.wires.map((d) => path(d)),
    ...drawn.joints.map(({ x, y }) => `<circle cx="${x}" cy="${y}" r="2.6" fill="#222" stroke="none"/>`),
    ...drawn.parts.map(
        (part) =>
            `<g transform="translate(${part.x} ${part.y})"><g transform="${part.transform}">` +
            part.lines.map((d) => path(d)).join('') +
            part.solid.map((d) => path(d, 'fill="#222"')).join('') +
            `</g>${part.stubs.map((d) => path(d)).join('')}` +
            part.grounds
                .map(({ x, y }) => path('M0 0V6M-8 6H8M-5 10H5M-2 14H2', `transform="translate(${x} ${y})"`))
                .join('') +
            part.texts
                .map(
                    (one) =>
                        `<text x="${one.x}" y="${one.y}" text-anchor="${anchor[one.anchor]}" ` +
                        `${one.role === 'ref' ? `data-pin="${part.ref}"` : ''}>${text(one.text)}</text>`,
                )
                .join('') +
            '</g>',
    ),
    ...drawn.flags.map(
        (flag) =>
            `<g transform="translate(${flag.x} ${flag.y})"><circle cx="4" cy="${flag.height / 2}" r="4" fill="#fff"/>` +
            `<text x="14" y="${flag.height / 2 - 3}" data-pin="${flag.point}" class="point">${flag.point}</text>` +
            `<text x="14" y="${flag.height / 2 + 13}" class="volts">${text(volts[flag.point] ?? '')}</text></g>`,
    ),
].join('');
await page.setContent(`<!doctype html><style>
    body { margin: 0; background: #efe9da; font-family: 'Liberation Serif', 'DejaVu Serif', serif; color: #222; }
    #sheet { width: 1600px; padding: 46px 50px 40px; background: #f4efe2; }
    .foot { margin: 14px 0 0 }
    h1 { font-size: 30px; margin: 0; letter-spacing: .04em } p { font-size: 17px; margin: 8px 0 22px }
    svg { width: 1600px; height: auto; fill: none; stroke: #222; stroke-width: 1.5 }
    svg text { fill: #222; stroke: none; font-size: 12px }
    .point { font-weight: bold }
    .volts { font-style: italic; font-size: 15px }
</style><div id="sheet"><h1>SALINITY BRIDGE — SUPPLY</h1>
<p>Sheet 3. Direct volts against the marked ground, alternating as said,
with 230 V at the inlet and the bridge connected.</p>
<svg viewBox="0 0 ${drawn.width} ${drawn.height}">${picture}</svg>
<p class="foot">Drawn for the museum's instruments. Unplug before opening; the reservoir holds charge.</p></div>`);
const sheet = page.locator('#sheet');
const box = await sheet.boundingBox();
const middles = (selector) =>
    page.$$eval(
        selector,
        (all, { x, y, width, height }) =>
            all.map((one) => {
                const at = one.getBoundingClientRect();
                const share = (value) => Math.round(value * 1e4) / 1e4;
                return {
                    target: one.dataset.pin,
                    text: one.textContent,
                    x: share((at.x + at.width / 2 - x) / width),
                    y: share((at.y + at.height / 2 - y) / height),
                };
            }),
        box,
    );
const words = (await middles('text'))
    .filter((one) => one.text !== '')
    .map(({ text: said, x, y }) => ({ text: said, x, y }));
const pins = (await middles('[data-pin]')).map(({ target, x, y }) => ({ target, x, y }));
await sheet.screenshot({ path: `${here}/salinity-bridge.jpg`, type: 'jpeg', quality: 82 });
writeFileSync(
    `${here}/salinity-bridge.json`,
    `${JSON.stringify({ document: 'Service sheet, supply', number: 3, words, pins })}\n`,
);
await browser.close();
