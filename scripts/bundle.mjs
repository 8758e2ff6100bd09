// Bundles what runs outside the web process: the worker, the migration, the demo data, the simulated controllers.
import { build } from 'esbuild';
import { versionDefines } from './versions.mjs';

await build({
  entryPoints: {
    worker: 'src/workers/server.ts',
    migrate: 'src/workers/migrate.ts',
    seed: 'src/workers/seed.ts',
    standins: 'standins/controller/main.ts',
  },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  define: await versionDefines(),
  outdir: 'dist/processes',
  outExtension: { '.js': '.mjs' },
  sourcemap: true,
  logLevel: 'warning',
});
