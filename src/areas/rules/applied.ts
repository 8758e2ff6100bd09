import { parseHeightChanges, type HeightChange } from '../../core/toolpath/heightChanges.ts';
import { findSetting, type SettingKey } from '../library/settings/catalogue.ts';
import { numberOf, type Values } from '../library/settings/define.ts';
import { accelerationKey, lineKinds, speedKey, widthKey, type LineKindKey } from '../library/settings/lineKinds.ts';
import { pressureCommandOf } from '../machines/model/dialect.ts';
import type { CheckContext } from './context.ts';
import type { MeshReport } from './meshReport.ts';
import { bodyOf, isBody, type RecipeRole } from './recipeInput.ts';

/** A value of the recipe that a program generated here does not hold. */
export interface NotApplied {
  /** The setting, where it is one. */
  readonly setting?: SettingKey;
  readonly label: string;
  readonly why: string;
  /** It would be laid, of the wrong material. */
  readonly isOtherMaterial?: boolean;
}
const isOn = (v: Values, key: SettingKey): boolean => (numberOf(v, key) ?? 0) !== 0;
const retractsByItself = (v: Values): string | null =>
  v['firmwareRetract'] === true ? 'the machine retracts by figures of its own' : null;
/** What keeps a value out of the program on this machine; null where nothing does. */
const UNLESS: Readonly<Partial<Record<SettingKey, (v: Values) => string | null>>> = {
  chamberC: (v) => (numberOf(v, 'chamberMaxC') === null ? 'the machine does not heat its chamber' : null),
  retractionMm: retractsByItself,
  retractionMmPerS: retractsByItself,
  refillMm: (v) => (isOn(v, 'refillMm') ? retractsByItself(v) : null),
  pressureS: (v) =>
    isOn(v, 'pressureS') && pressureCommandOf(v) === null
      ? 'the printer profile has no command that sets the pressure factor'
      : null,
};

/** Which heads there are, and what other roles they lay. */
export interface LaidBy {
  /** Heads of the machine. */
  readonly count: number;
  readonly others: readonly { readonly tool: number; readonly roles: readonly RecipeRole['role'][] }[];
  /** The head of the part body. */
  readonly bodyTool: number;
  /** Bodies that something on the plate is of; the first alone where nothing is said. */
  readonly bodies?: readonly number[];
  /** Whether parts are laid one after another. */
  readonly isOneByOne?: boolean;
}
/** Kinds of line that another head than the part body's lays: support, brim and the purge tower. */
const KINDS_OF_OTHERS: ReadonlySet<LineKindKey> = new Set<LineKindKey>([
  'support',
  'supportContact',
  'firstLayer',
  'solidFill',
]);
const CELLS_OF_OTHERS = lineKinds
  .filter((k) => KINDS_OF_OTHERS.has(k.key))
  .flatMap((k) => [widthKey(k), speedKey(k), accelerationKey(k)]);
/** Effective values that bite on what another head lays; the rest of its lines is the part body's recipe. */
export const settingsOfOthers: ReadonlySet<string> = new Set<string>([
  'nozzleC',
  'nozzleFirstC',
  'standbyC',
  'fanPercent',
  'flow',
  'diameterMm',
  'retractionMm',
  'retractionMmPerS',
  'refillMm',
  'liftMm',
  'pressureS',
  'zOffsetMm',
  'travelSpeedMmPerS',
  ...CELLS_OF_OTHERS,
]);

/** The same on what a head lays that is of the part itself: how its layers lie is the first body's. */
export const settingsOfBodies: ReadonlySet<string> = new Set<string>([
  ...settingsOfOthers,
  'lineWidthMm',
  'walls',
  'seam',
  'topDirection',
  'infillPercent',
  'infillPattern',
  'fillOverlapPercent',
  'solidBelowMm2',
  // a line of fitting width is as wide as its wall
  ...lineKinds.flatMap((k) => [...(k.key === 'remainder' ? [] : [widthKey(k)]), speedKey(k), accelerationKey(k)]),
]);

/** What of a recipe a program generated here does not hold, with the reason. */
export function notAppliedOf(
  v: Values,
  roles: readonly RecipeRole[],
  changesAbove: readonly HeightChange[],
  { count, others, bodyTool, bodies = [1], isOneByOne = false }: LaidBy,
): NotApplied[] {
  const out: NotApplied[] = [];
  for (const [key, unless] of Object.entries(UNLESS)) {
    const why = v[key] === undefined ? null : unless(v);
    if (why !== null) out.push({ setting: key as SettingKey, label: findSetting(key)!.label, why });
  }
  for (const { at } of changesAbove)
    out.push({
      label: `Change at ${'layer' in at ? `layer ${at.layer}` : `${at.zMm} mm`}`,
      why: 'the part ends below it',
    });
  const changes = parseHeightChanges(typeof v['heightChanges'] === 'string' ? v['heightChanges'] : '');
  const isOfNozzle = changes.ok && changes.value.some(({ set }) => set.nozzle !== undefined || set.fan !== undefined);
  if (isOfNozzle && others.some((h) => h.roles.some(isBody)))
    out.push({
      setting: 'heightChanges',
      label: findSetting('heightChanges')!.label,
      why: 'nozzle and fan change at heights for the first body alone',
    });
  if (isOneByOne && isOn(v, 'columnMm'))
    out.push({
      setting: 'columnMm',
      label: findSetting('columnMm')!.label,
      why: 'parts are laid one after another, and none waits beside the next',
    });
  if (others.length > 0)
    for (const tool of new Set([bodyTool, ...others.map((h) => h.tool)]))
      if (tool > 1)
        out.push({ label: `Head offset of head ${tool + 1}`, why: 'only that of the second head is known' });
  const body = roles.find((r) => r.role === 'part body');
  for (const r of roles) {
    if (!body || r === body || (r.toolId === body.toolId && r.materialId === body.materialId)) continue;
    const number = bodyOf(r.role);
    const hasNone = number !== null && !bodies.includes(number);
    if (!hasNone && others.some((h) => h.roles.includes(r.role))) continue;
    out.push({
      isOtherMaterial: true,
      label: `${r.role} of ${r.materialName}`,
      why: hasNone
        ? 'nothing on the plate is of it'
        : count < 2
          ? 'the machine has one head'
          : 'no head of the machine is left for it',
    });
  }
  return out;
}
/** The same as a check's surroundings and what lies on the plate have it. */
export const laidByOf = (
  { machine, heads = [], bodyTool = 0 }: CheckContext,
  { bodies, oneByOne }: Pick<MeshReport, 'bodies' | 'oneByOne'>,
): LaidBy => ({
  count: machine.heads ?? 1,
  others: heads,
  bodyTool,
  ...(bodies && { bodies }),
  isOneByOne: oneByOne !== undefined,
});
