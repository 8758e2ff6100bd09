import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { openPlate, thingsOnPlate } from '../areas/checks/model/plate.ts';
import { impactOf, type Impact, type RecipeAt } from '../areas/recipes/model/impact.ts';
import { joined, type Mesh } from '../core/mesh/mesh.ts';
import { referenceParts, type ReferencePart } from '../core/mesh/referenceParts.ts';
import { fail, succeed, type Result } from '../core/result/result.ts';
import { bytesOf } from './bytesOf.ts';

export interface ImpactRequest {
  readonly a: RecipeAt;
  readonly b: RecipeAt;
  readonly part: ReferencePart | JobPart;
}
/** What lies on the plate of a job of the farm's own. */
export interface JobPart {
  readonly file: Blob;
  readonly others: readonly (readonly [sha256: string, file: Blob])[];
  readonly choice: MeshChoice;
}
/** A part is laid once for each changed value: larger ones take minutes. */
const MOST_TRIANGLES = 150_000;

async function meshOf(part: ReferencePart | JobPart): Promise<Result<Mesh>> {
  if (typeof part === 'string') return succeed(referenceParts[part].mesh());
  const main = new Uint8Array(await part.file.arrayBuffer());
  const opened = openPlate(main, part.choice, await bytesOf(part.others));
  if (!opened.ok) return opened;
  const mesh = joined(thingsOnPlate(opened.value).map((s) => s.mesh));
  const triangles = mesh.corners.length / 3;
  if (triangles <= MOST_TRIANGLES) return succeed(mesh);
  return fail({
    code: 'tooLarge',
    what: `This plate has ${triangles} triangles; at most ${MOST_TRIANGLES} are laid once for each changed value`,
    todo: 'choose a smaller part',
  });
}

/** Works an impact out beside the page. */
self.onmessage = async ({ data: { a, b, part } }: MessageEvent<ImpactRequest>) => {
  const mesh = await meshOf(part);
  self.postMessage((mesh.ok ? impactOf(a, b, mesh.value) : mesh) satisfies Result<Impact>);
};
