import { findSetting } from '../../library/settings/catalogue.ts';
import { maySetInRecipe, type Values } from '../../library/settings/define.ts';
import type { MeshChoice } from './mesh.ts';
import type { FindingChange } from './outcome.ts';

export interface FixedCopy {
  readonly overrides: Values;
  readonly mesh: MeshChoice;
}

/** A copy of the recipe's own values and of how a part stands, with a fix done to it. */
export function applyFix(overrides: Values, mesh: MeshChoice, change: FindingChange): FixedCopy {
  const values = Object.entries(change.values ?? {}).filter(([key]) => {
    const setting = findSetting(key);
    return setting && maySetInRecipe(setting);
  });
  const placement = { ...mesh.placement, ...change.placement };
  const [x, y, z] = placement.turnDeg;
  return {
    overrides: { ...overrides, ...Object.fromEntries(values) },
    mesh: {
      ...mesh,
      unit: change.unit ?? mesh.unit,
      placement:
        change.turnAboutZ === undefined ? placement : { ...placement, turnDeg: [x, y, (z + change.turnAboutZ) % 360] },
    },
  };
}

/** What a fix does, in a few words. */
export function fixText({ values, placement, unit, turnAboutZ }: FindingChange): string {
  const parts = [
    ...Object.entries(values ?? {}).map(([key, v]) => `${findSetting(key)?.label.toLowerCase() ?? key} ${String(v)}`),
    ...(unit ? [`read in ${unit}`] : []),
    ...(turnAboutZ === undefined ? [] : [`turned ${turnAboutZ}° about Z`]),
    ...(placement?.scale ? [`scaled to ${(100 * placement.scale[0]).toFixed(1)} %`] : []),
    ...(placement?.xMm !== undefined || placement?.yMm !== undefined ? ['moved'] : []),
  ];
  return parts.join(', ');
}
