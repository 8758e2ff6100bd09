import { areaMm2, offset } from '../geometry/clip.ts';
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
    const add = (head: Head, mm3: number): unknown => holds.set(head, (holds.get(head) ?? 0) + mm3);
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
      const sparseMm2 = areaMm2(inner) - areaMm2(solidOf(stack.common, k, region, inner));
      add(head, sparseMm2 * (head.s.infillPercent / 100) * layer.heightMm);
    }
    const under = headOf('support');
    add(under, areaMm2(stack.columns[k]!.column) * (body.s.supportPercent / 100) * layer.heightMm);
    return new Set([...used[k]!].filter((h) => (holds.get(h) ?? 0) >= body.s.purgeMm3));
  });
}
