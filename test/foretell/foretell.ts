import { checkMesh } from '../../src/areas/checks/model/meshJob.ts';
import { validContextFixture, type ContextChange } from '../../src/areas/rules/fixture.ts';
import type { CheckOutcome } from '../../src/areas/rules/outcome.ts';
import { checkJob } from '../../src/areas/rules/run.ts';
import type { CheckContext } from '../../src/areas/rules/context.ts';
import { seededRandom } from '../../src/core/formats/random.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import type { GcodeReport } from '../../src/core/gcode/report.ts';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { fateOf } from '../../standins/controller/fate/fate.ts';
import type { Trouble, TroubleKind } from '../../standins/controller/fate/troubles.ts';
import { farmOf, type Farm } from './farm.ts';
import { meshJob, meshPlantings } from './meshes.ts';
import { plantings, programJob } from './programs.ts';

/** One job: what was done to it, what the check said, and what became of it. */
export interface Foretold {
  readonly seed: number;
  readonly of: 'program' | 'mesh';
  readonly family: string;
  readonly hasEvidence: boolean;
  readonly planted: TroubleKind | null;
  readonly troubles: readonly Trouble[];
  readonly outcome: CheckOutcome;
}

const PLANTED_SHARE = 0.5;
const MESH_SHARE = 0.3;
const SPOOL_G = 700;

/** A job of the row, the same for the same number. */
export function foretold(seed: number): Foretold {
  const random = seededRandom(9000 + 7919 * seed);
  const farm = farmOf(20_000 + seed, random);
  const isMesh = random() < MESH_SHARE;
  const kinds = Object.keys(isMesh ? meshPlantings : plantings) as TroubleKind[];
  const planted = random() < PLANTED_SHARE ? kinds[Math.floor(random() * kinds.length)]! : null;
  const made = isMesh ? ofMesh(farm, random, planted) : ofProgram(farm, random, planted, `job ${seed}`);
  return {
    seed,
    of: isMesh ? 'mesh' : 'program',
    family: farm.plastic.family,
    hasEvidence: farm.hasEvidence,
    planted,
    ...made,
  };
}

interface Made {
  readonly troubles: readonly Trouble[];
  readonly outcome: CheckOutcome;
}
const spool = (remainingG: number): CheckContext['machine']['loaded'] => ({
  id: 'asa',
  name: 'Torba ASA natural',
  lot: '2231',
  remainingG,
});

function ofProgram(farm: Farm, random: () => number, planted: TroubleKind | null, name: string): Made {
  const job = programJob(farm, random, planted, name);
  const context = contextOf(farm, job.change, { ...job.dialect.values, clearanceMm: 30 });
  const lines: string[] = [];
  const read = inspectGcode(new TextEncoder().encode(job.program), context.machine.motion, (cut) => {
    lines.push(...new TextDecoder('latin1').decode(cut).replace(/\n$/, '').split('\n'));
  });
  if (!read.ok) throw new Error(read.failure.what);
  const report = read.value;
  const grams = (report.extrudedVolumeMm3 * farm.plastic.densityGPerCm3) / 1000;
  const spoolG = planted === 'ran out' ? Number((grams * (0.5 + 0.35 * random())).toFixed(1)) : SPOOL_G;
  const around = { ...context, machine: { ...context.machine, loaded: spool(spoolG) } };
  return judged(farm, around, report, lines, job.isUnattended);
}

function ofMesh(farm: Farm, random: () => number, planted: TroubleKind | null): Made {
  const { mesh, values = {}, isShort = false } = meshJob(farm, random, planted);
  const context = contextOf(farm, { values }, { clearanceMm: 30 });
  const [wide, deep] = context.machine.travelMm;
  const checked = checkMesh(writeStl(mesh), { unit: 'mm', placement: asDrawn(wide / 2, deep / 2) }, context);
  if (!checked.ok) throw new Error(checked.failure.what);
  const lines = new TextDecoder().decode(checked.value.program).split('\n');
  const grams = (checked.value.report.extrudedVolumeMm3 * farm.plastic.densityGPerCm3) / 1000;
  const spoolG = isShort ? Number((grams * (0.5 + 0.35 * random())).toFixed(1)) : SPOOL_G;
  const around = { ...context, machine: { ...context.machine, loaded: spool(spoolG) } };
  const outcome = checkJob({ ...checked.value, context: around });
  return { troubles: fate(farm, around, lines, false), outcome };
}

function contextOf(farm: Farm, change: ContextChange, values: NonNullable<ContextChange['values']>): CheckContext {
  return validContextFixture({
    ...farm.change,
    ...change,
    values: { ...values, ...farm.change.values, ...change.values },
    job: { fileName: 'foretold.gcode', ...change.job },
  });
}
function judged(
  farm: Farm,
  context: CheckContext,
  report: GcodeReport,
  lines: readonly string[],
  isUnattended: boolean,
): Made {
  return { troubles: fate(farm, context, lines, isUnattended), outcome: checkJob({ report, context }) };
}
function fate(
  farm: Farm,
  { machine, recipe }: CheckContext,
  lines: readonly string[],
  isUnattended: boolean,
): readonly Trouble[] {
  return fateOf(lines, {
    truth: farm.truth,
    limits: machine.motion,
    lowestMm: machine.lowestMm ?? [0, 0],
    travelMm: machine.travelMm,
    clearanceMm: 30,
    hotEndMaxC: recipe.tool.hotEndMaxC ?? 300,
    bedMaxC: machine.bedMaxC ?? 125,
    isClosed: farm.isClosed,
    plastics: [farm.plastic],
    spoolsG: [machine.loaded?.remainingG ?? 0],
    isUnattended,
    stopsAtUnknown: recipe.values?.['unknownWords'] === 'stops',
  });
}
