import { checkJob } from '../areas/rules/run.ts';
import { checkStack } from '../areas/rules/runStack.ts';
import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { checkingMesh } from '../areas/checks/model/meshJob.ts';
import { meshSeenOf } from '../areas/checks/model/meshSeen.ts';
import { drawingStack } from '../areas/checks/model/meshStack.ts';
import { openPlate, thingsOnPlate } from '../areas/checks/model/plate.ts';
import type { JobOutcome } from '../areas/rules/outcome.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import type { MeshSeen } from '../areas/rules/meshReport.ts';
import { sentenceOf, type Result } from '../core/result/result.ts';
import type { Stepwise } from '../core/result/stepwise.ts';
import { stepThrough } from './stepThrough.ts';
import { bytesOf } from './bytesOf.ts';

export interface MeshWish {
  readonly file: File;
  /** Other files that lie on the plate, by their digest. */
  readonly others: readonly (readonly [string, Blob])[];
  readonly choice: MeshChoice;
  /** Limits to check against; null only looks at the mesh. */
  readonly sheet: CheckContext | null;
}
export type MeshAnswer =
  | { readonly seen: MeshSeen }
  | { readonly share: number }
  | { readonly outcome: JobOutcome; readonly done: true }
  | { readonly refusal: string };

const post = (answer: MeshAnswer): void => self.postMessage(answer);

/** Reads a local mesh, says what it is, then checks it; the same core as the server's run. */
self.onmessage = async ({ data }: MessageEvent<MeshWish>) => {
  const { file, others, choice, sheet } = data;
  const bytes = new Uint8Array(await file.arrayBuffer());
  const plate = openPlate(bytes, choice, await bytesOf(others));
  if (!plate.ok) return post({ refusal: sentenceOf(plate.failure) });
  const stands = thingsOnPlate(plate.value).map((thing) => thing.mesh);
  post({ seen: meshSeenOf(plate.value, stands) });
  if (!sheet) return;
  const isResin = sheet.technology === 'resin';
  const answer = isResin
    ? yieldOutcome(drawingStack(plate.value, sheet, null, choice.prepared), ({ report, mesh }) =>
        checkStack({ stack: report, mesh, context: sheet }),
      )
    : yieldOutcome(checkingMesh(plate.value, sheet, choice), ({ report, mesh }) =>
        checkJob({ report, mesh, context: sheet }),
      );
  post(answer);
};

function yieldOutcome<T>(work: Stepwise<Result<T>>, judge: (value: T) => JobOutcome): MeshAnswer {
  const done = stepThrough(work, (share) => post({ share }));
  return done.ok ? { outcome: judge(done.value), done: true } : { refusal: sentenceOf(done.failure) };
}
