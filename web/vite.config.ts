import { fileURLToPath } from 'node:url'
import { svelte } from '@sveltejs/vite-plugin-svelte'
import tailwindcss from '@tailwindcss/vite'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [tailwindcss(), svelte()],
  resolve: {
    alias: { $lib: fileURLToPath(new URL('./src/lib', import.meta.url)) },
    conditions: process.env.VITEST ? ['browser'] : undefined,
  },
  build: {
    // Older targets make Vite rewrite light-dark(), which breaks nested colour schemes.
    cssTarget: ['chrome123', 'edge123', 'firefox128', 'safari17.5'],
  },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:8480', changeOrigin: true } } },
  test: { include: ['src/**/*.test.ts'], environment: 'jsdom' },
})
