import { BufferAttribute, BufferGeometry } from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import type { Mesh } from './mesh.ts';

/** The faces of a mesh in a tree, for rays and for what is nearest. Places are of 32 bits, from an origin near the mesh where one is given. */
export function treeOf(
  { xyz, corners }: Mesh,
  origin: readonly [number, number, number] = [0, 0, 0],
): { readonly tree: MeshBVH; readonly at: Float32Array } {
  const at = Float32Array.from(xyz, (v, i) => v - origin[i % 3]!);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(at, 3));
  geometry.setIndex(new BufferAttribute(corners.slice(), 1)); // the tree puts its triangles in an order of its own
  return { tree: new MeshBVH(geometry, { targetLeafSize: 10 }), at };
}
