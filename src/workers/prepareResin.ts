import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { openPlate } from '../areas/checks/model/plate.ts';
import { hollowingPlate, preparingPlate, type PreparedPlate, type PrepareWish } from '../areas/checks/model/prepare.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { outward } from '../core/mesh/outward.ts';
import { joined } from '../core/mesh/mesh.ts';
import { writeStl } from '../core/mesh/writeStl.ts';
import { sentenceOf } from '../core/result/result.ts';
import type { Stepwise } from '../core/result/stepwise.ts';
import { compareResinOrientations, type ResinOrientation } from '../core/resin/orientResin.ts';
import { stackSettingsOf, supportShapeOf } from '../areas/rules/stackSettings.ts';
import { bytesOf } from './bytesOf.ts';

export interface PrepareRequest {
  readonly file: Blob;
  readonly others: readonly (readonly [string, Blob])[];
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  readonly wish: PrepareWish | { readonly wallMm: number } | ResinComparison;
}
export interface ResinComparison {
  readonly spacingMm: number;
  readonly raiseMm: number;
  /** Outward direction of the face that is shown, in the part as drawn. */
  readonly show: readonly [number, number, number] | null;
}
export type PrepareAnswer =
  | { readonly share: number }
  | { readonly refusal: string }
  | { readonly stl: Uint8Array; readonly savedMm3: number }
  | { readonly orientations: readonly ResinOrientation[] }
  | { readonly plate: PreparedPlate };

const POST_EVERY_MS = 100;
const post = (answer: PrepareAnswer): void => self.postMessage(answer);

/** Hollows the job's own file, or adds holes and supports to all that stands on the plate. */
self.onmessage = async ({ data: { file, others, choice, sheet, wish } }: MessageEvent<PrepareRequest>) => {
  const bytes = new Uint8Array(await file.arrayBuffer());
  if ('raiseMm' in wish && 'drainMm' in wish) {
    const plate = openPlate(bytes, choice, await bytesOf(others));
    if (!plate.ok) return post({ refusal: sentenceOf(plate.failure) });
    const made = stepThrough(preparingPlate(plate.value, sheet, wish));
    return post(made.ok ? { plate: made.value } : { refusal: sentenceOf(made.failure) });
  }
  const { unit, placement, repair = false } = choice;
  const solid = openPlate(bytes, { unit, placement, repair });
  if (!solid.ok) return post({ refusal: sentenceOf(solid.failure) });
  if (!('wallMm' in wish)) {
    const values = sheet.recipe.values ?? {};
    const whole = joined(solid.value.map(({ opened, survey }) => outward(opened.mesh, survey.shells)));
    const { spacingMm, raiseMm, show } = wish;
    const orientations = stepThrough(
      compareResinOrientations(whole, {
        settings: stackSettingsOf(values, ''),
        shape: supportShapeOf(values),
        ...{ spacingMm, raiseMm, show, scale: placement.scale },
      }),
    );
    return post({ orientations });
  }
  const made = stepThrough(hollowingPlate(solid.value, wish.wallMm));
  if (!made.ok) return post({ refusal: sentenceOf(made.failure) });
  const volume = (parts: typeof solid.value): number =>
    parts.reduce((sum, p) => sum + (p.survey.facts.volumeMm3 ?? 0), 0);
  const mesh = joined(made.value.map(({ opened, survey }) => outward(opened.mesh, survey.shells)));
  post({
    stl: writeStl(mesh, `hollow, walls of ${wish.wallMm} mm`),
    savedMm3: volume(solid.value) - volume(made.value),
  });
};

function stepThrough<T>(work: Stepwise<T>): T {
  let step = work.next();
  for (let posted = 0; !step.done; step = work.next())
    if (performance.now() - posted > POST_EVERY_MS) {
      posted = performance.now();
      post({ share: step.value });
    }
  return step.value;
}
