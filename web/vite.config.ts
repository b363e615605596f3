import { fileURLToPath } from 'node:url'
import { svelte } from '@sveltejs/vite-plugin-svelte'
import tailwindcss from '@tailwindcss/vite'
import type { Plugin } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import { defineConfig } from 'vitest/config'

/** `preloads.json`: the files of each place, by the name of its component, and those of the typefaces, so
 * that the server can name them in the page itself. */
function preloads(): Plugin {
  return {
    name: 'preloads',
    generateBundle(_, bundle) {
      const chunks = Object.values(bundle).filter((one) => one.type === 'chunk')
      const byFile = new Map(chunks.map((chunk) => [chunk.fileName, chunk]))
      const files = (name: string, found = new Set<string>()): Set<string> => {
        if (found.has(name)) return found
        found.add(name)
        for (const next of byFile.get(name)?.imports ?? []) files(next, found)
        return found
      }
      const places = chunks
        .filter((c) => c.isDynamicEntry && (c.facadeModuleId ?? '').includes('/lib/places/'))
        .map((c) => [c.name, [...files(c.fileName)].toSorted()])
      // The two faces every place is set in, found otherwise only once its words stand.
      const faces = Object.keys(bundle).filter((name) => /-latin-(wght|700)-.*woff2$/.test(name))
      const source = JSON.stringify({ ...Object.fromEntries(places), faces })
      this.emitFile({ type: 'asset', fileName: 'preloads.json', source })
    },
  }
}

export default defineConfig({
  plugins: [
    preloads(),
    tailwindcss(),
    svelte(),
    VitePWA({
      registerType: 'autoUpdate',
      // Registered by main.ts: the policy of our pages allows no inline script.
      injectRegister: false,
      includeAssets: ['mark.svg'],
      manifest: {
        name: 'Trencher',
        short_name: 'Trencher',
        description: 'Roasting a joint so that it is right when people sit down',
        theme_color: '#f2ede2',
        background_color: '#f2ede2',
        display: 'standalone',
        start_url: '/fire',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api/, /^\/door/, /^\/look/],
        runtimeCaching: [
          {
            // What was last said stands in for a server that is away; the feed is never kept.
            urlPattern: ({ url, sameOrigin, request }) =>
              sameOrigin &&
              request.method === 'GET' &&
              url.pathname.startsWith('/api/') &&
              !url.pathname.startsWith('/api/feed') &&
              // A practice is gone when it is over.
              !url.pathname.startsWith('/api/in-practice') &&
              !url.pathname.startsWith('/api/practice') &&
              // Files to be saved are not kept a second time.
              !url.pathname.startsWith('/api/backup') &&
              !url.pathname.endsWith('/export') &&
              !url.pathname.startsWith('/api/access'),
            handler: 'NetworkFirst',
            options: {
              cacheName: 'last-said',
              // A network that swallows everything must not hold the page up.
              networkTimeoutSeconds: 20,
              expiration: { maxEntries: 120, maxAgeSeconds: 14 * 24 * 3600 },
              cacheableResponse: { statuses: [200] },
            },
          },
        ],
      },
    }),
  ],
  resolve: {
    alias: { $lib: fileURLToPath(new URL('./src/lib', import.meta.url)) },
    conditions: process.env.VITEST ? ['browser'] : undefined,
  },
  build: {
    // The server names a place's files in the page; a second time they cost a phone more than they save.
    modulePreload: false,
    // Older targets make Vite rewrite light-dark(), which breaks nested colour schemes.
    cssTarget: ['chrome123', 'edge123', 'firefox128', 'safari17.5'],
    // Few files: over HTTP/1.1 six come at a time, and each small one costs a round trip.
    cssCodeSplit: false,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'app', tags: ['$initial'], priority: 2 },
            { name: 'drawing', test: /node_modules[\\/](d3-|internmap)/, priority: 2 },
            { name: 'kit', test: /src[\\/]lib/, minShareCount: 4, priority: 1 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:8480', changeOrigin: true } } },
  test: {
    environment: 'jsdom',
    projects: [
      // One page for all of them: what they ask keeps nothing.
      {
        extends: true,
        test: {
          name: 'plain',
          include: ['src/**/*.test.ts'],
          exclude: ['src/lib/state/**'],
          isolate: false,
        },
      },
      // These put stand-ins in the place of modules, and each needs its own.
      { extends: true, test: { name: 'state', include: ['src/lib/state/**/*.test.ts'] } },
    ],
  },
})
