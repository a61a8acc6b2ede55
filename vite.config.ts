import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

export default defineConfig({
    // The web server sends what was compressed here.
    plugins: [
        react(),
        compression({ algorithms: ['gzip', 'brotliCompress'], include: /\.(js|css)$/, threshold: 1000 }),
    ],
    publicDir: false,
    base: '/build/',
    build: {
        outDir: 'public/build',
        manifest: 'manifest.json',
        rollupOptions: { input: 'resources/js/main.tsx' },
        chunkSizeWarningLimit: 1500,
    },
});
