import { basename } from 'node:path';
import { checkingMesh } from '../areas/checks/model/meshJob.ts';
import { openPlate, type PlatePart } from '../areas/checks/model/plate.ts';
import { MOST_BODIES } from '../areas/checks/model/mesh.ts';
import { edgeOf } from '../areas/checks/model/arrangeOnPlates.ts';
import { laidByOf, notAppliedOf, settingsOfBodies, settingsOfOthers } from '../areas/rules/applied.ts';
import type { Values } from '../areas/library/settings/define.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { isBody } from '../areas/rules/recipeInput.ts';
import { laidBy } from '../areas/rules/meshLay.ts';
import { boundsOf } from '../core/mesh/mesh.ts';
import { asDrawn } from '../core/mesh/placement.ts';
import { arrange } from '../core/geometry/arrange.ts';
import { runAll } from '../core/result/stepwise.ts';
import { appliedToLayers, notAppliedToLayers } from '../areas/rules/stackSettings.ts';
import { hollowingPlate, preparingPlate } from '../areas/checks/model/prepare.ts';
import { succeed } from '../core/result/result.ts';
import { drawingStack, screenOf } from '../areas/checks/model/meshStack.ts';
import { stackTools } from '../platform/files/stackTools.ts';
import { stackSummary } from './stack.ts';
import { countOf } from '../core/units/plural.ts';
import { readContext } from './contextFile.ts';
import { readWhole, unitOption } from './mesh.ts';
import { CommandFailure, figureOption, printJson, readArguments, refuse, writeWhole, type Options } from './options.ts';

const GAP_MM = 5;

/** `generate MESH… --recipe CONTEXT.json --out FILE [--unit U] [--bodies 1,2,…] [--one-by-one] [--hollow MM] [--drains MM] [--raise MM] [--supports MM] [--supports-on-part] [--json]`: lays meshes by a context,
 *  without a server: to a program, or for a resin machine to a layer stack. One stands in the middle of the plate, several are set beside each other, and bodies of one part where they are
 *  drawn. Prints the report of the program, what of the recipe it holds and what not. */
export async function runGenerate(args: string[]): Promise<number> {
  const text = { type: 'string' } as const;
  const { values, positionals } = readArguments(args, {
    recipe: text,
    out: text,
    unit: text,
    bodies: text,
    'one-by-one': { type: 'boolean' },
    hollow: text,
    drains: text,
    raise: text,
    supports: text,
    'supports-on-part': { type: 'boolean' },
    json: { type: 'boolean' },
  });
  if (positionals.length === 0) throw new CommandFailure('generate takes one mesh or several');
  if (!values['recipe']) throw new CommandFailure('--recipe is missing; give a context (docs/formats/context.md)');
  if (!values['out']) throw new CommandFailure('--out is missing; name the program to write');
  const context = readContext(String(values['recipe']));
  const bodies = bodiesOf(values['bodies'], positionals.length);
  const parts = positionals.map((file, i): PlatePart => {
    const choice = { unit: unitOption(values), placement: asDrawn(0, 0), bodies: [bodies[i] ?? 1] };
    const opened = openPlate(readWhole(file), choice);
    return opened.ok ? { ...opened.value[0]!, thing: bodies.length > 0 ? 0 : i } : refuse(opened.failure, file);
  });
  if (context.technology === 'resin') {
    if (values['one-by-one'] === true) throw new CommandFailure('--one-by-one is for filament: layers are lit at once');
    return generateStack(setDown(parts, screenOf(context), 1), context, String(values['out']), values);
  }
  const laid = runAll(
    checkingMesh(setDown(parts, context.machine.travelMm, edgeOf(context)), context, {
      isOneByOne: values['one-by-one'] === true,
    }),
  );
  if (!laid.ok) return refuse(laid.failure, positionals.map((p) => basename(p)).join(', '));
  const { program, report, mesh } = laid.value;
  const out = String(values['out']);
  writeWhole(out, program);
  const { values: effective = {}, roles = [] } = context.recipe;
  const notApplied = notAppliedOf(effective, roles, mesh.changesAbove ?? [], laidByOf(context, mesh));
  const left = new Set(notApplied.flatMap((n) => (n.setting ? [n.setting as string] : [])));
  const appliedOf = (v: Values): Values =>
    Object.fromEntries(Object.entries(laidBy(v)).filter(([key]) => !left.has(key)));
  const applied = Object.fromEntries([
    ['part body', appliedOf(effective)],
    ...(context.heads ?? []).flatMap((h) => {
      const bite = h.roles.some(isBody) ? settingsOfBodies : settingsOfOthers;
      const own = Object.entries(appliedOf(h.recipe.values ?? {})).filter(([key]) => bite.has(key));
      return h.roles.map((r) => [r, Object.fromEntries(own)] as const);
    }),
  ]);
  const { layerRows, ...facts } = report;
  if (values['json']) printJson({ ...facts, applied, notApplied });
  else
    process.stdout.write(
      `${out}: ${countOf(layerRows.length, 'layer')}, ${(report.timeS / 60).toFixed(1)} min, ${(report.filamentMm / 1000).toFixed(2)} m of filament\n${notApplied.map((n) => `not applied: ${n.label}: ${n.why}\n`).join('')}`,
    );
  return 0;
}

/** Which body each mesh is of, "1,2"; none where nothing is said. */
function bodiesOf(text: string | boolean | undefined, meshes: number): readonly number[] {
  if (text === undefined) return [];
  const bodies = `${text}`.split(',').map(Number);
  if (bodies.length !== meshes || !bodies.every((n) => Number.isInteger(n) && n >= 1 && n <= MOST_BODIES))
    throw new CommandFailure(`--bodies takes a body from 1 to ${MOST_BODIES} for each mesh, as 1,2`);
  return bodies;
}

/** A length in millimetres that somebody may give; null where they did not. */
const lengthOption = (values: Options, name: string): number | null =>
  values[name] === undefined ? null : figureOption(values, name);

function generateStack(solid: readonly PlatePart[], context: CheckContext, out: string, values: Options): number {
  const wallMm = lengthOption(values, 'hollow');
  const spacingMm = lengthOption(values, 'supports');
  const hollow = wallMm === null ? succeed(solid) : runAll(hollowingPlate(solid, wallMm));
  if (!hollow.ok) return refuse(hollow.failure, out);
  const parts = hollow.value;
  const ready = runAll(
    preparingPlate(parts, context, {
      raiseMm: figureOption(values, 'raise', 0, true),
      drainMm: lengthOption(values, 'drains'),
      supports: spacingMm === null ? null : { spacingMm, onPart: values['supports-on-part'] === true, kept: [] },
    }),
  );
  if (!ready.ok) return refuse(ready.failure, out);
  const { prepared, noPlace } = ready.value;
  const drawn = runAll(drawingStack(parts, context, stackTools, prepared));
  if (!drawn.ok) return refuse(drawn.failure, out);
  const { zip, report } = drawn.value;
  writeWhole(out, zip!);
  const effective = context.recipe.values ?? {};
  const notApplied = notAppliedToLayers(effective, prepared.supports !== null);
  const { drains, supports } = prepared;
  const added = {
    ...(drains.length > 0 && { holes: drains.length }),
    ...(supports && { supports: supports.list.length, braces: supports.braces.length, noPlace }),
  };
  if (values['json'])
    printJson({
      ...stackSummary(report),
      ...added,
      applied: { 'part body': appliedToLayers(effective, prepared.supports !== null) },
      notApplied,
    });
  else
    process.stdout.write(
      `${out}: ${countOf(report.rows.length, 'layer')}, ${(report.timeS / 60).toFixed(1)} min, ${(report.volumeMm3 / 1000).toFixed(2)} ml of resin\n${notApplied.map((n) => `not applied: ${n.label}: ${n.why}\n`).join('')}`,
    );
  return 0;
}

/** One part in the middle of the plate, several beside each other. */
function setDown(
  parts: readonly PlatePart[],
  [w, d]: readonly [number, number, ...number[]],
  edgeMm: number,
): readonly PlatePart[] {
  const at = (part: PlatePart, xMm: number, yMm: number): PlatePart => ({ ...part, placement: asDrawn(xMm, yMm) });
  if (parts.every((p) => p.thing === 0)) return parts.map((p) => at(p, w / 2, d / 2));
  const sizes = parts.map(({ opened }) => {
    const { min, max } = boundsOf(opened.mesh);
    return { widthMm: max[0] - min[0], depthMm: max[1] - min[1] };
  });
  const { plates, tooLarge } = arrange(sizes, {
    plateMm: [w, d],
    gapMm: GAP_MM,
    edgeMm,
    mayTurn: false,
  });
  if (plates.length !== 1 || tooLarge.length > 0)
    throw new CommandFailure(
      `${countOf(parts.length, 'mesh', 'meshes')} do not fit on one plate of ${w} × ${d} mm; generate fewer`,
    );
  return plates[0]!.map(({ item, xMm, yMm }) => at(parts[item]!, xMm, yMm));
}
