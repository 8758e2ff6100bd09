import createManifold, { type Manifold } from 'manifold-3d';
import type { Mesh } from '../../src/core/mesh/mesh.ts';

const wasm = await createManifold();
wasm.setup();

/** The same mesh in an independent geometry kernel (manifold-3d), its corners rounded to the 32-bit figures it keeps. */
export function manifoldOf({ xyz, corners }: Mesh): Manifold {
  return new wasm.Manifold(
    new wasm.Mesh({ numProp: 3, vertProperties: Float32Array.from(xyz), triVerts: Uint32Array.from(corners) }),
  );
}
