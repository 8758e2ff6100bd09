import node from '@astrojs/node';
import react from '@astrojs/react';
import { defineConfig } from 'astro/config';
import { versionDefines } from './scripts/versions.mjs';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  security: { checkOrigin: true },
  devToolbar: { enabled: false },
  telemetry: false,
  vite: {
    define: await versionDefines(),
    ssr: { noExternal: ['@mantine/*', 'mantine-datatable'] },
    worker: { format: 'es' },
    build: { chunkSizeWarningLimit: 900 },
  },
} as Parameters<typeof defineConfig>[0]);
