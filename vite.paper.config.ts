import { defineConfig } from 'vite';

/** What lays a circuit out for paper: run by the server, with everything that it needs inside. */
export default defineConfig({
    publicDir: false,
    ssr: { noExternal: true },
    build: {
        ssr: 'resources/js/circuit/circuit.ts',
        outDir: 'build',
        // A module wherever it is put: an installation has no package.json beside it.
        rollupOptions: { output: { entryFileNames: '[name].mjs' } },
        target: 'node18',
        // The worker's script stays in the browser.
        assetsInlineLimit: 0,
    },
});
