import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const alias = {
  '~~': fileURLToPath(new URL('.', import.meta.url)).replace(/\/$/, ''),
  '~': fileURLToPath(new URL('app', import.meta.url)),
}

export default defineConfig({
  test: {
    // By itself it leaves one core idle, of two that is half.
    maxWorkers: availableParallelism(),
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          include: ['core/**/*.test.ts', 'demo/**/*.test.ts', 'app/**/*.test.ts', 'cli/**/*.test.ts'],
          setupFiles: ['tests/harness/luck.ts'],
          testTimeout: 60_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'api',
          include: ['tests/api/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
})
