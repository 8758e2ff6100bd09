import { lightShareAt } from '../../../core/resin/lightMap.ts';
import type { StackSettings } from '../../../core/resin/stackSettings.ts';
import { stackSettingsOf, STACK_NEEDS } from '../../rules/stackSettings.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';

/** Values without which no plate can be made. */
export const PLATE_NEEDS = ['travelXMm', 'travelYMm', 'travelZMm', ...STACK_NEEDS] as const;

/** What a plate is made with: the screen, the recipe's layers and motion, and where on the screen it may lie. */
export interface PlateSettings extends StackSettings {
  /** Part of the screen that the plate covers. */
  readonly roomMm: readonly [x: number, y: number, z: number];
  readonly takesSubExposures: boolean;
  /** Light at a place over its mean, −1 to 1 each way, by the last light map; 1 everywhere where there is none. */
  readonly lightShare: (x: number, y: number) => number;
}

export function plateSettingsOf(v: Values, title: string, light: readonly number[] | null = null): PlateSettings {
  const stack = stackSettingsOf(v, title);
  const { pixels, pixelMm } = stack;
  const travel = (key: string): number => numberOf(v, key) ?? 0;
  return {
    ...stack,
    roomMm: [
      Math.min(travel('travelXMm'), pixels[0] * pixelMm[0]),
      Math.min(travel('travelYMm'), pixels[1] * pixelMm[1]),
      travel('travelZMm'),
    ],
    takesSubExposures: v['subExposures'] !== false,
    lightShare: (x, y) => (light ? lightShareAt(light, x, y) : 1),
  };
}
