import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
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
