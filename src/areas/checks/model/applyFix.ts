import type { Placement } from '../../../core/mesh/placement.ts';
import { showValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { maySetInRecipe, type Values } from '../../library/settings/define.ts';
import { fitting, type MeshChoice } from './mesh.ts';
import { movedBoxes } from './supportBox.ts';
import type { FindingChange } from '../../rules/outcome.ts';

export interface FixedCopy {
  readonly overrides: Values;
  readonly mesh: MeshChoice;
}

/** A copy of the recipe's own values and of how things lie on the plate, with a fix done to it. */
export function applyFix(overrides: Values, mesh: MeshChoice, change: FindingChange): FixedCopy {
  const values = Object.entries(change.values ?? {}).filter(([key]) => {
    const setting = findSetting(key);
    return setting && maySetInRecipe(setting);
  });
  const [dx, dy] = change.moveMm ?? [0, 0];
  const moved = (p: Placement): Placement => ({ ...p, xMm: p.xMm + dx, yMm: p.yMm + dy });
  const { turnDeg, scale } = mesh.placement;
  return {
    overrides: { ...overrides, ...Object.fromEntries(values) },
    mesh: fitting(mesh, {
      ...mesh,
      unit: change.unit ?? mesh.unit,
      placement: {
        ...moved(mesh.placement),
        turnDeg: [turnDeg[0], turnDeg[1], (turnDeg[2] + (change.turnAboutZ ?? 0)) % 360],
        scale: change.scale ?? scale,
      },
      ...(mesh.boxes && { boxes: movedBoxes(mesh.boxes, dx, dy) }),
      ...(mesh.more && { more: mesh.more.map((m) => ({ ...m, placement: moved(m.placement) })) }),
    }),
  };
}

/** Values by setting, as text. */
export const valuesText = (values: Values): string =>
  Object.entries(values)
    .map(([key, v]) => {
      const setting = findSetting(key);
      return setting ? `${setting.label.toLowerCase()} ${showValue(setting, v)}` : key;
    })
    .join(', ');
/** What a fix does, in a few words. */
export function fixText({ values, moveMm, scale, unit, turnAboutZ }: FindingChange): string {
  return [
    ...(values ? [valuesText(values)] : []),
    ...(unit ? [`read in ${unit}`] : []),
    ...(turnAboutZ === undefined ? [] : [`turned ${turnAboutZ}° about Z`]),
    ...(scale ? [`scaled to ${(100 * scale[0]).toFixed(1)} %`] : []),
    ...(moveMm ? [`moved by ${moveMm.map((d) => d.toFixed(1)).join(' / ')} mm`] : []),
  ].join(', ');
}
