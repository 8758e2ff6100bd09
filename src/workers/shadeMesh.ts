import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { openPlate, thingsOnPlate, sumOfFacts } from '../areas/checks/model/plate.ts';
import { NOT_PREPARED, liftedBy } from '../core/resin/prepared.ts';
import { meshOfSupports } from '../core/resin/supports.ts';
import { boundsOf, joined } from '../core/mesh/mesh.ts';
import { leanDeg } from '../core/mesh/overhang.ts';
import { thicknessOfFaces } from '../core/mesh/thickness.ts';
import { sentenceOf } from '../core/result/result.ts';
import { bytesOf } from './bytesOf.ts';

export interface ShadeWish {
  readonly file: Blob;
  readonly others: readonly (readonly [string, Blob])[];
  readonly choice: MeshChoice;
}
/** Three corners a face, its lean from the vertical and its thickness: what a picture of a part is shaded by. */
export interface ShadedMesh {
  readonly xyz: Float32Array;
  readonly normals: Float32Array;
  /** Lean beyond upright, °; below zero where a face looks up. */
  readonly leanDeg: Float32Array;
  readonly thicknessMm: Float32Array;
  readonly min: readonly [number, number, number];
  readonly max: readonly [number, number, number];
  /** Faces of the first part; those of what lies beside it follow. */
  readonly ownFaces: number;
  /** Faces of all parts; those of supports follow. */
  readonly partFaces: number;
}
export type ShadeAnswer = { readonly shaded: ShadedMesh } | { readonly refusal: string };

/** A picture of more is not drawn faster than it is turned. */
const MOST_DRAWN = 600_000;
const post = (answer: ShadeAnswer, give: Transferable[] = []): void => self.postMessage(answer, { transfer: give });

self.onmessage = async ({ data: { file, others, choice } }: MessageEvent<ShadeWish>) => {
  const plate = openPlate(new Uint8Array(await file.arrayBuffer()), choice, await bytesOf(others));
  if (!plate.ok) return post({ refusal: sentenceOf(plate.failure) });
  const { raiseMm, supports } = choice.prepared ?? NOT_PREPARED;
  const parts = liftedBy(joined(thingsOnPlate(plate.value).map((s) => s.mesh)), raiseMm);
  const held = supports && supports.list.length > 0 ? meshOfSupports(supports) : null;
  const mesh = held ? joined([parts, held]) : parts;
  const { xyz, corners } = mesh;
  const { min, max } = boundsOf(mesh);
  const n = corners.length / 3;
  if (n > MOST_DRAWN)
    return post({
      refusal: `${n.toLocaleString('en-GB')} triangles are too many to draw; at most ${MOST_DRAWN.toLocaleString('en-GB')}`,
    });
  const at = new Float32Array(9 * n);
  const normals = new Float32Array(9 * n);
  const lean = new Float32Array(n);
  for (let t = 0; t < n; t++) {
    for (let k = 0; k < 9; k++) at[9 * t + k] = xyz[3 * corners[3 * t + ((k / 3) | 0)]! + (k % 3)]!;
    const d = (i: number, k: number): number => at[9 * t + 3 * i + k]! - at[9 * t + k]!;
    const nx = d(1, 1) * d(2, 2) - d(1, 2) * d(2, 1);
    const ny = d(1, 2) * d(2, 0) - d(1, 0) * d(2, 2);
    const nz = d(1, 0) * d(2, 1) - d(1, 1) * d(2, 0);
    const length = Math.hypot(nx, ny, nz) || 1;
    for (let i = 0; i < 3; i++) normals.set([nx / length, ny / length, nz / length], 9 * t + 3 * i);
    lean[t] = leanDeg(nz / length);
  }
  const thicknessMm = new Float32Array(n);
  const ofParts = thicknessOfFaces(parts, sumOfFacts(plate.value.map((p) => p.survey.facts)).shells);
  thicknessMm.set(ofParts);
  post(
    {
      shaded: {
        xyz: at,
        normals,
        leanDeg: lean,
        thicknessMm,
        min,
        max,
        partFaces: parts.corners.length / 3,
        ownFaces: plate.value[0]!.opened.mesh.corners.length / 3,
      },
    },
    [at.buffer, normals.buffer, lean.buffer, thicknessMm.buffer],
  );
};
