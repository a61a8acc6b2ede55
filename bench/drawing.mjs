// How long the circuit of a description takes to be laid out and how smoothly it moves, in the browser that the tests
// use: node bench/drawing.mjs URL, with the demo running at URL. Beside it one empty answer of the server.
import { chromium } from '@playwright/test';

const url = process.argv[2] ?? 'http://127.0.0.1:8087';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(url);
await page.getByLabel('Address').fill('ines@tollhouse.example');
await page.getByLabel('Password').fill('harbour-light');
await page.keyboard.press('Enter');
await page.getByRole('heading', { name: 'On the bench' }).waitFor();

/** The same circuit so many times, side by side. */
const times = (description, count) => {
    const copy = (k) => (name) => (k === 0 ? name : `${name}_${k}`);
    return {
        ...description,
        points: description.points,
        parts: Array.from({ length: count }, (_, k) =>
            description.parts
                .filter((part) => k === 0 || part.kind !== 'mains')
                .map((part) => ({
                    ...part,
                    ref: copy(k)(part.ref),
                    ...(part.switch === undefined ? {} : { switch: copy(k)(part.switch) }),
                    terminals: Object.fromEntries(
                        Object.entries(part.terminals).map(([pin, node]) => [
                            pin,
                            ['L', 'N', '0V', 'HGND'].includes(node) ? node : copy(k)(node),
                        ]),
                    ),
                })),
        ).flat(),
    };
};

const rows = [];
for (const [title, count] of [
    ['Tide recorder', 1],
    ['Wheelhouse display', 1],
    ['Landing crane', 1],
    ['Landing crane', 3],
]) {
    await page.goto(`${url}/library`);
    await page
        .getByRole('link', { name: new RegExp(title) })
        .first()
        .click();
    await page.locator('.circuit-part').first().waitFor();
    if (count > 1) {
        const id = page.url().split('/').pop();
        const kept = await page.evaluate(
            async (one) =>
                (await (await fetch(`/api/v1/supplies/${one}`, { headers: { Accept: 'application/json' } })).json())
                    .description,
            id,
        );
        const many = times(kept, count);
        await page.evaluate(([one, d]) => localStorage.setItem(`oculant.draft.${one}`, JSON.stringify(d)), [id, many]);
        await page.reload();
    } else {
        await page.reload();
    }
    await page.evaluate(() => performance.clearMarks());
    await page.locator('.circuit-part').first().waitFor();
    const laid = await page.evaluate(() => performance.getEntriesByName('circuit laid out').map((one) => one.duration));
    const parts = await page.locator('.circuit-part').count();
    const box = await page.locator('.circuit').boundingBox();
    await page.mouse.move(box.x + 300, box.y + 200);
    await page.mouse.down();
    const frames = page.evaluate(
        () =>
            new Promise((resolve) => {
                const at = [];
                const step = (now) => (at.push(now) < 90 ? requestAnimationFrame(step) : resolve(at));
                requestAnimationFrame(step);
            }),
    );
    for (let k = 0; k < 60; k++) {
        await page.mouse.move(box.x + 300 - 3 * k, box.y + 200 - k);
    }
    await page.mouse.up();
    const at = await frames;
    const gaps = at
        .slice(1)
        .map((one, k) => one - at[k])
        .sort((a, b) => a - b);
    rows.push({ title, parts, laid: Math.min(...laid), frame: gaps[Math.floor(gaps.length * 0.95)] });
    if (count > 1) {
        await page.evaluate(() => localStorage.clear());
    }
}
console.table(rows);
await browser.close();
