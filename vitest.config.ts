import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const alias = {
  '~~': fileURLToPath(new URL('.', import.meta.url)).replace(/\/$/, ''),
  '~': fileURLToPath(new URL('app', import.meta.url)),
}

/** Only what hangs fails by time (ms): a machine under load may take many times as long as a quiet one. */
const HANGS = 600_000

export default defineConfig({
  test: {
    // By itself it leaves one core idle, of two that is half.
    maxWorkers: availableParallelism(),
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          include: [
            'core/**/*.test.ts',
            'demo/**/*.test.ts',
            'app/**/*.test.ts',
            'cli/**/*.test.ts',
            'server/**/*.test.ts',
          ],
          setupFiles: ['tests/harness/luck.ts'],
          testTimeout: HANGS,
          hookTimeout: HANGS,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'api',
          include: ['tests/api/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: HANGS,
          hookTimeout: HANGS,
        },
      },
    ],
  },
})
