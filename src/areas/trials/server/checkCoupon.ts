import { inspectGcode } from '../../../core/gcode/inspect.ts';
import { fail, sentenceOf, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { checkJob } from '../../rules/run.ts';
import type { CheckContext, ContextHead } from '../../rules/context.ts';
import { asRulesRead, findLoaded, findMounted } from '../../machines/server/index.ts';
import { makeSheet } from '../../checks/server/index.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { Trial } from './rows.ts';
import { checkPlate } from './checkPlate.ts';
import { trialName } from './planTrial.ts';

/** A coupon is as small as it can be measured: its layers are quicker than those of a part may be. */
const SMALL_ON_PURPOSE: readonly string[] = ['lowestLayerTimeS'];

/** The product's own job check on a coupon, against the machine as it stands. What the trial is there to find out (its own
 *  settings' proofs, and the supplier's range of a temperature it tries) does not count against it; hardware always does. */
export async function checkCoupon(ctx: Pick<Ctx, 'db' | 'clock'>, row: Trial): Promise<Result<null, TrialFailure>> {
  const kind = kindOf(row.kind);
  if (kind.technology === 'resin') return checkPlate(ctx, row);
  const made = await makeSheet(ctx, {
    machineId: row.machineId,
    toolId: row.toolId,
    materialId: row.materialId,
    processId: row.processId,
    class: 'in-house',
    fileName: `${trialName(row.number)}.gcode`,
    quantity: 1,
    overrides: row.plan.overrides,
  });
  if (!made.ok)
    return fail({
      code: 'notReady',
      what: 'The machine or the recipe of this trial cannot be read any more; plan it again',
    });
  const { material } = made.value.recipe;
  const triesHeat = kind.proves.includes('nozzleC');
  const alone: CheckContext = {
    ...made.value,
    // a trial is how things come to be proven
    job: { ...made.value.job, provenOnly: false },
    proofs: Object.fromEntries(
      Object.entries(made.value.proofs).filter(
        ([key]) => !kind.proves.includes(key) && !SMALL_ON_PURPOSE.includes(key),
      ),
    ),
    recipe: { ...made.value.recipe, material: { ...material, nozzleRangeC: triesHeat ? null : material.nozzleRangeC } },
  };
  const sheet = (kind.heads ?? 1) > 1 ? { ...alone, heads: [await secondHead(ctx, row.machineId, alone)] } : alone;
  const report = inspectGcode(new TextEncoder().encode(row.gcode), sheet.machine.motion);
  if (!report.ok)
    return fail({ code: 'notReady', what: `The coupon’s program cannot be sent: ${sentenceOf(report.failure)}` });
  const blocker = checkJob({ report: report.value, context: sheet }).findings.find((f) => f.severity === 'blocker');
  return blocker
    ? fail({
        code: 'blocked',
        what: `${blocker.title}${blocker.head === undefined ? '' : ` on head ${blocker.head}`}: ${blocker.figure} against ${blocker.limit}`,
        fix: blocker.fix,
      })
    : succeed(null);
}

/** A coupon of two heads lays with both alike: by the same recipe, so the same must be mounted and loaded on the second. */
async function secondHead(
  ctx: Pick<Ctx, 'db'>,
  machineId: string,
  { recipe, proofs }: Pick<CheckContext, 'recipe' | 'proofs'>,
): Promise<ContextHead> {
  const [mounted, loaded] = [await findMounted(ctx, machineId, 1), await findLoaded(ctx, machineId, 1)];
  return { tool: 1, roles: [], recipe, proofs, ...asRulesRead({ mounted, loaded }) };
}
