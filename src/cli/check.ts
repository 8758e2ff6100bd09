import { checkJob } from '../areas/rules/run.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { basename } from 'node:path';
import { inspectFile } from './inspect.ts';
import { asDrawn } from '../core/mesh/placement.ts';
import { isMeshUnit, MESH_UNITS } from '../core/mesh/mesh.ts';
import { checkMesh } from '../areas/checks/model/meshJob.ts';
import type { CheckOutcome } from '../areas/rules/outcome.ts';
import { isMeshFile, readWhole } from './mesh.ts';
import { CommandFailure, printJson, readArguments, refuse, type Options } from './options.ts';

/** `check FILE --machine NAME --material KEY --process KEY [--class CLASS] [--unit U] [--turn X,Y,Z] [--at X,Y] [--json]`: fetches the machine's limits from the
 *  running server (CANTIERE_URL) and runs the same rules here. Exit code 1 when blocked. */
export async function runCheck(args: string[]): Promise<number> {
  const text = { type: 'string' } as const;
  const { values, positionals } = readArguments(args, {
    machine: text,
    material: text,
    process: text,
    class: text,
    unit: text,
    turn: text,
    at: text,
    json: { type: 'boolean' },
  });
  const [file] = positionals;
  if (!file || positionals.length !== 1) throw new CommandFailure('check takes one file');
  for (const name of ['machine', 'material', 'process'] as const)
    if (!values[name]) throw new CommandFailure(`--${name} is missing`);
  const sheet = await fetchSheet({
    machine: String(values.machine),
    material: String(values.material),
    process: String(values.process),
    class: String(values.class ?? 'in-house'),
    fileName: basename(file),
  });
  const outcome = isMeshFile(file)
    ? checkMeshFile(file, sheet, values)
    : checkJob({ report: await inspectFile(file, sheet.machine.motion), context: sheet });
  if (values.json) {
    const { layerRows, ...report } = outcome.report;
    const { layers, ...mesh } = outcome.mesh ?? { layers: null };
    void layerRows;
    void layers;
    printJson({ ...outcome, report, ...(outcome.mesh && { mesh }) });
  } else
    process.stdout.write(
      `${outcome.sentence}\n${outcome.findings.map((f) => `${f.severity}: ${f.title}: ${f.figure}, limit ${f.limit} (${f.origin}); ${f.fix}`).join('\n')}\n`,
    );
  return outcome.verdict === 'blocked' ? 1 : 0;
}

/** A mesh in the middle of the plate, or as `--turn X,Y,Z` (degrees) and `--at X,Y` (mm) set it down. */
function checkMeshFile(file: string, sheet: CheckContext, values: Options): CheckOutcome {
  const unit = values['unit'] === undefined ? null : String(values['unit']);
  if (unit !== null && !isMeshUnit(unit))
    throw new CommandFailure(`--unit "${unit}" is none of ${Object.keys(MESH_UNITS).join(', ')}`);
  const [w, d] = sheet.machine.travelMm;
  const turnDeg = figuresOf(values, 'turn', 3) ?? [0, 0, 0];
  const at = figuresOf(values, 'at', 2) ?? [w / 2, d / 2];
  const checked = checkMesh(
    readWhole(file),
    { unit, placement: { ...asDrawn(at[0]!, at[1]!), turnDeg: turnDeg as [number, number, number] } },
    sheet,
  );
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

async function fetchSheet(query: Record<string, string>): Promise<CheckContext> {
  const base = process.env['CANTIERE_URL'] ?? 'http://127.0.0.1:4321';
  let cookie = '';
  try {
    const signIn = await fetch(`${base}/api/sign-in/demo`, {
      method: 'POST',
      headers: { origin: base, 'content-type': 'application/json' },
      body: '{"role":"viewer"}',
    });
    cookie = signIn.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ');
    const response = await fetch(`${base}/api/limits?${new URLSearchParams(query)}`, { headers: { cookie } });
    const body = (await response.json()) as CheckContext & { title?: string };
    if (!response.ok) throw new CommandFailure(body.title ?? `the server answered ${response.status}`);
    return body;
  } catch (error) {
    if (error instanceof CommandFailure) throw error;
    throw new CommandFailure(`no server at ${base}; run npm start or set CANTIERE_URL`);
  }
}
