import { checkJob } from '../areas/rules/run.ts';
import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { checkingMesh } from '../areas/checks/model/meshJob.ts';
import {
  boundsAsDrawn,
  openPlate,
  repairsOf,
  thingsOnPlate,
  sumOfFacts,
  type PlatePart,
} from '../areas/checks/model/plate.ts';
import type { CheckOutcome } from '../areas/rules/outcome.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import type { MeshFacts } from '../core/mesh/facts.ts';
import { planHull } from '../core/geometry/hull.ts';
import { boundsOf, joined, type MeshFormat, type MeshUnit } from '../core/mesh/mesh.ts';
import { unitReadings, type UnitReading } from '../core/mesh/units.ts';
import { sentenceOf } from '../core/result/result.ts';
import { bytesOf } from './bytesOf.ts';

export interface MeshWish {
  readonly file: File;
  /** Other files that lie on the plate, by their digest. */
  readonly others: readonly (readonly [string, Blob])[];
  readonly choice: MeshChoice;
  /** Limits to check against; null only looks at the mesh. */
  readonly sheet: CheckContext | null;
}
/** A mesh before it is checked: enough to ask for its unit and to draw where it stands. */
export interface MeshSeen {
  readonly format: MeshFormat;
  readonly unit: MeshUnit;
  readonly unitIsStated: boolean;
  readonly readings: readonly UnitReading[];
  readonly parts: number;
  readonly objects?: readonly string[];
  readonly facts: MeshFacts;
  readonly minMm: readonly [number, number, number];
  readonly maxMm: readonly [number, number, number];
  readonly hull: readonly (readonly [number, number])[];
  /** Hulls of what lies beside it, as they stand. */
  readonly others: readonly (readonly (readonly [number, number])[])[];
  readonly repair?: readonly string[];
}
export type MeshAnswer =
  | { readonly seen: MeshSeen }
  | { readonly share: number }
  | { readonly outcome: CheckOutcome; readonly done: true }
  | { readonly refusal: string };

const POST_EVERY_MS = 100;
const post = (answer: MeshAnswer): void => self.postMessage(answer);

/** Reads a local mesh, says what it is, then checks it; the same core as the server's run. */
self.onmessage = async ({ data }: MessageEvent<MeshWish>) => {
  const { file, others, choice, sheet } = data;
  const bytes = new Uint8Array(await file.arrayBuffer());
  const plate = openPlate(bytes, choice, await bytesOf(others));
  if (!plate.ok) return post({ refusal: sentenceOf(plate.failure) });
  const [first] = plate.value as [PlatePart, ...PlatePart[]];
  const { file: read, unit } = first.opened;
  const stands = thingsOnPlate(plate.value).map((s) => s.mesh);
  const [hull, ...beside] = stands.map((m) => planHull(m.xyz));
  const { min, max } = boundsOf(joined(stands));
  const repairs = repairsOf(plate.value);
  post({
    seen: {
      format: read.format,
      unit,
      unitIsStated: read.unit !== null,
      readings: read.unit === null ? unitReadings(boundsAsDrawn(plate.value), unit) : [],
      parts: plate.value.reduce((n, p) => n + p.opened.file.parts.length, 0),
      objects: first.objects,
      facts: sumOfFacts(plate.value.map((p) => p.survey.facts)),
      minMm: min,
      maxMm: max,
      hull: hull!,
      others: beside,
      ...(repairs && { repair: repairs }),
    },
  });
  if (!sheet) return;
  const work = checkingMesh(plate.value, sheet, choice);
  let step = work.next();
  for (let posted = 0; !step.done; step = work.next())
    if (performance.now() - posted > POST_EVERY_MS) {
      posted = performance.now();
      post({ share: step.value });
    }
  if (!step.value.ok) return post({ refusal: sentenceOf(step.value.failure) });
  const { report, mesh: found } = step.value.value;
  post({ outcome: checkJob({ report, mesh: found, context: sheet }), done: true });
};
