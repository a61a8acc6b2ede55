// Keeps the app itself, and what was read last, so that a reload works without network. What is typed is kept by the
// page (resources/js/outbox).
const SHELL = 'oculant-shell';
const DATA = 'oculant-data';
const READ = /^\/api\/v1\/(session|jobs|words|kinds|jobs\/[0-9a-z]{26}\/(bench|circuit))$/i;

async function keepShell() {
    const cache = await caches.open(SHELL);
    const manifest = await (await fetch('/build/manifest.json', { cache: 'no-cache' })).json();
    const parts = Object.values(manifest).flatMap((one) => [one.file, ...(one.css ?? []), ...(one.assets ?? [])]);
    const files = new Set(parts.map((file) => `/build/${file}`));
    await cache.put('/', await fetch('/', { cache: 'no-cache' }));
    for (const file of files) {
        if (!(await cache.match(file))) {
            await cache.add(file);
        }
    }
    for (const request of await cache.keys()) {
        const { pathname } = new URL(request.url);
        if (pathname.startsWith('/build/') && !files.has(pathname)) {
            await cache.delete(request);
        }
    }
}

self.addEventListener('install', (event) => {
    event.waitUntil(keepShell().then(() => self.skipWaiting()));
});

self.addEventListener('activate', (event) => {
    event.waitUntil(self.clients.claim());
});

/** The page itself is the same at every address. */
async function page(request) {
    try {
        const answer = await fetch(request);
        if (answer.ok) {
            // A new version is kept whole, or the old one stays whole.
            void keepShell().catch(() => undefined);
        }
        return answer.status >= 500 ? (await caches.match('/')) ?? answer : answer;
    } catch (error) {
        const kept = await caches.match('/');
        if (kept === undefined) {
            throw error;
        }
        return kept;
    }
}

async function asset(request) {
    return (await caches.match(request)) ?? fetch(request);
}

/** From the network; without one, what was read last, marked with when that was. */
async function data(request) {
    const cache = await caches.open(DATA);
    try {
        const answer = await fetch(request);
        // What a worker is still at is no answer to be shown later.
        if (answer.status === 200) {
            const headers = new Headers(answer.headers);
            headers.set('X-Oculant-Kept', new Date().toISOString());
            await cache.put(request, new Response(await answer.clone().blob(), { status: 200, headers }));
        } else if (answer.status === 401) {
            await caches.delete(DATA);
        }
        return answer;
    } catch (error) {
        const kept = await cache.match(request);
        if (kept === undefined) {
            throw error;
        }
        return kept;
    }
}

self.addEventListener('fetch', (event) => {
    const { request } = event;
    const url = new URL(request.url);
    if (request.method !== 'GET' || url.origin !== self.location.origin) {
        return;
    }
    if (request.mode === 'navigate') {
        if (!/^\/(api|off|up|sanctum)\b/.test(url.pathname)) {
            event.respondWith(page(request));
        }
    } else if (url.pathname.startsWith('/build/') || url.pathname === '/mark.svg') {
        event.respondWith(asset(request));
    } else if (READ.test(url.pathname) && ['', '?state=here', '?state=energised'].includes(url.search)) {
        event.respondWith(data(request));
    }
});
