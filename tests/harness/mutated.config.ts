import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/** Tests of core, for `bin/mutate`, that says of which folder. */
const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '')
export default defineConfig({
  root,
  resolve: { alias: { '~~': root } },
  // What core is checked by lies elsewhere, and isn't needed to run it.
  esbuild: { tsconfigRaw: '{}' },
  test: {
    include: ['**/*.test.ts'],
    setupFiles: ['tests/harness/luck.ts'],
  },
})
