import { arrange } from '../../../core/geometry/arrange.ts';
import type { MeshUnit } from '../../../core/mesh/mesh.ts';
import type { Placement } from '../../../core/mesh/placement.ts';
import type { FileRef, MeshChoice, MorePart } from './mesh.ts';
import type { LimitSheet } from './sheet.ts';

type Hull = readonly (readonly [number, number])[];
/** One kind of thing on the plates: a file as it is read and turned, how much room it takes, and how many of it there are. */
export interface Thing {
  readonly file: FileRef | null;
  readonly unit: MeshUnit | null;
  readonly placement: Placement;
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
  readonly tooLarge: readonly Thing[];
}

/** What lies on a plate, each file once with its count; `hulls` are the outlines from above in the same order. */
export function thingsOf(choice: MeshChoice, hulls: readonly Hull[]): Thing[] {
  const all: readonly MorePart[] = [
    { file: null, unit: choice.unit, placement: choice.placement },
    ...(choice.more ?? []),
  ];
  const things = new Map<string, Thing>();
  all.forEach((part, i) => {
    const key = part.file?.sha256 ?? '';
    const known = things.get(key);
    const hull = hulls[i];
    if (known) things.set(key, { ...known, count: known.count + 1 });
    else if (hull && hull.length > 0) {
      const [xs, ys] = [hull.map((p) => p[0]), hull.map((p) => p[1])];
      things.set(key, {
        ...part,
        widthMm: Math.max(...xs) - Math.min(...xs),
        depthMm: Math.max(...ys) - Math.min(...ys),
        count: 1,
      });
    }
  });
  return [...things.values()];
}

/** Room that skirt or brim take round what lies outermost. */
export function edgeOf({ recipe: { lay } }: LimitSheet): number {
  if (!lay) return 5;
  const round =
    lay.brimMm > 0 ? lay.brimMm : lay.skirtLoops > 0 ? lay.skirtGapMm + lay.skirtLoops * lay.firstLayer.widthMm : 0;
  return round + 1;
}

/** Sets so many of each down with a gap, on as many plates as it takes. */
export function spreadOut(
  things: readonly Thing[],
  { repair }: MeshChoice,
  jobFile: FileRef,
  plateMm: readonly [number, number],
  room: { readonly gapMm: number; readonly edgeMm: number },
): Spread {
  const pieces = things.flatMap((t) => Array.from({ length: t.count }, () => t));
  const { plates, tooLarge } = arrange(pieces, { plateMm, ...room, mayTurn: true });
  const set = (t: Thing, at: (typeof plates)[number][number]): Placement => {
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
            more: rest.map(({ thing, placement }) => ({
              // what is the plate's own file is not named again; the job's is, on the plate of another
              file: thing.file?.sha256 === own?.sha256 ? null : (thing.file ?? jobFile),
              unit: thing.unit,
              placement,
            })),
          },
        };
      }),
  };
}
