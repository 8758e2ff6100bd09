import type { WritingHead } from './programWriter.ts';
import type { MeshToolpathSettings } from './settings.ts';

/** A head that lays a part, while its program is written. */
export type Head = WritingHead<MeshToolpathSettings>;

/** Bodies of a part after the first, each of a material of its own. */
export const moreBodies = ['body2', 'body3', 'body4'] as const;
export type BodyRole = 'body' | (typeof moreBodies)[number];
/** Roles that another head may lay than the one of the part body. */
export type OtherRole = 'support' | 'supportContact' | 'brim' | Exclude<BodyRole, 'body'>;
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
