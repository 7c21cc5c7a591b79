import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: '.',
  timeout: 240_000,
  expect: { timeout: 40_000 },
  workers: 1,
  retries: 0,
  reporter: [['json'], ['line']],
  outputDir: '../test-results',
  globalSetup: './start.ts',
  use: {
    viewport: { width: 1280, height: 800 },
    // a worker that answers for the network hides what tests do to it; the test of going without a network lets it in
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        // Debian's build turns it on; without a graphics card every paint then goes through a software renderer
        '--disable-gpu-rasterization',
      ],
    },
  },
})
