import { runCheck } from './check.ts';
import { runContext } from './contextFile.ts';
import { runGenerate } from './generate.ts';
import { runFit } from './fit.ts';
import { runLayerTime } from './layerTime.ts';
import { runInspect } from './inspect.ts';
import { runSlice } from './mesh.ts';
import { CommandFailure } from './options.ts';

const commands: Record<string, (args: string[]) => Promise<number>> = {
  inspect: runInspect,
  slice: runSlice,
  fit: runFit,
  'layer-time': runLayerTime,
  check: runCheck,
  generate: runGenerate,
  context: runContext,
};

const [name = '', ...args] = process.argv.slice(2);
try {
  const command = commands[name];
  if (!command)
    throw new CommandFailure(
      `no command "${name}"; use inspect FILE, slice MESH, generate MESH, check FILE, context, layer-time RECIPE.json or fit KIND FILE.csv (docs/command-line.md)`,
    );
  process.exitCode = await command(args);
} catch (error) {
  if (!(error instanceof CommandFailure)) throw error;
  process.stderr.write(`cantiere: ${error.message}\n`);
  process.exitCode = 2;
}
