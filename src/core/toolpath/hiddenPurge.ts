import { areaMm2, difference, offset, ringAreaMm2 } from '../geometry/clip.ts';
import type { Head, OtherRole } from './heads.ts';
import { solidOf } from './regions.ts';
import type { Stack } from './stack.ts';

/** For each layer the heads whose change may be purged into what nobody sees of it: sparse infill and columns of support that hold at
 *  least what is to be purged, by a cautious estimate. `used` are the heads that lay something on each layer. */
export function hiddenPurges(
  stack: Stack,
  used: readonly ReadonlySet<Head>[],
  body: Head,
  headOf: (role: OtherRole) => Head,
): ReadonlySet<Head>[] {
  return stack.layers.map((layer, k) => {
    const holds = new Map<Head, number>();
    const add = (head: Head, mm3: number): void => {
      holds.set(head, (holds.get(head) ?? 0) + mm3);
    };
    if (k < stack.raft || (used[k]?.size ?? 0) < 2) return new Set();
    for (const [b, { role }] of stack.bodies.entries()) {
      const head = role === 'body' ? body : headOf(role);
      const region = layer.bodies[b]!;
      if (region.length === 0 || !stack.common) continue;
      // a line more than the walls take
      const inner = offset(
        region,
        -(head.s.walls + 1) * Math.max(head.s.visibleWall.widthMm, head.s.hiddenWall.widthMm),
      );
      // small insides are laid solid, and their holes count all the same
      const sparse = difference(inner, solidOf(stack.common, k, region, inner)).filter((ring) => {
        const mm2 = ringAreaMm2(ring);
        return mm2 < 0 || mm2 >= head.s.solidBelowMm2;
      });
      const sparseMm2 = Math.max(0, areaMm2(sparse));
      add(head, sparseMm2 * (head.s.infillPercent / 100) * layer.heightMm);
    }
    const under = headOf('support');
    add(under, areaMm2(stack.columns[k]!.column) * (body.s.supportPercent / 100) * layer.heightMm);
    return new Set([...used[k]!].filter((h) => (holds.get(h) ?? 0) >= body.s.purgeMm3));
  });
}
