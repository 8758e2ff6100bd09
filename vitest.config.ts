import { defineConfig } from 'vitest/config';
import { versionDefines } from './scripts/versions.mjs';

const define = await versionDefines();

export default defineConfig({
  test: {
    projects: [
      {
        define,
        test: {
          name: 'unit',
          include: [
            'src/**/*.test.ts',
            'standins/**/*.test.ts',
            'test/conventions/**/*.test.ts',
            'test/recover/**/*.test.ts',
            'test/fuzz/**/*.test.ts',
          ],
          environment: 'node',
          testTimeout: 30_000,
        },
      },
      {
        define,
        test: {
          name: 'db',
          include: ['test/db/**/*.test.ts'],
          environment: 'node',
          fileParallelism: false,
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
