import { succeed, type Result } from '../../../core/result/result.ts';
import type { CouponSettings } from '../../../core/toolpath/couponSettings.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { TrialFailure } from '../model/failures.ts';
import { clearanceOf, sharePlates } from '../model/sharing.ts';
import { linesOf } from '../model/artefact.ts';
import { keepPlan, previewTrial, type PlanInput, type Preview } from './planTrial.ts';

/** Air over what stands already, on the way to the next place. */
const ABOVE_MM = 2;
const RISE_MM_PER_MIN = 480;

/** A trial that is wanted, as it would be printed alone in the middle of the bed. */
export interface Wanted {
  readonly input: PlanInput;
  readonly alone: Preview;
}

/** Trials by the plates they can share, each plate in the order it is printed. */
export const platesOf = (wanted: readonly Wanted[]): Wanted[][] =>
  sharePlates(
    wanted.map((w) => ({
      ...w,
      machineId: w.input.machineId,
      kind: w.input.kind,
      heightMm: w.alone.plan.sizeMm[2],
      clearanceMm: clearanceOf(w.alone.plan.conditions),
    })),
  );

/** Plans the trials of a plate, whose coupons one program lays beside each other in this order. The first trial prints for all; each
 *  of the others keeps a program of its own for the same place, should it be printed alone. Where the bed has no room for another,
 *  that one is planned by itself, as is the only one of a plate. */
export async function planPlate(
  ctx: Ctx,
  wanted: readonly Wanted[],
): Promise<Result<{ id: string; name: string }[], TrialFailure>> {
  if (wanted.length === 1) return succeed(await keepAlone(ctx, wanted));
  const placed: {
    input: PlanInput;
    alone: Preview;
    piece: (isLast: boolean) => Promise<Result<Preview, TrialFailure>>;
  }[] = [];
  const left: Wanted[] = [];
  const taken: CouponSettings['zonesMm'][number][] = [];
  let tallestMm = 0;
  for (const one of wanted) {
    const { input } = one;
    const zones = [...taken];
    const beside = (s: CouponSettings): Partial<CouponSettings> => ({
      zonesMm: [...s.zonesMm, ...zones],
      nearMm: [0, 0], // from a corner on, so that there is room for all
    });
    const alone = await previewTrial(ctx, input, beside);
    if (!alone.ok) {
      if (alone.failure.code !== 'badPlan' || placed.length === 0) return alone;
      left.push(one);
      continue;
    }
    const { centreMm, sizeMm, conditions } = alone.value.plan;
    const isFirst = placed.length === 0;
    const safeMm = Math.min(tallestMm + ABOVE_MM, conditions['travelZMm']!);
    placed.push({
      input,
      alone: alone.value,
      piece: (isLast) =>
        previewTrial(ctx, input, (s) => ({
          ...beside(s),
          ...(!isFirst && { isContinued: true, startBlock: goOver(s, centreMm!, safeMm) }),
          ...(!isLast && {
            isFollowed: true,
            endBlock: `G0 Z${(sizeMm[2] + ABOVE_MM).toFixed(2)} F${RISE_MM_PER_MIN}`,
          }),
        })),
    });
    const reach = conditions['headReachMm']!;
    const [x, y] = centreMm!;
    taken.push([
      x - sizeMm[0] / 2 - reach,
      y - sizeMm[1] / 2 - reach,
      x + sizeMm[0] / 2 + reach,
      y + sizeMm[1] / 2 + reach,
    ]);
    tallestMm = Math.max(tallestMm, sizeMm[2]);
  }
  if (placed.length === 1) return succeed(await keepAlone(ctx, wanted));
  const texts: string[] = [];
  for (const [k, { piece }] of placed.entries()) {
    const made = await piece(k === placed.length - 1);
    if (!made.ok) return made;
    texts.push(made.value.gcode);
  }
  const out: { id: string; name: string }[] = [];
  const host = ctx.newId();
  let from = 1;
  for (const [k, { input, alone }] of placed.entries()) {
    const to = from + linesOf(texts[k]!) - 1;
    const isHost = k === 0;
    const plate = { host: isHost ? null : host, place: k + 1, of: placed.length, lines: [from, to] as const };
    const gcode = isHost ? texts.join('') : alone.gcode;
    const plan = { ...alone.plan, plate, ...(isHost && { lines: linesOf(gcode) }) };
    out.push(await keepPlan(ctx, input, { ...alone, gcode, plan }, isHost ? host : ctx.newId()));
    from = to + 1;
  }
  return succeed([...out, ...(await keepAlone(ctx, left))]);
}
async function keepAlone(ctx: Ctx, wanted: readonly Wanted[]): Promise<{ id: string; name: string }[]> {
  const out = [];
  for (const { input, alone } of wanted) out.push(await keepPlan(ctx, input, alone));
  return out;
}

/** On the way from one coupon to the next: over all that stands, as hot as the next one wants it. */
function goOver(s: CouponSettings, [x, y]: readonly [number, number], safeMm: number): string {
  return [
    `G0 Z${safeMm.toFixed(2)} F${RISE_MM_PER_MIN}`,
    `G0 X${x.toFixed(3)} Y${y.toFixed(3)} F${(60 * s.travelSpeedMmPerS).toFixed(0)}`,
    'M109 S{nozzle}',
  ].join('\n');
}
