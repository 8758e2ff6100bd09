import { createHash } from 'node:crypto';
import node from '@astrojs/node';
import react from '@astrojs/react';
import { ColorSchemeScript } from '@mantine/core';
import { defineConfig } from 'astro/config';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { versionDefines } from './scripts/versions.mjs';

/** Digest of the script that sets light or dark before anything is drawn: the component library makes it, and the build does not see it. */
async function colourSchemeDigest() {
  const html = renderToStaticMarkup(createElement(ColorSchemeScript, { defaultColorScheme: 'auto' }));
  const script = /<script[^>]*>([\s\S]*)<\/script>/.exec(html)?.[1] ?? '';
  return `sha256-${createHash('sha256').update(script).digest('base64')}` as const;
}

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  security: { checkOrigin: true },
  // each page names the scripts that stand in it, by their digests: no other runs
  experimental: { csp: { scriptDirective: { hashes: [await colourSchemeDigest()] } } },
  devToolbar: { enabled: false },
  telemetry: false,
  vite: {
    define: await versionDefines(),
    ssr: { noExternal: ['@mantine/*', 'mantine-datatable'] },
    worker: { format: 'es' },
    build: { chunkSizeWarningLimit: 900 },
  },
} as Parameters<typeof defineConfig>[0]);
