#!/usr/bin/env node
/*
 * How soon a page is there on a slow machine: first contentful paint, blocking time (of every task what is beyond 50
 * ms, from the first paint until nothing moves) and what was fetched for it, beside an empty page of the same server,
 * with a processor four times slower. Usage: bench/paint.mjs [http://127.0.0.1:8080] [address] [password]     (an
 * instance with demo data; nothing kept from earlier visits)
 */
import { chromium } from '@playwright/test';

const [at = 'http://127.0.0.1:8080', address = 'tarik@tollhouse.example', password = 'harbour-light'] =
    process.argv.slice(2);
const SLOWER = 4;
const GOES = 3;

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });

async function signedIn() {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    const page = await context.newPage();
    await page.goto(at);
    await page.getByLabel('Address').fill(address);
    await page.getByLabel('Password').fill(password);
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: 'On the bench' }).waitFor();
    const jobs = await page.evaluate(
        async () => await (await fetch('/api/v1/jobs', { headers: { Accept: 'application/json' } })).json(),
    );
    return {
        state: await context.storageState(),
        job: Object.values(jobs)
            .flat()
            .find((one) => one?.number !== undefined).id,
        context,
    };
}

/** One visit with nothing kept. */
async function visit(state, path, ready) {
    const context = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        storageState: state,
        serviceWorkers: 'block',
    });
    const page = await context.newPage();
    await (await context.newCDPSession(page)).send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    await page.addInitScript(() => {
        window.long = [];
        new PerformanceObserver((list) =>
            window.long.push(...list.getEntries().map((one) => [one.startTime, one.duration])),
        ).observe({ type: 'longtask', buffered: true });
    });
    const start = Date.now();
    await page.goto(at + path);
    await page.locator(ready).first().waitFor();
    const there = Date.now() - start;
    await page.waitForLoadState('networkidle');
    const seen = await page.evaluate(() => {
        const paint = performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0;
        const files = performance
            .getEntriesByType('resource')
            .filter((one) => /\.(js|css|woff2)$/.test(new URL(one.name).pathname));
        return {
            paint,
            blocked: window.long
                .filter(([from]) => from >= paint)
                .reduce((sum, [, took]) => sum + Math.max(0, took - 50), 0),
            kilobytes: files.reduce((sum, one) => sum + one.encodedBodySize, 0) / 1000,
        };
    });
    await context.close();
    return { there, ...seen };
}

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const { state, job, context } = await signedIn();
await context.close();
console.log('page                 first paint   there   blocked   fetched');
for (const [name, path, ready] of [
    ['empty (/up)', '/up', 'body'],
    ['list of jobs', '/', 'h1'],
    ['a job', `/jobs/${job}`, '.sentence, h1'],
    ['its tests', `/jobs/${job}/prove`, 'h1'],
    ['library', '/library', 'h1'],
]) {
    const goes = [];
    for (let go = 0; go < GOES; go += 1) {
        goes.push(await visit(state, path, ready));
    }
    console.log(
        `${name.padEnd(20)} ${median(goes.map((g) => g.paint))
            .toFixed(0)
            .padStart(8)} ms ${String(median(goes.map((g) => g.there))).padStart(6)} ms ${median(
            goes.map((g) => g.blocked),
        )
            .toFixed(0)
            .padStart(6)} ms ${median(goes.map((g) => g.kilobytes))
            .toFixed(0)
            .padStart(6)} kB`,
    );
}
await browser.close();
