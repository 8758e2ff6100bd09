import type { Mesh } from './mesh.ts';
import type { Shells } from './shells.ts';

/** The mesh with every shell that is inside out turned over; one without such shells comes back as it is. */
export function outward(mesh: Mesh, { shellOf, shells }: Shells): Mesh {
  if (!shells.some((s) => s.isInsideOut)) return mesh;
  const corners = mesh.corners.slice();
  for (let t = 0; t < shellOf.length; t++) {
    const shell = shellOf[t]!;
    if (shell < 0 || !shells[shell]!.isInsideOut) continue;
    const second = corners[3 * t + 1]!;
    corners[3 * t + 1] = corners[3 * t + 2]!;
    corners[3 * t + 2] = second;
  }
  return { xyz: mesh.xyz, corners };
}
