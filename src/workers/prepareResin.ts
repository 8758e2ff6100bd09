import type { MeshChoice } from '../areas/checks/model/mesh.ts';
import { openPlate, type PlatePart } from '../areas/checks/model/plate.ts';
import { hollowingPlate, preparingPlate, type PreparedPlate, type PrepareWish } from '../areas/checks/model/prepare.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { outward } from '../core/mesh/outward.ts';
import { joined, type Mesh } from '../core/mesh/mesh.ts';
import { writeStl } from '../core/mesh/writeStl.ts';
import { sentenceOf } from '../core/result/result.ts';
import type { Stepwise } from '../core/result/stepwise.ts';
import { compareResinOrientations, type ResinOrientation } from '../core/resin/orientResin.ts';
import { stackSettingsOf, stackWants, supportShapeOf } from '../areas/rules/stackSettings.ts';
import { stepThrough } from './stepThrough.ts';
import { bytesOf } from './bytesOf.ts';

export interface PrepareRequest {
  readonly file: Blob;
  readonly others: readonly (readonly [string, Blob])[];
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  readonly wish: HollowWish | AddWish | ComparisonWish;
}
interface HollowWish {
  readonly act: 'hollow';
  readonly wallMm: number;
}
interface AddWish extends PrepareWish {
  readonly act: 'add';
}
interface ComparisonWish {
  readonly act: 'compare';
  readonly spacingMm: number;
  readonly raiseMm: number;
  /** Outward direction of the face that is shown, in the part as drawn. */
  readonly show: readonly [number, number, number] | null;
}
export type PrepareAnswer = { readonly share: number } | { readonly refusal: string } | PrepareDone;
export type PrepareDone =
  | { readonly stl: Uint8Array; readonly savedMm3: number }
  | { readonly orientations: readonly ResinOrientation[] }
  | { readonly plate: PreparedPlate };

const post = (answer: PrepareAnswer): void => self.postMessage(answer);

const through = <T>(work: Stepwise<T>): T => stepThrough(work, (share) => post({ share }));

/** Hollows the job's own file, compares how it could stand, or adds holes and supports to all that stands on the plate. */
self.onmessage = async ({ data: { file, others, choice, sheet, wish } }: MessageEvent<PrepareRequest>) => {
  const { unit, placement, repair = false } = choice;
  const isWhole = wish.act === 'add';
  const plate = openPlate(
    new Uint8Array(await file.arrayBuffer()),
    isWhole ? choice : { unit, placement, repair },
    isWhole ? await bytesOf(others) : new Map(),
  );
  post(plate.ok ? answerTo(plate.value, placement.scale, sheet, wish) : { refusal: sentenceOf(plate.failure) });
};

function answerTo(
  parts: readonly PlatePart[],
  scale: MeshChoice['placement']['scale'],
  sheet: CheckContext,
  wish: PrepareRequest['wish'],
): PrepareAnswer {
  if (wish.act === 'add') {
    const made = through(preparingPlate(parts, sheet, wish));
    return made.ok ? { plate: made.value } : { refusal: sentenceOf(made.failure) };
  }
  if (wish.act === 'compare') {
    const values = sheet.recipe.values ?? {};
    const wants = stackWants(values);
    if (wants !== null) return { refusal: `${wants}; set it in the library` };
    const { spacingMm, raiseMm, show } = wish;
    const [settings, shape] = [stackSettingsOf(values, ''), supportShapeOf(values)];
    const work = compareResinOrientations(wholeOf(parts), { settings, shape, spacingMm, raiseMm, show, scale });
    return { orientations: through(work) };
  }
  const made = through(hollowingPlate(parts, wish.wallMm));
  if (!made.ok) return { refusal: sentenceOf(made.failure) };
  return {
    stl: writeStl(wholeOf(made.value), `hollow, walls of ${wish.wallMm} mm`),
    savedMm3: volumeOf(parts) - volumeOf(made.value),
  };
}
const wholeOf = (parts: readonly PlatePart[]): Mesh =>
  joined(parts.map(({ opened, survey }) => outward(opened.mesh, survey.shells)));
const volumeOf = (parts: readonly PlatePart[]): number =>
  parts.reduce((sum, p) => sum + (p.survey.facts.volumeMm3 ?? 0), 0);
