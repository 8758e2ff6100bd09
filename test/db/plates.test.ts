import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { couponsOf } from '../../standins/controller/plate.ts';
import { truthOf } from '../../standins/controller/truth.ts';
import { readBench } from '../../standins/instruments/bench.ts';
import { findMachine, findStopped, Lease, type Machine } from '../../src/areas/machines/server/index.ts';
import type { TrialKindKey } from '../../src/areas/trials/kinds/define.ts';
import { kindOf } from '../../src/areas/trials/kinds/index.ts';
import { findTrial, planDue, requestPrint } from '../../src/areas/trials/server/index.ts';
import { progressOf } from '../../src/areas/machines/model/print.ts';
import { PrintRecord } from '../../src/areas/trials/server/printRecord.ts';
import { linesOfOwn } from '../../src/core/gcode/wire.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import { exampleLimits } from '../../src/core/motion/limits.ts';
import { benchFarm } from './benchFarm.ts';
import { freshFarm, unwrap, type Farm } from './setup.ts';

let farm: Farm;
let m: Machine;
beforeAll(async () => {
  farm = await freshFarm('plates');
  ({ m } = await benchFarm(
    farm,
    { travelXMm: 250, travelYMm: 250, clearanceMm: 30, headReachMm: 20 },
    { retractionMm: 0.8 },
  ));
});
afterAll(() => farm.close());

const KINDS: readonly TrialKindKey[] = ['bridge', 'overhang', 'acceleration'];
async function plan(kinds: readonly TrialKindKey[]) {
  const ctx = farm.as('technician');
  const { planned } = unwrap(
    await planDue(
      ctx,
      kinds.map((kind) => ({ machineId: m.id, kind })),
      true,
    ),
  );
  return Promise.all(planned.map(async (p) => (await findTrial(ctx, p.id))!));
}
const reread = async (rows: Awaited<ReturnType<typeof plan>>) =>
  Promise.all(rows.map(async (r) => (await findTrial(farm.as('technician'), r.id))!));

describe('several coupons on one plate', () => {
  test('are laid by the first trial’s program, each in a place of its own, the tallest last', async () => {
    const rows = await plan(KINDS);
    expect(rows.map((r) => r.plan.plate)).toMatchObject([
      { host: null, place: 1, of: 3 },
      { host: rows[0]!.id, place: 2, of: 3 },
      { host: rows[0]!.id, place: 3, of: 3 },
    ]);
    const heights = rows.map((r) => r.plan.sizeMm[2]);
    expect(heights).toEqual([...heights].sort((a, b) => a - b));
    for (const [i, a] of rows.entries())
      for (const b of rows.slice(i + 1)) {
        const gap = (k: 0 | 1): number =>
          Math.abs(a.plan.centreMm![k] - b.plan.centreMm![k]) - (a.plan.sizeMm[k] + b.plan.sizeMm[k]) / 2;
        expect(Math.max(gap(0), gap(1))).toBeGreaterThanOrEqual(20); // the head passes between
      }
    const lines = linesOfOwn(rows[0]!.gcode);
    expect(rows[2]!.plan.plate!.lines[1]).toBe(lines.length);
    // heated once, homed once, off at the end, and every coupon's plastic in it
    expect(lines.filter((l) => l === 'G28')).toHaveLength(1);
    const report = unwrap(inspectGcode(new TextEncoder().encode(rows[0]!.gcode), exampleLimits));
    expect([report.nozzleAtEndC, report.bedAtEndC, report.problemCount]).toEqual([0, 0, 0]);
    const alone = rows.map((r) => r.plan.filamentMm);
    expect(report.filamentMm / alone.reduce((s, v) => s + v)).toBeCloseTo(1, 2);
    // between coupons the nozzle travels above everything that stands
    let z = 0;
    lines.forEach((line, i) => {
      const to = /^G0 .*Z([\d.]+)/.exec(line)?.[1];
      if (to) z = Number(to);
      const place = rows.findIndex((r) => r.plan.plate!.lines[0] === i + 1);
      if (place > 0) expect(z).toBeGreaterThanOrEqual(heights[place - 1]!);
    });
  });
  test('read the same from the shared plate as when printed alone', async () => {
    const rows = await plan(KINDS);
    const truth = truthOf(11);
    const coupons = couponsOf(linesOfOwn(rows[0]!.gcode));
    expect(coupons).toHaveLength(3);
    for (const [k, row] of rows.entries()) {
      const own = couponsOf(linesOfOwn(k === 0 ? coupons[0]!.join('\n') : row.gcode))[0]!;
      const kind = kindOf(row.kind);
      for (const feature of kind.features)
        for (let band = 1; band <= Math.max(1, row.plan.bands.length); band++) {
          const place = { kind: row.kind, band, feature: feature.key, repeat: 1 };
          const shared = readBench(coupons[k]!, truth, place, 5);
          expect(shared, `${row.kind} ${band} ${feature.key}`).not.toBeNull();
          expect(shared).toBe(readBench(own, truth, place, 5));
        }
    }
  });
  test('print, are interrupted and measured together, each as far as its own coupon came', async () => {
    const ctx = farm.as('technician');
    let rows = await plan(KINDS);
    const refused = await requestPrint(ctx, rows[1]!.id, 'print');
    expect(refused.ok ? '' : refused.failure).toMatchObject({ code: 'notReady' });
    unwrap(await requestPrint(ctx, rows[0]!.id, 'print'));
    rows = await reread(rows);
    expect(rows.map((r) => [r.state, r.wish])).toEqual([
      ['printing', 'print'],
      ['printing', 'idle'],
      ['printing', 'idle'],
    ]);
    const [from, to] = rows[1]!.plan.plate!.lines;
    const record = new PrintRecord(
      ctx,
      rows[0]!,
      (await findMachine(ctx, rows[0]!.machineId))!,
      (await Lease.take(ctx, rows[0]!.machineId, 'test'))!,
      progressOf('printing', 9999, ctx.clock.now()),
    );
    await record.end('interrupted', { phase: 'lost', acknowledged: Math.round((from + to) / 2), zMm: 3.4 });
    rows = await reread(rows);
    expect(rows.map((r) => [r.state, r.progress!.zMm])).toEqual([
      ['interrupted', rows[0]!.plan.sizeMm[2]],
      ['interrupted', 3.4],
      ['interrupted', 0],
    ]);
    // it could not be reached: somebody looks before it goes on
    expect(await requestPrint(ctx, rows[0]!.id, 'print')).toMatchObject({ ok: false, failure: { code: 'notReady' } });
    unwrap(await findStopped(ctx, rows[0]!.machineId));
    unwrap(await requestPrint(ctx, rows[0]!.id, 'print'));
    await record.end('finished', { phase: 'done', acknowledged: rows[2]!.plan.plate!.lines[1] });
    rows = await reread(rows);
    expect(rows.map((r) => [r.state, r.progress!.zMm])).toEqual(rows.map((r) => ['measuring', r.plan.sizeMm[2]]));
  });
  test('that cannot share are planned one by one', async () => {
    const rows = await plan(['first-layer', 'bridge']);
    expect(rows.map((r) => r.plan.plate)).toEqual([undefined, undefined]);
  });
});
