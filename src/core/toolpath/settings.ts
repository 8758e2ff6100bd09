import type { MotionLimits } from '../motion/limits.ts';
import type { HeightChange } from './heightChanges.ts';
import type { BrimSides, InfillPattern, PurgePlace, Seam, TopDirection } from './choices.ts';
import type { HeadSettings, ProgramSettings } from './programWriter.ts';

/** How one kind of line is laid. */
export interface Lay {
  readonly widthMm: number;
  readonly speedMmPerS: number;
  readonly accelerationMmPerS2: number;
}

/** How a mesh becomes a program, for estimates and for prints: effective values of one recipe on one machine, all of which bite. */
export interface MeshToolpathSettings extends HeadSettings, ProgramSettings {
  readonly layerHeightMm: number;
  readonly firstLayerHeightMm: number;
  /** How far the edge of a layer may stand out from a slope: layers get thinner there, down to the thinnest. 0 for layers all alike. */
  readonly cuspMm: number;
  readonly minimumLayerHeightMm: number;
  readonly walls: number;
  /** Laid without gaps under every top, and above every underside. */
  readonly topLayers: number;
  readonly floorLayers: number;
  readonly topDirection: TopDirection;
  readonly seam: Seam;
  readonly infillPercent: number;
  /** What the machine's controller holds a program to: the pace of a small layer is planned by it. */
  readonly motion: MotionLimits;
  readonly skirtLoops: number;
  readonly skirtGapMm: number;
  readonly skirtLeastMm: number;
  /** A thin wall where the skirt lies, so high. */
  readonly draughtScreenMm: number;
  /** Layers under the part that are broken off it, how far they reach round it, and the air between. */
  readonly raftLayers: number;
  readonly raftReachMm: number;
  readonly raftGapMm: number;
  readonly brimMm: number;
  readonly brimGapMm: number;
  readonly brimSides: BrimSides;
  readonly minimumLayerTimeS: number;
  /** A small layer is slowed to this speed at the most; what is still missing it waits for. */
  readonly lowestSpeedMmPerS: number;
  /** Side of a square column beside layers that are shorter than their time: the nozzle leaves the part meanwhile. 0 for none. */
  readonly columnMm: number;
  readonly infillPattern: InfillPattern;
  /** How far fill lines reach into the wall, of their width. */
  readonly fillOverlapPercent: number;
  /** Smaller insides are filled without gaps. */
  readonly solidBelowMm2: number;
  /** Factors of X, Y and Z about the foot of each part; see `scaledAboutFoot`. */
  readonly scale: readonly [x: number, y: number, z: number];
  /** Outward from the material, after the scale: outsides grow and holes shrink where it is above zero. */
  readonly contourOffsetMm: number;
  readonly heightChanges: readonly HeightChange[];
  /** Columns under what leans further from the vertical than this; null for none. */
  readonly supportAngleDeg: number | null;
  readonly supportGapZMm: number;
  readonly supportGapXYMm: number;
  readonly supportPercent: number;
  readonly contactLayers: number;
  readonly contactPercent: number;
  readonly supportOnPlateOnly: boolean;
  /** Where the second head lays, beside where the first would. */
  readonly headOffsetMm: readonly [x: number, y: number];
  /** Plastic laid aside at each change of head; none where it is 0. */
  readonly purgeMm3: number;
  readonly purgeInto: PurgePlace;
  readonly visibleWall: Lay;
  readonly hiddenWall: Lay;
  readonly fill: Lay;
  readonly solidFill: Lay;
  readonly topSurface: Lay;
  readonly firstLayer: Lay;
  readonly shortLoop: Lay;
  readonly bridge: Lay;
  readonly remainder: Lay;
  readonly support: Lay;
  readonly supportContact: Lay;
}
