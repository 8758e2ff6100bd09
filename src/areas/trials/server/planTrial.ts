import { inspectGcode } from '../../../core/gcode/inspect.ts';
import { plainDialect } from '../../../core/gcode/write.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { massG } from '../../../core/toolpath/bead.ts';
import type { Ctx } from '../../../platform/db/context.ts';
import { recordEvent } from '../../../platform/events/record.ts';
import { findProfile, resolveCombination } from '../../library/server/index.ts';
import { valuesOf } from '../../library/model/resolve.ts';
import { numberOf } from '../../library/settings/define.ts';
import { findLoaded, findMachine } from '../../machines/server/index.ts';
import { motionLimitsOf } from '../../machines/model/motion.ts';
import { makeFlowCoupon } from '../kinds/flow/coupon.ts';
import type { TrialFailure } from '../model/failures.ts';
import type { TrialPlan } from '../model/trial.ts';
import { trial } from './tables.ts';

export interface PlanInput { readonly machineId: string; readonly toolId: string; readonly materialId: string; readonly processId: string; readonly walls: 1 | 2 }
const READINGS_WANTED = 12; // three per side

/** What a flow trial on this combination would print, take and cost, with its coupon. Nothing is stored. */
export async function previewTrial(ctx: Ctx, input: PlanInput): Promise<Result<{ plan: TrialPlan; gcode: string; lot: string; names: Record<'machine' | 'tool' | 'material' | 'process', string> }, TrialFailure>> {
  const m = await findMachine(ctx, input.machineId);
  if (!m) return fail({ code: 'noMachine' });
  const [tool, material, process] = [await findProfile(ctx, input.toolId), await findProfile(ctx, input.materialId), await findProfile(ctx, input.processId)];
  if (tool?.kind !== 'tool' || material?.kind !== 'material' || process?.kind !== 'process') return fail({ code: 'notReady', what: 'Choose a tool, a material and a process' });
  const v = valuesOf(await resolveCombination(ctx, { machine: m, toolId: tool.id, materialId: material.id, processId: process.id }));
  const wanted = ['travelXMm', 'travelYMm', 'travelZMm', 'nozzleC', 'bedC', 'layerHeightMm', 'lineWidthMm', 'visibleWallSpeedMmPerS', 'densityGPerCm3'] as const;
  const missing = wanted.filter((key) => numberOf(v, key) === null);
  if (missing.length > 0) return fail({ code: 'notReady', what: `A coupon cannot be made without ${missing.join(', ')}; set it in the library` });
  if (typeof v['startBlock'] !== 'string') return fail({ code: 'notReady', what: `The printer profile of ${m.name} has no start block; set it in the library` });
  const n = (key: string, fallback = 0): number => numberOf(v, key) ?? fallback;
  if (n('lineWidthMm') < n('layerHeightMm')) return fail({ code: 'notReady', what: 'The line is narrower than the layer is high; change the process' });
  const hot = n('hotEndMaxC', Infinity);
  const coupon = makeFlowCoupon({
    title: `flow coupon, ${m.name}, ${tool.name}, ${material.name}, ${process.name}`,
    dialect: { ...plainDialect, relativeE: v['relativeFilament'] !== false }, startBlock: v['startBlock'], endBlock: typeof v['endBlock'] === 'string' ? v['endBlock'] : 'M104 S0\nM140 S0',
    travelMm: [n('travelXMm'), n('travelYMm'), n('travelZMm')], filamentDiameterMm: n('diameterMm', 1.75), nozzleC: Math.min(n('nozzleC'), hot), bedC: Math.min(n('bedC'), n('bedMaxC', Infinity)), fanPercent: n('fanPercent'),
    layerHeightMm: n('layerHeightMm'), lineWidthMm: n('lineWidthMm'), flow: n('flow', 1), walls: input.walls, wallSpeedMmPerS: n('visibleWallSpeedMmPerS'), firstLayerSpeedMmPerS: n('firstLayerSpeedMmPerS', 20), travelSpeedMmPerS: n('travelSpeedMmPerS', 130),
  });
  const report = inspectGcode(new TextEncoder().encode(coupon.gcode), motionLimitsOf(v));
  if (!report.ok) throw new RangeError(`our own coupon cannot be read: ${report.failure.what}`);
  const mass = massG(report.value.extrudedVolumeMm3, n('densityGPerCm3'));
  const timeS = report.value.timeS + report.value.heatingS;
  const loaded = await findLoaded(ctx, m.id);
  return succeed({
    gcode: coupon.gcode, lot: loaded?.materialId === material.id ? loaded.lot : 'unknown', names: { machine: m.name, tool: tool.name, material: material.name, process: process.name },
    plan: {
      lineWidthMm: n('lineWidthMm'), layerHeightMm: n('layerHeightMm'), flow: n('flow', 1), walls: input.walls, lineDistanceMm: coupon.lineDistanceMm, nozzleC: n('nozzleC'), bedC: n('bedC'),
      sideMm: coupon.sideMm, heightMm: coupon.heightMm, timeS, filamentMm: report.value.filamentMm, massG: mass,
      cost: (mass / 1000) * n('pricePerKg') + (timeS / 3600) * n('machineRatePerHour'), lines: coupon.gcode.split('\n').filter((l) => l && !l.startsWith(';')).length, readingsWanted: READINGS_WANTED,
    },
  });
}

export async function planTrial(ctx: Ctx, input: PlanInput): Promise<Result<{ id: string; name: string }, TrialFailure>> {
  const preview = await previewTrial(ctx, input);
  if (!preview.ok) return preview;
  const { plan, gcode, lot, names } = preview.value;
  return ctx.db.transaction(async (db) => {
    const [row] = await db.insert(trial).values({ id: ctx.newId(), kind: 'flow', ...pick(input), lot, plan, gcode, state: 'planned', createdBy: ctx.user.id, createdByName: ctx.user.name, createdAt: ctx.clock.now() }).returning();
    const name = trialName(row!.number!);
    await recordEvent({ ...ctx, db }, { subjectKind: 'trial', subjectId: row!.id, subjectName: name, what: 'flow trial planned', to: names });
    return succeed({ id: row!.id, name });
  });
}

const pick = ({ machineId, toolId, materialId, processId }: PlanInput) => ({ machineId, toolId, materialId, processId });
export const trialName = (number: number): string => `T-${String(number).padStart(4, '0')}`;
