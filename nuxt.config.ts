import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { ASKED_BESIDE, buildWorkers } from './scripts/lib/workers.mjs'

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@element-plus/nuxt', '@nuxt/icon', 'nuxt-security', '@vite-pwa/nuxt', '@nuxt/eslint'],
  $development: {
    // Nuxt asks for the entry of a server that a client application has none of.
    vite: { environments: { ssr: { build: { rollupOptions: { input: { server: 'nuxt/entry-spa' } } } } } },
  },

  // An offline-first client application: the server sends the shell, the browser folds the same log as the server.
  ssr: false,
  components: [],
  imports: { autoImport: true, dirs: [] },
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Needler',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'The overhaul bench of a plant maintenance shop.' },
        { name: 'theme-color', content: '#12395B' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/needle.svg' }],
    },
  },
  css: ['~/assets/css/fonts.css', '~/assets/css/tokens.css', '~/assets/css/element.css', '~/assets/css/base.css'],
  spaLoadingTemplate: false,
  runtimeConfig: {
    databaseUrl: '',
    session: { password: '', cookie: { secure: false } },
  },
  // What a link points to is fetched when it is wanted; where it nearly surely will be, the link says so.
  experimental: { defaults: { nuxtLink: { prefetch: false } } },
  compatibilityDate: '2026-11-01',

  nitro: {
    experimental: { websocket: true },
    compressPublicAssets: { gzip: true, brotli: true },
    // @vercel/nft would leave out the `module-sync` files that this Node picks.
    externals: {
      traceOptions: { conditions: ['node', 'module-sync', 'production'] },
      // What only the workers beside the server ask for.
      traceInclude: ASKED_BESIDE.map(file => fileURLToPath(new URL(`node_modules/${file}`, import.meta.url))),
    },
  },
  // Small pieces travel together: on a slow tablet each request costs more than its bytes.
  vite: { worker: { format: 'es' }, build: { rollupOptions: { output: { experimentalMinChunkSize: 12_000 } } } },
  typescript: { strict: true },
  hooks: {
    // Lazy chunks stay lazy: no prefetch of everything behind the first page.
    'build:manifest': (manifest) => {
      for (const file of Object.values(manifest)) file.prefetch = false
    },
    'nitro:init'(nitro) {
      nitro.options.virtual['#api-routes'] = () => {
        const routes = nitro.scannedHandlers
          .filter(({ route }) => route?.startsWith('/api/'))
          .map(({ route, method }) => ({ route, method }))
        return `export const apiRoutes = ${JSON.stringify(routes)}`
      }
      if (!nitro.options.dev) nitro.hooks.hook('compiled', () => buildWorkers(join(nitro.options.output.serverDir, 'workers')))
    },
  },
  elementPlus: { importStyle: 'css', themes: [] },
  eslint: { config: { stylistic: { quotes: 'single', semi: false, braceStyle: '1tbs' } } },
  icon: {
    mode: 'svg', provider: 'none', fallbackToApi: false,
    serverBundle: false, clientBundle: { scan: true, sizeLimitKb: 64 },
  },

  pwa: {
    registerType: 'prompt',
    manifest: {
      name: 'Needler', short_name: 'Needler', description: 'The overhaul bench of a plant maintenance shop.',
      theme_color: '#12395B', background_color: '#F4F1E8', display: 'standalone', start_url: '/',
      icons: [{ src: '/needle.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
    },
    workbox: {
      globPatterns: ['**/*.{js,css,woff2,svg,wasm}'],
      navigateFallback: null,
      cleanupOutdatedCaches: true,
      // The shell is asked from the server once an installation, with the headers and the nonce that belong to it.
      additionalManifestEntries: [{ url: '/shell', revision: String(Date.now()) }],
      runtimeCaching: [{
        urlPattern: ({ request, url }) => request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
        handler: 'NetworkOnly',
        options: { precacheFallback: { fallbackURL: '/shell' } },
      }],
    },
  },

  security: {
    headers: {
      // Fonts, styles and scripts ship with the application; nothing is loaded from elsewhere at run time.
      contentSecurityPolicy: {
        'base-uri': ['\'none\''],
        'default-src': ['\'none\''],
        'connect-src': ['\'self\''],
        'font-src': ['\'self\''],
        'form-action': ['\'self\''],
        'frame-ancestors': ['\'none\''],
        'img-src': ['\'self\'', 'data:', 'blob:'],
        'manifest-src': ['\'self\''],
        'object-src': ['\'none\''],
        // The reader of labels is WebAssembly, where the browser has none of its own.
        'script-src': ['\'self\'', '\'nonce-{{nonce}}\'', '\'wasm-unsafe-eval\''],
        'script-src-attr': ['\'none\''],
        'style-src': ['\'self\'', '\'nonce-{{nonce}}\''],
        'worker-src': ['\'self\''],
        // Plain http on the shop network is normal; a proxy in front decides about https.
        'upgrade-insecure-requests': false,
      },
      strictTransportSecurity: false,
      crossOriginEmbedderPolicy: false,
      referrerPolicy: 'no-referrer',
      // Labels are scanned with the tablet's camera.
      permissionsPolicy: { camera: ['self'] },
      xFrameOptions: 'DENY',
    },
    // Sign-in attempts are limited in the database (server/services/sign-in.ts), so that every instance counts alike.
    rateLimiter: false,
    // Every body is counted while it is read (server/http/read-body.ts), also when no length is announced.
    requestSizeLimiter: false,
    xssValidator: false,
    corsHandler: false,
    hidePoweredBy: true,
  },
})
