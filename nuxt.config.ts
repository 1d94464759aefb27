import tailwindcss from '@tailwindcss/vite'
import { build } from 'esbuild'

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  modules: ['@pinia/nuxt', '@nuxt/eslint'],
  ssr: false,
  devtools: { enabled: false },
  telemetry: false,
  css: ['~/assets/office.css'],
  imports: { scan: false },
  // A screen is fetched when someone means to go there, not whenever a link to it is seen.
  experimental: { defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } } },
  components: false,
  app: {
    head: {
      title: 'Yieldgate',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/favicon.svg' }],
    },
  },
  vite: { plugins: [tailwindcss()], worker: { format: 'es' } },
  hooks: {
    // What runs beside the server, each as a file of its own next to it.
    'nitro:init'(nitro) {
      nitro.hooks.hook('compiled', async () => {
        await build({
          entryPoints: { thread: 'server/threads/thread.ts', pictures: 'server/pictures/process.ts' },
          absWorkingDir: import.meta.dirname,
          outdir: nitro.options.output.serverDir,
          outExtension: { '.js': '.mjs' },
          bundle: true,
          packages: 'external',
          platform: 'node',
          format: 'esm',
          target: 'node20',
        })
      })
    },
    // The first page would fetch the script of every other beforehand, the editor's with it.
    'build:manifest'(manifest) {
      for (const file of Object.values(manifest)) file.prefetch = false
    },
  },
  $development: {
    hooks: {
      // Without server rendering the development server still asks for a server entry, and stops without one.
      'vite:extendConfig'({ build }, { isClient }) {
        const input = build?.rollupOptions?.input
        if (isClient && input && typeof input === 'object' && !Array.isArray(input)) input.server ??= input.entry!
      },
    },
  },
  typescript: {
    strict: true,
    tsConfig: {
      compilerOptions: { noUncheckedIndexedAccess: true },
      include: ['../tests/app/**/*', '../tests/mounted/**/*', '../tests/words/**/*', '../tests/api/atHand.test.ts'],
    },
  },
  nitro: {
    experimental: { asyncContext: false },
    // What checks, measures and fills the product is held to the same types.
    typescript: {
      tsConfig: {
        compilerOptions: { lib: ['ESNext', 'DOM', 'DOM.Iterable'] },
        include: ['../tests/**/*', '../bench/**/*', '../demo/**/*'],
        exclude: ['../tests/app/**/*', '../tests/mounted/**/*', '../tests/words/**/*', '../tests/api/atHand.test.ts'],
      },
    },
    esbuild: { options: { target: 'node20' } },
    serveStatic: true,
    externals: { inline: [] },
  },
})
