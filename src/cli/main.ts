import { CommandFailure } from './options.ts';

/** Each is loaded when it is asked for: what reads a program needs nothing that draws a mesh. */
const commands: Record<string, () => Promise<(args: string[]) => Promise<number>>> = {
  inspect: async () => (await import('./inspect.ts')).runInspect,
  slice: async () => (await import('./mesh.ts')).runSlice,
  fit: async () => (await import('./fit.ts')).runFit,
  'layer-time': async () => (await import('./layerTime.ts')).runLayerTime,
  check: async () => (await import('./check.ts')).runCheck,
  generate: async () => (await import('./generate.ts')).runGenerate,
  stack: async () => (await import('./stackOfPngs.ts')).runStackOfPngs,
  context: async () => (await import('./contextFile.ts')).runContext,
  backup: async () => (await import('../operate/commands.ts')).runBackup,
  restore: async () => (await import('../operate/commands.ts')).runRestore,
  verify: async () => (await import('../operate/commands.ts')).runVerify,
};

const [name = '', ...args] = process.argv.slice(2);
try {
  const command = commands[name];
  if (!command)
    throw new CommandFailure(
      `no command "${name}"; use inspect FILE, slice MESH, generate MESH, check FILE, stack FOLDER, context, layer-time RECIPE.json, fit KIND FILE.csv, or backup, restore and verify FOLDER (docs/command-line.md)`,
    );
  process.exitCode = await (await command())(args);
} catch (error) {
  if (!(error instanceof CommandFailure)) throw error;
  process.stderr.write(`cantiere: ${error.message}\n`);
  process.exitCode = 2;
}
