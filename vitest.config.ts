import { defineConfig } from 'vitest/config';

export default defineConfig({ test: { include: ['tests/front/*.test.ts'], environment: 'node' } });
