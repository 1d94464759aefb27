import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'
import { secondLanguage } from './tests/support/secondLanguage.ts'

export default defineConfig({
  // The build writes its settings for TypeScript anew, and tests run meanwhile: they need none of them.
  oxc: { tsconfig: false },
  resolve: { alias: { '~~': import.meta.dirname, '~': `${import.meta.dirname}/app` } },
  test: {
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['tests/core/**/*.test.ts', 'tests/app/**/*.test.ts'],
          testTimeout: 60_000,
          maxWorkers: 2,
          isolate: false,
        },
      },
      {
        extends: true,
        plugins: [vue()],
        test: {
          name: 'mounted',
          include: ['tests/mounted/**/*.test.ts'],
          environment: 'happy-dom',
          setupFiles: 'tests/mounted/setup.ts',
          maxWorkers: 2,
        },
      },
      {
        extends: true,
        plugins: [vue(), secondLanguage()],
        test: {
          name: 'words',
          include: ['tests/words/**/*.test.ts'],
          environment: 'happy-dom',
          setupFiles: 'tests/mounted/setup.ts',
          maxWorkers: 2,
        },
      },
      {
        extends: true,
        test: { name: 'services', include: ['tests/services/**/*.test.ts'], testTimeout: 180_000, maxWorkers: 2, isolate: false },
      },
      {
        extends: true,
        test: {
          name: 'api',
          include: ['tests/api/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          // Much of it waits for a server that is started, killed or asked to wait.
          maxWorkers: 3,
          isolate: false,
        },
      },
    ],
  },
})
