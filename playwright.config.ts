import { defineConfig } from '@playwright/test';

/** Chromium of this machine. Pages are painted without a simulated graphics card, which would take half a core for each browser. */
const painted = (graphics: readonly string[]) =>
  ({
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--use-angle=swiftshader',
        ...graphics,
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  }) as never;
/** Whatever looks at solids, which want one. */
const SOLIDS = 'solids.e2e.ts';

export default defineConfig({
  testDir: 'test/e2e',
  workers: 2,
  fullyParallel: false,
  timeout: 180_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: '.data/e2e-report.json' }]],
  outputDir: '.data/test-results',
  use: { viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' } as never,
  projects: [
    {
      name: 'pages',
      testMatch: '*.e2e.ts',
      testIgnore: SOLIDS,
      use: painted(['--disable-gpu-compositing', '--disable-gpu-rasterization']),
    },
    { name: 'solids', testMatch: SOLIDS, use: painted(['--enable-unsafe-swiftshader']) },
  ],
});
