/** `unit` and `unit alone` need nothing, `server` runs against a built server and a throwaway database. */
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const alias = {
  '@ligamen/core': here('./core/src/index.ts'),
  '~~': here('.'),
  '~': here('./app'),
}

/** Adds kinds to the registries, which other tests must not see. */
const ALONE = 'core/test/extension.test.ts'

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          // modules are loaded once a worker, not once a file: that is most of the time
          isolate: false,
          // other parts of `npm test` run beside them
          testTimeout: 30_000,
          exclude: [ALONE],
          setupFiles: ['core/test/property-seed.ts', 'app/testing/nuxt-imports.ts'],
          include: [
            'core/test/**/*.test.ts',
            'cli/test/**/*.test.ts',
            'app/**/*.test.ts',
            'demo/test/**/*.test.ts',
          ],
        },
      },
      { resolve: { alias }, test: { name: 'unit alone', include: [ALONE] } },
      {
        resolve: { alias },
        test: { name: 'server', include: ['tests/server/**/*.test.ts'], fileParallelism: false },
      },
    ],
  },
})
