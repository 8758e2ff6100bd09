import type { MeshToolpathSettings } from './settings.ts';

/** Roles that another head may lay than the one of the part body. */
export type OtherRole = 'support' | 'supportContact' | 'brim';
type Zone = readonly [x0: number, y0: number, x1: number, y1: number];

/** A head that lays other roles than the part body, by the recipe as its own tool and material have it. */
export interface OtherHead {
  /** As the program calls it. */
  readonly tool: number;
  readonly roles: readonly OtherRole[];
  readonly lay: MeshToolpathSettings;
}
/** Which head lays what, and where a purge tower may stand. */
export interface Heads {
  readonly bodyTool: number;
  readonly others: readonly OtherHead[];
  readonly plateMm: readonly [x: number, y: number];
  readonly zonesMm: readonly Zone[];
}
export const oneHead: Heads = { bodyTool: 0, others: [], plateMm: [Infinity, Infinity], zonesMm: [] };

/** A head while a program is written. */
export class Head {
  /** Whether its filament is drawn back. */
  isBack = false;
  /** Nozzle temperature it was last told; 0 where it was told none. */
  saidC = 0;
  constructor(
    readonly tool: number,
    readonly s: MeshToolpathSettings,
    /** What is added to every place it lays. */
    readonly offsetMm: readonly [x: number, y: number],
  ) {}
}
