// How long emergency off takes while everything else is saturated, and whether it works with the database killed.
// node bench/off.mjs [http://127.0.0.1:8086] [seconds=30]; the demo must be running with its stand-ins. The database is
// killed only with --kill-database FOLDER/db/pid.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const base = process.argv[2] ?? 'http://127.0.0.1:8086';
const seconds = Number(process.argv[3] ?? 30);
const jar = new Map();

const keep = (answer) => {
    for (const line of answer.headers.getSetCookie()) {
        const [pair] = line.split(';');
        const at = pair.indexOf('=');
        jar.set(pair.slice(0, at), pair.slice(at + 1));
    }
    return answer;
};
const ask = async (method, path, body) =>
    keep(
        await fetch(base + path, {
            method,
            body: body === undefined ? undefined : JSON.stringify(body),
            headers: {
                Accept: 'application/json',
                'Content-Type': 'application/json',
                Origin: base,
                Referer: `${base}/`,
                Cookie: [...jar].map(([k, v]) => `${k}=${v}`).join('; '),
                'X-XSRF-TOKEN': decodeURIComponent(jar.get('XSRF-TOKEN') ?? ''),
            },
        }),
    );
const percentile = (of, share) => [...of].sort((a, b) => a - b)[Math.min(of.length - 1, Math.floor(share * of.length))];
const show = (name, of) =>
    console.log(
        `${name}: ${of.length} presses, median ` +
            `${percentile(of, 0.5).toFixed(0)} ms, ` +
            `p99 ${percentile(of, 0.99).toFixed(0)} ms, longest ${Math.max(...of).toFixed(0)} ms`,
    );

await ask('GET', '/sanctum/csrf-cookie');
const signed = await ask('POST', '/api/v1/session', { email: 'ines@tollhouse.example', password: 'harbour-light' });
if (!signed.ok) {
    throw new Error(`sign-in: ${signed.status} ${await signed.text()}`);
}
await ask('GET', '/api/v1/session');
const jobs = await (await ask('GET', '/api/v1/jobs')).json();

const press = async (times) => {
    const took = [];
    for (let k = 0; k < times; k++) {
        const began = performance.now();
        const answer = await ask('POST', '/api/v1/emergency-off');
        const done = await answer.json();
        if (!answer.ok || done.failed.length > 0 || done.off.length === 0) {
            throw new Error(`press ${k}: ${answer.status} ${JSON.stringify(done)}`);
        }
        took.push(performance.now() - began);
        await new Promise((resolve) => setTimeout(resolve, 50));
    }
    return took;
};

show('at rest', await press(40));

let goes = true;
let bench = 0;
let papers = 0;
const load = [
    ...Array.from({ length: 16 }, async (_, k) => {
        while (goes) {
            await (await ask('GET', `/api/v1/jobs/${jobs[k % jobs.length].id}/bench`)).text();
            bench++;
        }
    }),
    ...Array.from({ length: 10 }, async (_, k) => {
        while (goes) {
            // Every note makes another paper.
            await ask('POST', `/api/v1/jobs/${jobs[k % jobs.length].id}/log`, {
                entries: [
                    {
                        id: '01' + Math.random().toString().slice(2, 18).padEnd(24, '0'),
                        kind: 'note',
                        payload: { text: 'load' },
                        at: new Date().toISOString(),
                    },
                ],
            });
            await (await ask('GET', `/api/v1/jobs/${jobs[k % jobs.length].id}/report.pdf`)).arrayBuffer();
            papers++;
        }
    }),
];
await new Promise((resolve) => setTimeout(resolve, 3000));
const began = performance.now();
const under = [];
while (performance.now() - began < seconds * 1000) {
    under.push(...(await press(5)));
}
goes = false;
show(`beside 16 readers of benches and 10 of reports (${bench} benches, ${papers} reports asked for)`, under);
await Promise.allSettled(load);

const kill = process.argv.indexOf('--kill-database');
if (kill > 0) {
    execFileSync('kill', ['-KILL', readFileSync(process.argv[kill + 1], 'utf8').trim()]);
    show('with the database killed', await press(40));
}
