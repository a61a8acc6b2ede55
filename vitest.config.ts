import { defineConfig } from 'vitest/config';

export default defineConfig({ test: { include: ['tests/outbox/*.test.ts'], environment: 'node' } });
