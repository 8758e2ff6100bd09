import { difference, intersection, union, type Region } from '../geometry/clip.ts';
import { rectangle } from './surround.ts';

/** A box that a person has drawn on the plate: whatever hangs in it gets support, or never does. Heights count from the foot of the
 *  part. */
export interface SupportBox {
  readonly kind: 'always' | 'never';
  readonly minMm: readonly [x: number, y: number, z: number];
  readonly maxMm: readonly [x: number, y: number, z: number];
}
const regionOf = (boxes: readonly SupportBox[], kind: SupportBox['kind'], zMm: number): Region =>
  union(
    boxes.flatMap(({ kind: of, minMm: [x0, y0, z0], maxMm: [x1, y1, z1] }) =>
      of === kind && x0 < x1 && y0 < y1 && zMm >= z0 - 1e-6 && zMm <= z1 + 1e-6
        ? [rectangle((x0 + x1) / 2, (y0 + y1) / 2, x1 - x0, y1 - y0)]
        : [],
    ),
  );

/** What of a layer is to be supported: what leans too far, what hangs at all where it always is, nothing where it never is. */
export function wantedIn(
  boxes: readonly SupportBox[],
  zMm: number,
  leaning: Region,
  { region, below }: { readonly region: Region; readonly below: Region },
): Region {
  if (boxes.length === 0) return leaning;
  const always = regionOf(boxes, 'always', zMm);
  const all = always.length === 0 ? leaning : union(leaning, intersection(difference(region, below), always));
  return withoutNever(boxes, zMm, all);
}
export function withoutNever(boxes: readonly SupportBox[], zMm: number, region: Region): Region {
  const never = region.length === 0 ? [] : regionOf(boxes, 'never', zMm);
  return never.length === 0 ? region : difference(region, never);
}
