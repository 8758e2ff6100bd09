// Bundles each process into one file, packages and all: a process that was killed is back in half the time,
// because most of a start went into opening hundreds of small files.
import { build } from 'esbuild';
import { versionDefines } from './versions.mjs';

const oneFile = {
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  external: ['pg-native', 'sharp', 'serialport'], // asked for where they are installed: two are not, one has parts of its own
  // packages of the older kind ask for others at run time
  banner: { js: "import { createRequire as asker } from 'node:module'; const require = asker(import.meta.url);" },
  logLevel: 'warning',
};
/** What the web process serves, as the build of the pages left it. */
await build({ ...oneFile, entryPoints: ['dist/server/entry.mjs'], outfile: 'dist/server/web.mjs' });
await build({
  ...oneFile,
  entryPoints: {
    devices: 'src/workers/devices.ts',
    checks: 'src/workers/checks.ts',
    checkRunner: 'src/workers/checkRunner.ts',
    configuration: 'src/platform/configuration.ts',
    migrate: 'src/workers/migrate.ts',
    seed: 'src/workers/seed.ts',
    standins: 'standins/controller/main.ts',
  },
  define: await versionDefines(),
  outdir: 'dist/processes',
  outExtension: { '.js': '.mjs' },
  sourcemap: true,
});
