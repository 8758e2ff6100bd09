import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { checkRecipe } from '../../rules/run.ts';
import { rules } from '../../rules/index.ts';
import { workOut } from '../../recipes/model/recipe.ts';
import { makeRecipeSheet } from '../../recipes/server/index.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { Trial } from './rows.ts';

/** The recipe's own rules on what a plate is printed with, against the machine as it stands. What the trial is there to find out does
 *  not count against it. */
export async function checkPlate(ctx: Pick<Ctx, 'db' | 'clock'>, row: Trial): Promise<Result<null, TrialFailure>> {
  const kind = kindOf(row.kind);
  if (row.gcode === '') return fail({ code: 'notReady', what: `${kind.label}: nothing is printed; read the meter` });
  const sheet = await makeRecipeSheet(ctx, {
    machineId: row.machineId,
    printerId: null,
    processId: row.processId,
    roles: [{ role: 'part body', toolId: row.toolId, materialId: row.materialId }],
  });
  if (!sheet.ok)
    return fail({
      code: 'notReady',
      what: 'The machine or the recipe of this trial cannot be read any more; plan it again',
    });
  const tries = (id: string): boolean =>
    rules.find((r) => r.id === id)!.recipe!.reads.some((key) => kind.proves.includes(key));
  const blocker = checkRecipe(workOut(sheet.value, row.plan.overrides).input).findings.find(
    (f) => f.severity === 'blocker' && !tries(f.rule),
  );
  return blocker
    ? fail({ code: 'blocked', what: `${blocker.title}: ${blocker.figure} against ${blocker.limit}`, fix: blocker.fix })
    : succeed(null);
}
