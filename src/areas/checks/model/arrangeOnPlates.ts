import { arrange } from '../../../core/geometry/arrange.ts';
import type { MeshUnit } from '../../../core/mesh/mesh.ts';
import type { Placement } from '../../../core/mesh/placement.ts';
import { roundPartMm } from '../../../core/toolpath/surround.ts';
import type { FileRef } from '../../requests/model/file.ts';
import type { MeshChoice, MorePart } from './mesh.ts';
import type { CheckContext } from '../../rules/context.ts';

/** Between things on a plate where nobody says more. */
export const USUAL_GAP_MM = 4;
type Hull = readonly (readonly [number, number])[];
/** One kind of thing on the plates: a file as it is read and turned, how much room it takes, and how many of it there are. */
export interface PlateItem {
  readonly file: FileRef | null;
  readonly unit: MeshUnit | null;
  readonly placement: Placement;
  readonly body?: number;
  readonly widthMm: number;
  readonly depthMm: number;
  readonly count: number;
}
export interface PlannedPlate {
  /** File the plate's job is of; null is the job's own. */
  readonly file: FileRef | null;
  readonly choice: MeshChoice;
  readonly pieces: number;
}
export interface Spread {
  readonly plates: readonly PlannedPlate[];
  /** Things larger than the plate. */
  readonly tooLarge: readonly PlateItem[];
}

const partsOf = (choice: MeshChoice): readonly MorePart[] => [
  { file: null, unit: choice.unit, placement: choice.placement },
  ...(choice.more ?? []),
];
const keyOf = (part: Pick<MorePart, 'file'>): string => part.file?.sha256 ?? '';

/** What lies on the plates of a job, each file once: how it is turned and the room it takes as it was last read, `read` with its outlines
 *  from above in the same order, and how many of it all plates hold now. */
export function thingsOf(read: MeshChoice, hulls: readonly Hull[], plates: readonly PlannedPlate[]): PlateItem[] {
  const counts = new Map<string, number>();
  for (const plate of plates)
    for (const part of partsOf(plate.choice)) {
      const key = keyOf(part.file ? part : plate);
      counts.set(key, (counts.get(key) ?? 0) + 1);
    }
  const things = new Map<string, PlateItem>();
  partsOf(read).forEach((part, i) => {
    const hull = hulls[i];
    if (things.has(keyOf(part)) || !hull || hull.length === 0) return;
    const [xs, ys] = [hull.map((p) => p[0]), hull.map((p) => p[1])];
    things.set(keyOf(part), {
      ...part,
      widthMm: Math.max(...xs) - Math.min(...xs),
      depthMm: Math.max(...ys) - Math.min(...ys),
      count: counts.get(keyOf(part)) ?? 0,
    });
  });
  return [...things.values()];
}
/** Whether two choices read and turn the first part alike: then what it was found to measure still holds. */
export const isReadAlike = (a: MeshChoice, b: MeshChoice): boolean =>
  a.unit === b.unit &&
  Boolean(a.repair) === Boolean(b.repair) &&
  [0, 1, 2].every((k) => a.placement.scale[k] === b.placement.scale[k]) &&
  [0, 1].every((k) => a.placement.turnDeg[k] === b.placement.turnDeg[k]) &&
  (a.placement.turnDeg[2] - b.placement.turnDeg[2]) % 90 === 0;

/** Room that raft, skirt or brim take round what lies outermost. */
export const edgeOf = ({ recipe: { lay } }: CheckContext): number => (lay ? roundPartMm(lay, Infinity) + 1 : 5);

/** Sets so many of each down with a gap, on as many plates as it takes. Boxes for support and what was prepared are not taken along: they
 *  were made for things as they lay. */
export function arrangeOnPlates(
  things: readonly PlateItem[],
  { repair, bodies, isOneByOne, hollowed }: MeshChoice,
  jobFile: FileRef,
  plateMm: readonly [number, number],
  room: { readonly gapMm: number; readonly edgeMm: number },
): Spread {
  const pieces = things.flatMap((t) => Array.from({ length: t.count }, () => t));
  const { plates, tooLarge } = arrange(pieces, { plateMm, ...room, mayTurn: true });
  const set = (t: PlateItem, at: (typeof plates)[number][number]): Placement => {
    const [x, y, z] = t.placement.turnDeg;
    return { ...t.placement, turnDeg: [x, y, at.isTurned ? (z + 90) % 360 : z], xMm: at.xMm, yMm: at.yMm };
  };
  return {
    tooLarge: [...new Set(tooLarge.map((i) => pieces[i]!))],
    // the plate with the job's own file first
    plates: [...plates]
      .sort((a, b) => a[0]!.item - b[0]!.item)
      .map((plate): PlannedPlate => {
        const [first, ...rest] = plate.map((at) => ({ thing: pieces[at.item]!, placement: set(pieces[at.item]!, at) }));
        const own = first!.thing.file;
        return {
          file: own,
          pieces: plate.length,
          choice: {
            unit: first!.thing.unit,
            placement: first!.placement,
            ...(repair !== undefined && { repair }),
            ...(isOneByOne !== undefined && { isOneByOne }),
            ...(!own && hollowed && { hollowed }),
            ...(own ? first!.thing.body !== undefined && { bodies: [first!.thing.body] } : bodies && { bodies }),
            more: rest.map(({ thing, placement }) => ({
              // what is the plate's own file is not named again; the job's is, on the plate of another
              file: thing.file?.sha256 === own?.sha256 ? null : (thing.file ?? jobFile),
              unit: thing.unit,
              placement,
              ...(thing.body !== undefined && { body: thing.body }),
            })),
          },
        };
      }),
  };
}
