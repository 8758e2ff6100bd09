import { readFileSync } from 'node:fs';
import { motionMissing, motionOf } from '../areas/library/model/resinMotion.ts';
import { catalogue } from '../areas/library/settings/catalogue.ts';
import { numberOf, type Values } from '../areas/library/settings/define.ts';
import { bottomLayersFor, countDelay, darkTimeS, layerParts, motionS, printSequence } from '../core/resin/sequence.ts';
import { CommandFailure, printJson, readArguments } from './options.ts';

const known = new Set(catalogue.filter((s) => s.technology !== 'filament').map((s) => s.key));

/** `layer-time RECIPE.json [--height MM] [--json]`: seconds per part of the sequence from a recipe's values by their catalogue keys. */
export async function runLayerTime(args: string[]): Promise<number> {
  const { values: given, positionals } = readArguments(args, { height: { type: 'string' }, json: { type: 'boolean' } });
  const [file] = positionals;
  if (!file || positionals.length !== 1) throw new CommandFailure('layer-time takes one file');
  const v = readRecipe(file);
  const need = (key: string): number => {
    const n = numberOf(v, key);
    if (n === null) throw new CommandFailure(`${file}: ${key} is missing`);
    return n;
  };
  const motion = motionOf(v);
  const missing = motionMissing(motion);
  if (missing) throw new CommandFailure(`${file}: ${missing}`);
  const exposureS = need('exposureS');
  const layer = layerParts(exposureS, motion);
  const delayS = numberOf(v, 'importedDelayS');
  const counting = v['delayCounting'] === 'from light-off' ? 'from light-off' : 'after the motion';
  const heightMm = given.height === undefined ? null : Number(given.height);
  if (heightMm !== null && !(heightMm > 0 && heightMm < 2000)) throw new CommandFailure('--height is a height in mm');
  const layerMm = heightMm === null ? null : need('resinLayerMm');
  const result = {
    parts: layer,
    layerS: layer.reduce((s, p) => s + p.s, 0),
    darkTimeS: darkTimeS(motion),
    motionS: motionS(motion),
    ...(delayS !== null && { delay: { counting, ...countDelay(delayS, motionS(motion), counting) } }),
    ...(heightMm !== null && {
      print: printSequence(
        heightMm,
        layerMm!,
        {
          bottomS: numberOf(v, 'exposureBottomS') ?? exposureS,
          normalS: exposureS,
          bottomLayers:
            numberOf(v, 'bottomLayers') ?? bottomLayersFor(numberOf(v, 'bottomThicknessMm') ?? 0.24, layerMm!),
          transitionLayers: numberOf(v, 'transitionLayers') ?? 0,
        },
        motion,
      ),
    }),
  };
  if (given.json) printJson(result);
  else
    process.stdout.write(
      `${layer.map((p) => `${p.name}${p.stage ? ` ${p.stage}` : ''}: ${p.s.toFixed(2)} s`).join('\n')}\na layer: ${result.layerS.toFixed(2)} s\n`,
    );
  return 0;
}

function readRecipe(file: string): Values {
  let raw: unknown;
  try {
    raw = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw new CommandFailure(`${file} cannot be read as JSON: ${(error as Error).message}`);
  }
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    throw new CommandFailure(`${file}: one object of values is needed`);
  for (const [key, value] of Object.entries(raw)) {
    if (!known.has(key)) throw new CommandFailure(`${file}: no resin setting "${key}" (docs/settings.md)`);
    if (typeof value === 'number' && !(Number.isFinite(value) && value >= -1e6 && value <= 1e6))
      throw new CommandFailure(`${file}: ${key} cannot be ${String(value)}`);
  }
  return raw as Values;
}
