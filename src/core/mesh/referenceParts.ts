import type { Mesh } from './mesh.ts';
import { boxMesh, cylinderMesh, turnedMesh } from './solids.ts';

/** Plain solids to compare recipes on. */
export const referenceParts = {
  block: { label: 'Block 40 × 30 × 20 mm', mesh: () => boxMesh([-20, -15, 0], [20, 15, 20]) },
  drum: { label: 'Drum ⌀ 50 × 25 mm', mesh: () => cylinderMesh(25, 0, 25, ROUND_SIDES) },
  cup: {
    label: 'Open cup ⌀ 40 × 40 mm, shell of 2 mm',
    mesh: () =>
      turnedMesh(
        [
          [0, 0],
          [20, 0],
          [20, 40],
          [18, 40],
          [18, 2],
          [0, 2],
        ],
        ROUND_SIDES,
      ),
  },
} as const satisfies Readonly<Record<string, { readonly label: string; readonly mesh: () => Mesh }>>;
export type ReferencePart = keyof typeof referenceParts;

const ROUND_SIDES = 90;
