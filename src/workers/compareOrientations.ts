import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { checkingMesh } from '../areas/checks/model/meshJob.ts';
import { overhangLimitOf } from '../areas/checks/model/overhangLimit.ts';
import { openPlate, type PlatePart } from '../areas/checks/model/plate.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { lastsOf } from '../areas/rules/outcome.ts';
import { checkJob } from '../areas/rules/run.ts';
import { compareOrientations, type OrientationRequest, type BuildOrientation } from '../core/mesh/orient.ts';
import { outward } from '../core/mesh/outward.ts';
import { turnText } from '../core/mesh/placement.ts';
import { sentenceOf } from '../core/result/result.ts';
import { runAll } from '../core/result/stepwise.ts';

export interface CompareRequest {
  readonly file: Blob;
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  readonly load: OrientationRequest['load'];
  readonly show: OrientationRequest['show'];
  /** Ways of standing that were laid and checked before, of the same part by the same recipe, by their turns. */
  readonly known: StandingChecks;
}
/** What the whole check says of one way of standing. */
export interface StandingCheck {
  readonly verdict: string;
  readonly sentence: string;
  readonly timeS: number;
  readonly massG: number;
  readonly supportMm3: number;
}
/** By how the part is turned; null where no toolpath is possible. */
export type StandingChecks = Readonly<Record<string, StandingCheck | null>>;
export type CompareAnswer =
  | { readonly limitDeg: number; readonly standings: readonly BuildOrientation[] }
  | { readonly turn: string; readonly check: StandingCheck | null }
  | { readonly refusal: string }
  | { readonly isDone: true };
/** Larger meshes are compared by their geometry alone: laying them eight times takes minutes. */
const MOST_CHECKED_TRIANGLES = 150_000;

const post = (answer: CompareAnswer): void => self.postMessage(answer);

/** Works out how a part could stand, then lays and checks it in each of these ways. */
self.onmessage = async ({ data: { file, choice, sheet, load, show, known } }: MessageEvent<CompareRequest>) => {
  // alone: how a part could stand does not ask what lies beside it
  const { unit, placement, repair = false } = choice;
  const opened = openPlate(new Uint8Array(await file.arrayBuffer()), { unit, placement, repair });
  if (!opened.ok) return post({ refusal: sentenceOf(opened.failure) });
  const [part] = opened.value as [PlatePart];
  const { mesh } = part.opened;
  const facing = outward(mesh, part.survey.shells);
  const limitDeg = overhangLimitOf(sheet);
  const standings = runAll(
    compareOrientations(facing, {
      beyondDeg: limitDeg,
      layerHeightMm: sheet.recipe.lay?.firstLayerHeightMm ?? 0.2,
      scale: placement.scale,
      load,
      show,
    }),
  );
  post({ limitDeg, standings });
  if (mesh.corners.length / 3 <= MOST_CHECKED_TRIANGLES)
    for (const { turnDeg } of standings) {
      const turn = turnText(turnDeg);
      if (turn in known) continue;
      const checked = runAll(checkingMesh([{ ...part, placement: { ...placement, turnDeg } }], sheet));
      if (!checked.ok) {
        post({ turn, check: null });
        continue;
      }
      const { verdict, sentence, estimate } = checkJob({ ...checked.value, context: sheet });
      post({
        turn,
        check: {
          verdict,
          sentence,
          timeS: lastsOf(estimate),
          massG: estimate.massG,
          supportMm3: checked.value.mesh.restMm3 - (checked.value.mesh.purgeMm3 ?? 0),
        },
      });
    }
  post({ isDone: true });
};
