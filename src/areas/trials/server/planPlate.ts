import { fail, succeed, type Result } from '../../../core/result/result.ts';
import type { CouponSettings } from '../../../core/toolpath/couponPath.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import type { TrialFailure } from '../model/failures.ts';
import { sharePlates } from '../model/sharing.ts';
import { linesOf } from './artefact.ts';
import { keepPlan, previewTrial, type PlanInput, type Preview } from './planTrial.ts';

/** Air over what stands already, on the way to the next place. */
const ABOVE_MM = 2;
const RISE_MM_PER_MIN = 480;

/** Trials by plates, as far as each can be planned at all. */
export async function groupsOf(ctx: Ctx, inputs: readonly PlanInput[]): Promise<PlanInput[][]> {
  const sharers = [];
  for (const input of inputs) {
    const p = await previewTrial(ctx, input);
    sharers.push({
      input,
      machineId: input.machineId,
      kind: input.kind,
      heightMm: p.ok ? p.value.plan.sizeMm[2] : 0,
      clearanceMm: p.ok ? (p.value.plan.conditions['clearanceMm'] ?? null) : null,
    });
  }
  return sharePlates(sharers).map((plate) => plate.map((s) => s.input));
}

/** Plans several trials whose coupons are laid beside each other by one program, in this order. The first trial prints for all; each
 *  of the others keeps a program of its own for the same place, should it be printed alone. Where the bed has no room for another,
 *  that one is planned by itself. */
export async function planPlate(
  ctx: Ctx,
  inputs: readonly PlanInput[],
): Promise<Result<{ id: string; name: string }[], TrialFailure>> {
  const placed: {
    input: PlanInput;
    alone: Preview;
    piece: (isLast: boolean) => Promise<Result<Preview, TrialFailure>>;
  }[] = [];
  const left: PlanInput[] = [];
  const taken: CouponSettings['zonesMm'][number][] = [];
  let tallestMm = 0;
  for (const input of inputs) {
    const zones = [...taken];
    const beside = (s: CouponSettings): Partial<CouponSettings> => ({
      zonesMm: [...s.zonesMm, ...zones],
      nearMm: [0, 0], // from a corner on, so that there is room for all
    });
    const alone = await previewTrial(ctx, input, beside);
    if (!alone.ok) {
      if (alone.failure.code !== 'badPlan' || placed.length === 0) return alone;
      left.push(input);
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
          ...(!isLast && { endBlock: `G0 Z${(sizeMm[2] + ABOVE_MM).toFixed(2)} F${RISE_MM_PER_MIN}` }),
        })),
    });
    const reach = conditions['headReachMm'] ?? 0;
    const [x, y] = centreMm!;
    taken.push([
      x - sizeMm[0] / 2 - reach,
      y - sizeMm[1] / 2 - reach,
      x + sizeMm[0] / 2 + reach,
      y + sizeMm[1] / 2 + reach,
    ]);
    tallestMm = Math.max(tallestMm, sizeMm[2]);
  }
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
    const gcode = isHost && placed.length > 1 ? texts.join('') : alone.gcode;
    const plan = { ...alone.plan, ...(placed.length > 1 && { plate }), ...(isHost && { lines: linesOf(gcode) }) };
    out.push(await keepPlan(ctx, input, { ...alone, gcode, plan }, isHost ? host : ctx.newId()));
    from = to + 1;
  }
  for (const input of left) {
    const alone = await previewTrial(ctx, input);
    if (!alone.ok) return alone;
    out.push(await keepPlan(ctx, input, alone.value));
  }
  return out.length > 0 ? succeed(out) : fail({ code: 'notReady', what: 'Nothing was chosen' });
}

/** On the way from one coupon to the next: over all that stands, hot and pressed as the next one wants it. */
function goOver(s: CouponSettings, [x, y]: readonly [number, number], safeMm: number): string {
  return [
    `G0 Z${safeMm.toFixed(2)} F${RISE_MM_PER_MIN}`,
    `G0 X${x.toFixed(3)} Y${y.toFixed(3)} F${(60 * s.travelSpeedMmPerS).toFixed(0)}`,
    'M109 S{nozzle}',
    `M204 S${s.motion.accelerationMmPerS2.toFixed(0)}`,
    ...(s.pressureCommand ? [s.pressureCommand.replaceAll('{value}', String(s.pressureS))] : []),
  ].join('\n');
}
