import { readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { stackSettingsOf, stackWants } from '../areas/rules/stackSettings.ts';
import { isNumberedPicture, picturesInZip, stackOfPictures } from '../core/resin/numberedPngs.ts';
import { runAll } from '../core/result/stepwise.ts';
import { inflate, stackTools } from '../platform/files/stackTools.ts';
import { readContext } from './contextFile.ts';
import { readWhole } from './mesh.ts';
import { CommandFailure, readArguments, refuse, writeWhole } from './options.ts';

/** `stack FOLDER|ZIP --recipe CONTEXT.json --out FILE [--inverted] [--mirrored]`: numbered PNGs as a layer stack, with pixels, layer height,
 *  light and motion by a context. */
export function runStackOfPngs(args: string[]): Promise<number> {
  const { values, positionals } = readArguments(args, {
    recipe: { type: 'string' },
    out: { type: 'string' },
    inverted: { type: 'boolean' },
    mirrored: { type: 'boolean' },
  });
  const [from, ...more] = positionals;
  if (!from || more.length > 0) throw new CommandFailure('stack takes one folder or zip of numbered PNGs');
  if (!values['recipe']) throw new CommandFailure('--recipe is missing; give a context (docs/formats/context.md)');
  if (!values['out']) throw new CommandFailure('--out is missing; name the layer stack to write');
  const { recipe } = readContext(String(values['recipe']));
  const effective = recipe.values ?? {};
  const wants = stackWants(effective);
  if (wants !== null) throw new CommandFailure(`${String(values['recipe'])}: ${wants}`);
  const made = runAll(
    stackOfPictures(
      picturesIn(from),
      {
        ...stackSettingsOf(effective, path.basename(from)),
        isInverted: values['inverted'] === true,
        isMirrored: values['mirrored'] === true,
      },
      { ...stackTools, inflate },
    ),
  );
  if (!made.ok) return refuse(made.failure, from);
  const out = String(values['out']);
  writeWhole(out, made.value);
  process.stdout.write(`${out}: written; inspect it, or check it against the context\n`);
  return Promise.resolve(0);
}

function picturesIn(from: string): ReadonlyMap<string, Uint8Array> {
  let isFolder: boolean;
  try {
    isFolder = statSync(from).isDirectory();
  } catch {
    throw new CommandFailure(`${from}: cannot be read; check the path`);
  }
  if (isFolder)
    return new Map(
      readdirSync(from)
        .filter(isNumberedPicture)
        .map((name) => [name, readWhole(path.join(from, name))]),
    );
  const files = picturesInZip(readWhole(from));
  return files.ok ? files.value : refuse(files.failure, from);
}
