import { isSameData } from '../../../core/formats/canonicalJson.ts';
import { showValue } from '../../library/model/values.ts';
import type { SettingValue } from '../../library/settings/define.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import type { MeshChoice } from './mesh.ts';
import type { CheckContext } from '../../rules/context.ts';

const MOST_NAMED = 4;

/** A setting by what screens call it. */
const calledBy = (key: string): string => findSetting(key)?.label.toLowerCase() ?? key;
function shown(key: string, value: SettingValue | undefined): string {
  const setting = findSetting(key);
  return setting ? `${calledBy(key)} now ${showValue(setting, value)}` : `${key} is another`;
}

/** What is otherwise than when a check was made, in words: why its verdict is out of date. */
export function whatChanged(
  before: CheckContext,
  now: CheckContext,
  stood: MeshChoice | null,
  stands: MeshChoice | null,
  haveRulesChanged = false,
): string[] {
  const changes: string[] = haveRulesChanged ? ['the rules are of a newer version'] : [];
  if (stood?.unit !== stands?.unit) changes.push('the file is read in another unit');
  if (!isSameData(stood?.placement, stands?.placement)) changes.push('the part stands otherwise');
  if (Boolean(stood?.repair) !== Boolean(stands?.repair))
    changes.push(stands?.repair ? 'the mesh is repaired first' : 'the mesh is taken as it came');
  if (!isSameData(stood?.more ?? [], stands?.more ?? [])) changes.push('what lies beside it is otherwise');
  if (before.machine.mounted?.id !== now.machine.mounted?.id)
    changes.push(`${now.machine.mounted?.name ?? 'no tool'} is mounted now`);
  if (before.machine.loaded?.id !== now.machine.loaded?.id || before.machine.loaded?.lot !== now.machine.loaded?.lot)
    changes.push(
      `${now.machine.loaded ? `${now.machine.loaded.name}, lot ${now.machine.loaded.lot}` : 'nothing'} is loaded now`,
    );
  changes.push(...proofsChanged(before.proofs, now.proofs));
  const [was, is] = [before.recipe.values ?? {}, now.recipe.values ?? {}];
  const other = Object.keys({ ...was, ...is })
    .filter((key) => !isSameData(was[key], is[key]))
    .sort();
  if (before.recipe.values && other.length > 0)
    changes.push(
      `${other
        .slice(0, MOST_NAMED)
        .map((key) => shown(key, is[key]))
        .join(', ')}${other.length > MOST_NAMED ? ` and ${other.length - MOST_NAMED} more` : ''}`,
    );
  if (before.policy && !isSameData(before.policy, now.policy)) changes.push('the farm’s policy is another');
  const [knew, knows] = [before.machine.asKnown, now.machine.asKnown];
  if (knew && knows) {
    if (knew.lid !== knows.lid) changes.push(`the lid is ${knows.lid} now`);
    if (knew.speedPercent !== knows.speedPercent)
      changes.push(
        `speed at the machine is ${knows.speedPercent ?? 'not said'}${knows.speedPercent === null ? '' : ' %'} now`,
      );
    if (knew.ready !== knows.ready)
      changes.push(knows.ready ? 'the machine is ready again' : 'the machine is not ready');
  }
  return changes.length > 0 ? changes : ['a profile in the recipe has a new revision'];
}

/** What became of the evidence: values that something became of alike are told together. */
function proofsChanged(before: CheckContext['proofs'], now: CheckContext['proofs']): string[] {
  const alike = new Map<string, string[]>();
  for (const key of new Set([...Object.keys(before), ...Object.keys(now)])) {
    const [a, b] = [before[key], now[key]];
    if (a?.state === b?.state && a?.trialId === b?.trialId) continue;
    const what = b ? `${b.state}${b.because ? ` (${b.because})` : ` by ${b.trialName}`}` : 'no evidence any more';
    alike.set(what, [...(alike.get(what) ?? []), calledBy(key)]);
  }
  return [...alike].map(([what, values]) => `${values.join(', ')}: ${what}`);
}
