import { defineConfig } from 'vitest/config';
import { versionEntries, versionOf } from './scripts/versions.mjs';

const versions = {
  env: { RULES_VERSION: await versionOf(versionEntries.rules), WORK_VERSION: await versionOf(versionEntries.work) },
  setupFiles: ['test/versions.setup.ts'],
};

export default defineConfig({
  test: {
    // asked for by --coverage: how much of the interface runs without a browser
    coverage: {
      provider: 'v8',
      include: ['src/ui/**/*.{ts,tsx}', 'src/app/**/*.{ts,tsx}', 'src/areas/*/ui/**/*.{ts,tsx}'],
      reporter: ['text-summary'],
      reportsDirectory: '.data/coverage',
      thresholds: { lines: 60 },
    },
    projects: [
      {
        test: {
          ...versions,
          name: 'unit',
          include: [
            'src/**/*.test.ts',
            'standins/**/*.test.ts',
            'test/conventions/**/*.test.ts',
            'test/recover/**/*.test.ts',
            'test/disobey/**/*.test.ts',
            'test/fuzz/**/*.test.ts',
            'test/mutation/**/*.test.ts',
            'test/programs/**/*.test.ts',
            'test/corpus/**/*.test.ts',
            'test/foretell/**/*.test.ts',
            'test/times/**/*.test.ts',
            'test/meshes/**/*.test.ts',
          ],
          environment: 'node',
          maxWorkers: 2,
          isolate: false, // no test leaves anything behind in a module; loading each module once saves half a minute
          testTimeout: 120_000,
        },
      },
      {
        test: {
          ...versions,
          name: 'db',
          setupFiles: [...versions.setupFiles, 'test/db/kept.setup.ts'],
          include: ['test/db/**/*.test.ts'],
          environment: 'node',
          fileParallelism: false,
          isolate: false, // each file has a database of its own; loading the house for each takes as long as half the tests
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        test: {
          ...versions,
          setupFiles: [...versions.setupFiles, 'test/screens/browser.ts'],
          globalSetup: ['test/screens/farm.ts'],
          name: 'screens',
          include: ['test/screens/**/*.test.tsx'],
          environment: 'jsdom',
          environmentOptions: { jsdom: { url: 'http://farm.example/' } },
          isolate: false,
          fileParallelism: false,
          testTimeout: 60_000,
        },
      },
    ],
  },
});
