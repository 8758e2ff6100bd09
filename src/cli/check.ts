import { checkJob } from '../areas/rules/run.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { basename } from 'node:path';
import { inspectFile } from './inspect.ts';
import { asDrawn } from '../core/mesh/placement.ts';
import { addingTrialTimes } from '../areas/checks/model/trialTimes.ts';
import { runAll } from '../core/result/stepwise.ts';
import { checkMesh } from '../areas/checks/model/meshJob.ts';
import { checkStack } from '../areas/rules/runStack.ts';
import { drawingStack, screenOf } from '../areas/checks/model/meshStack.ts';
import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { openPlate } from '../areas/checks/model/plate.ts';
import type { CheckOutcome, Judged } from '../areas/rules/outcome.ts';
import type { StackJob } from '../areas/rules/define.ts';
import { isZip, measureStackFile, stackSummary } from './stack.ts';
import { fetchContext, readContext } from './contextFile.ts';
import { isMeshFile, readWhole, unitOption } from './mesh.ts';
import { CommandFailure, printJson, readArguments, refuse, type Options } from './options.ts';

/** `check FILE --context CONTEXT.json` or `--machine NAME --material KEY --process KEY [--class CLASS]`, then `[--unit U] [--turn X,Y,Z] [--at X,Y]
 *  [--json]`: runs the server's own rules here, with surroundings from a file or from the running server. Exit code 1 when blocked. */
export async function runCheck(args: string[]): Promise<number> {
  const text = { type: 'string' } as const;
  const { values, positionals } = readArguments(args, {
    machine: text,
    material: text,
    process: text,
    class: text,
    context: text,
    unit: text,
    turn: text,
    at: text,
    json: { type: 'boolean' },
  });
  const [file] = positionals;
  if (!file || positionals.length !== 1) throw new CommandFailure('check takes one file');
  const given = values['context'];
  if (given !== undefined && ['machine', 'material', 'process', 'class'].some((name) => values[name] !== undefined))
    throw new CommandFailure(
      '--context says where it would be printed; leave --machine, --material, --process and --class out',
    );
  const sheet =
    given === undefined
      ? await fetchContext(values, basename(file))
      : runAll(addingTrialTimes(readContext(String(given), basename(file))));
  const isStack = !isMeshFile(file) && isZip(file);
  if (sheet.technology === 'resin') return checkStackFile(file, isStack, sheet, values);
  if (isStack)
    throw new CommandFailure(`${file}: is a layer stack; give the context of a resin machine ("technology": "resin")`);
  const outcome = isMeshFile(file)
    ? checkMeshFile(file, sheet, values)
    : checkJob({ report: await inspectFile(file, sheet.machine.motion), context: sheet });
  if (values.json) {
    const { layerRows, ...report } = outcome.report;
    const { layers, ...mesh } = outcome.mesh ?? { layers: null };
    void layerRows;
    void layers;
    const notChecked = outcome.runs.flatMap((r) => (r.ran ? [] : [{ rule: r.rule, needs: r.needs }]));
    printJson({ ...outcome, notChecked, report, ...(outcome.mesh && { mesh }) });
  } else process.stdout.write(verdictText(outcome));
  return outcome.verdict === 'blocked' ? 1 : 0;
}

/** Layers as they came, or as a mesh would be drawn. */
function checkStackFile(file: string, isStack: boolean, sheet: CheckContext, values: Options): number {
  const job = isStack ? { stack: measureStackFile(file) } : layersOfMesh(file, sheet, values);
  const outcome = checkStack({ ...job, context: sheet });
  if (values['json']) {
    const notChecked = outcome.runs.flatMap((r) => (r.ran ? [] : [{ rule: r.rule, needs: r.needs }]));
    printJson({ ...outcome, notChecked, stack: stackSummary(outcome.stack) });
  } else process.stdout.write(verdictText(outcome));
  return outcome.verdict === 'blocked' ? 1 : 0;
}
function layersOfMesh(file: string, sheet: CheckContext, values: Options): Pick<StackJob, 'stack' | 'mesh'> {
  if (!isMeshFile(file))
    throw new CommandFailure(`${file}: is neither a mesh nor a layer stack, and a resin machine prints nothing else`);
  const opened = openPlate(readWhole(file), choiceOf(values, screenOf(sheet)));
  if (!opened.ok) return refuse(opened.failure, file);
  const drawn = runAll(drawingStack(opened.value, sheet, null));
  return drawn.ok ? { stack: drawn.value.report, mesh: drawn.value.mesh } : refuse(drawn.failure, file);
}

const verdictText = ({ sentence, findings }: Judged): string =>
  `${sentence}\n${findings.map((f) => `${f.severity}: ${f.head === undefined ? '' : `head ${f.head}: `}${f.title}: ${f.figure}, limit ${f.limit} (${f.origin}); ${f.fix}`).join('\n')}\n`;

/** A mesh in the middle of the plate, or as `--turn X,Y,Z` (degrees) and `--at X,Y` (mm) set it down. */
function choiceOf(values: Options, [w, d]: readonly [number, number, ...number[]]): MeshChoice {
  const turnDeg = figuresOf(values, 'turn', 3) ?? [0, 0, 0];
  const at = figuresOf(values, 'at', 2) ?? [w / 2, d / 2];
  return {
    unit: unitOption(values),
    placement: { ...asDrawn(at[0]!, at[1]!), turnDeg: turnDeg as [number, number, number] },
  };
}
function checkMeshFile(file: string, sheet: CheckContext, values: Options): CheckOutcome {
  const checked = checkMesh(readWhole(file), choiceOf(values, sheet.machine.travelMm), sheet);
  if (!checked.ok) return refuse(checked.failure, file);
  return checkJob({ report: checked.value.report, mesh: checked.value.mesh, context: sheet });
}
function figuresOf(values: Options, name: string, count: number): number[] | null {
  if (values[name] === undefined) return null;
  const figures = String(values[name])
    .split(',')
    .map((t) => (t.trim() === '' ? NaN : Number(t)));
  if (figures.length !== count || !figures.every(Number.isFinite))
    throw new CommandFailure(`--${name} "${String(values[name])}" is not ${count} figures parted by commas`);
  return figures;
}
