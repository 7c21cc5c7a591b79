import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      // a new version waits until the page says when (app/NewVersion)
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Verger',
        short_name: 'Verger',
        description: 'A bench companion for people who set stones in wire',
        lang: 'en-GB',
        display: 'standalone',
        start_url: '/',
        background_color: '#f5efe3',
        theme_color: '#f5efe3',
        icons: [
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg}', '**/*-latin-*.woff2', 'icon-192.png', '**/highs-*.wasm'],
        // the engine that shakes is large, and fetched by who shakes
        maximumFileSizeToCacheInBytes: 6_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /\.[a-z0-9]{1,8}$/i],
        // pictures of stones that were looked at; everything else of the API is kept by the pages themselves
        runtimeCaching: [
          {
            urlPattern: ({ url }) => /^\/api\/stones\/[^/]+\/photo$/.test(url.pathname),
            handler: 'CacheFirst',
            options: { cacheName: 'pictures', expiration: { maxEntries: 200, maxAgeSeconds: 30 * 86_400 } },
          },
        ],
      },
    }),
  ],
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  build: { outDir: 'dist', emptyOutDir: true, target: 'es2022', sourcemap: false },
})
