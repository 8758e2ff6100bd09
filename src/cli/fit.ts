import { readFileSync } from 'node:fs';
import { analyseFlow, type ThicknessReading } from '../areas/trials/kinds/flow/analysis.ts';
import { figureOf, parseCsv } from '../core/formats/csv.ts';
import { CommandFailure, figureOption, printJson, readArguments, refuse } from './options.ts';

/** `fit flow FILE.csv --target-mm --layer-height-mm --flow [--walls --line-distance-mm --resolution-mm --calibration-mm] [--json]` */
export async function runFit(args: string[]): Promise<number> {
  const [kind, ...rest] = args;
  if (kind !== 'flow') throw new CommandFailure(`fit knows "flow", not "${kind ?? ''}"`);
  const text = { type: 'string' } as const;
  const { values, positionals } = readArguments(rest, { 'target-mm': text, 'layer-height-mm': text, flow: text, walls: text, 'line-distance-mm': text, 'resolution-mm': text, 'calibration-mm': text, json: { type: 'boolean' } });
  const [file] = positionals;
  if (!file || positionals.length !== 1) throw new CommandFailure('fit flow takes one CSV file');
  const walls = figureOption(values, 'walls', 1);
  if (!Number.isInteger(walls) || walls > 10) throw new CommandFailure('--walls is a whole number from 1 to 10');
  const result = analyseFlow(readThickness(file), {
    targetWidthMm: figureOption(values, 'target-mm'), layerHeightMm: figureOption(values, 'layer-height-mm'), flow: figureOption(values, 'flow'), walls,
    lineDistanceMm: values['line-distance-mm'] === undefined ? undefined : figureOption(values, 'line-distance-mm'),
    resolutionMm: figureOption(values, 'resolution-mm', 0.01, true), calibrationUMm: figureOption(values, 'calibration-mm', 0, true),
  });
  const fit = result.ok ? result.value : refuse(result.failure, file);
  if (values['json']) printJson(fit);
  else process.stdout.write(`${fit.sentence}\n95 % interval ${fit.interval.map((v) => v.toFixed(4)).join(' to ')}; ratio of widths would give ${fit.flowByWidth.toFixed(4)}\n`);
  return 0;
}

function readThickness(file: string): ThicknessReading[] {
  let text: string;
  try { text = readFileSync(file, 'utf8'); } catch { throw new CommandFailure(`${file}: cannot be read; check the path`); }
  const parsed = parseCsv(text);
  const table = parsed.ok ? parsed.value : refuse(parsed.failure, file);
  const side = table.header.indexOf('side'), thickness = table.header.indexOf('thickness_mm');
  if (side < 0 || thickness < 0) throw new CommandFailure(`${file}: columns "side" and "thickness_mm" are needed at line 1; found ${table.header.join(', ')}`);
  return table.rows.map(({ line, cells }) => {
    const figure = figureOf(cells[thickness]!, line, 'thickness_mm');
    const thicknessMm = figure.ok ? figure.value : refuse(figure.failure, file);
    if (!(thicknessMm > 0 && thicknessMm < 50)) throw new CommandFailure(`${file}: a thickness of ${thicknessMm} mm cannot be; at line ${line}, column thickness_mm`);
    return { side: cells[side]!, thicknessMm };
  });
}
