import { defineConfig } from '@playwright/test';

export default defineConfig({
    testDir: 'tests/browser',
    outputDir: 'var/test/playwright',
    fullyParallel: false,
    workers: 1,
    // A second try is counted apart in the closing line: a race is never taken for a pass without saying so.
    retries: 1,
    timeout: 60_000,
    expect: { timeout: 20_000 },
    reporter: [['list'], ['./tests/browser/closing-line.ts']],
    use: {
        baseURL: process.env.OCULANT_TEST_URL ?? 'http://127.0.0.1:8087',
        viewport: { width: 1280, height: 800 },
        launchOptions: {
            executablePath: '/usr/bin/chromium',
            args: [
                '--no-sandbox',
                '--disable-gpu',
                '--disable-quic',
                '--no-first-run',
                '--disable-background-networking',
                '--disable-component-update',
                '--disable-sync',
            ],
        },
    },
});
