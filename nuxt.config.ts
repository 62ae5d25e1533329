import tailwindcss from '@tailwindcss/vite'

/** bin/ says where it builds to; `nuxt prepare` and the development server keep to their usual place. */
const built = process.env.ESVIK_BUILD_INTO

/** Of these only what is used comes along: being there changes nothing. */
const AT_REST = ['/fft.js/', '/jsonc-parser/']
const treeshake = { moduleSideEffects: (id: string) => !AT_REST.some((name) => id.includes(name)) }

export default defineNuxtConfig({
  ...(built && { buildDir: `${built}/nuxt` }),
  compatibilityDate: '2026-01-01',
  ssr: false,
  modules: ['@pinia/nuxt'],
  css: ['~/assets/esvik.css'],
  telemetry: false,
  // The list of shows is fetched by whoever points at the way back to it, not by whoever opens a show.
  // A view that can't be fetched is told of; what is open stays.
  experimental: {
    emitRouteChunkError: 'manual',
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  devtools: { enabled: false },
  // What is used is named where it is used: arrows between rooms can be seen and checked.
  components: { dirs: [] },
  imports: { scan: false },
  app: {
    head: {
      title: 'Esvik',
      htmlAttrs: { lang: 'en' },
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  vite: {
    plugins: [tailwindcss()],
    worker: {
      format: 'es',
      // Typefaces have the names in workers that they have in the page, so that they are fetched once.
      rollupOptions: { treeshake, output: { assetFileNames: '_nuxt/[name].[hash][extname]' } },
    },
    build: { target: 'es2022', rollupOptions: { treeshake } },
  },
  nitro: {
    ...(built && { output: { dir: `${built}/output` } }),
    experimental: { websocket: true },
    compressPublicAssets: { gzip: true, brotli: false },
  },
  typescript: { strict: true, typeCheck: false },
})
