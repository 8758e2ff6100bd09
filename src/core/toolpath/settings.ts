import type { MotionLimits } from '../motion/limits.ts';
import type { HeightChange } from './heightChanges.ts';
import type { InfillPattern } from './infillPattern.ts';
import type { HeadSettings, ProgramSettings } from './programWriter.ts';
import type { Lay, ToolpathSettings } from './referencePart.ts';

/** How a mesh becomes a program, for estimates and for prints: effective values of one recipe on one machine, all of which bite. */
export interface MeshToolpathSettings extends ToolpathSettings, HeadSettings, ProgramSettings {
  /** What the machine's controller holds a program to: the pace of a small layer is planned by it. */
  readonly motion: MotionLimits;
  readonly skirtLoops: number;
  readonly skirtGapMm: number;
  readonly brimMm: number;
  readonly minimumLayerTimeS: number;
  readonly infillPattern: InfillPattern;
  /** Factors of X, Y and Z about the foot of each part; see `scaledAboutFoot`. */
  readonly scale: readonly [x: number, y: number, z: number];
  /** Outward from the material, after the scale: outsides grow and holes shrink where it is above zero. */
  readonly contourOffsetMm: number;
  readonly heightChanges: readonly HeightChange[];
  /** Columns under what leans further from the vertical than this; null for none. */
  readonly supportAngleDeg: number | null;
  readonly supportGapZMm: number;
  /** Where the second head lays, beside where the first would. */
  readonly headOffsetMm: readonly [x: number, y: number];
  /** Plastic laid aside at each change of head; none where it is 0. */
  readonly purgeMm3: number;
  readonly shortLoop: Lay;
  readonly bridge: Lay;
  readonly remainder: Lay;
  readonly support: Lay;
  readonly supportContact: Lay;
}
