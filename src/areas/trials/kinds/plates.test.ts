import { describe, expect, test } from 'vitest';
import { surveyMesh } from '../../../core/mesh/facts.ts';
import { meshOfSolids } from '../../../core/mesh/solid.ts';
import {
  exposureIn,
  layerAreaMm2,
  layerCount,
  motionIn,
  outlinesOf,
  subExposures,
  type PlateProgram,
} from '../../../core/resin/plate.ts';
import { darkTimeS } from '../../../core/resin/sequence.ts';
import { layersOf, lightS, totalsOf } from '../../../core/resin/stack.ts';
import { demoMachinesOnFloor } from '../../../workers/demo/floor.ts';
import { demoProfiles } from '../../../workers/demo/library.ts';
import { resolveValues, valuesOf, type Level } from '../../library/model/resolve.ts';
import type { Values } from '../../library/settings/define.ts';
import type { Plate, ResinKind } from './define.ts';
import { resinKinds } from './index.ts';
import { plateSettingsOf } from './plateSettings.ts';

const chain = (name: string): Level[] => {
  const p = demoProfiles.find((x) => x.name === name)!;
  return [{ kind: p.kind, name, profileId: null, own: p.own }, ...(p.parent ? chain(p.parent) : [])];
};
/** Kinds whose bands are exposures, a field each. */
const IS_BY_EXPOSURE = new Set(['working-curve', 'exposure-ladder', 'neck-strength', 'resin-temperature']);
const floor = demoMachinesOnFloor
  .filter((m) => demoProfiles.find((p) => p.name === m.printer)!.technology === 'resin')
  .flatMap((m) =>
    ['Resin 0.05', 'Resin 0.03'].map((process) => ({
      name: `${m.name} at ${process}`,
      values: valuesOf(resolveValues([...chain(process), ...chain(m.material), ...chain(m.tool), ...chain(m.printer)])),
    })),
  );
function made(kind: ResinKind, v: Values): Plate {
  const bands = kind.bandsFor(v, { hardware: {}, supplier: {} });
  if (!bands.ok) throw new Error(bands.failure.what);
  const options = Object.fromEntries((kind.options ?? []).map((o) => [o.key, o.default]));
  const plate = kind.plate(plateSettingsOf(v, 'test'), bands.value, options);
  if (!plate.ok) throw new Error(plate.failure.what);
  return plate.value;
}

test('the demonstration has resin printers, one with pixels that are not square', () => {
  expect(floor.length).toBeGreaterThanOrEqual(8);
  expect(floor.some(({ values }) => values['pixelMm'] !== values['pixelYMm'])).toBe(true);
});
describe.each(resinKinds.map((k) => [k.key, k] as const))('the %s plate', (_, kind) => {
  test.each(floor)(
    'on $name stays on the screen, in whole layers, and gives every field its exposure',
    ({ values }) => {
      const { programs, bands, shapes } = made(kind, values);
      const [program] = programs;
      expect(programs.length).toBeLessThanOrEqual(1);
      const s = plateSettingsOf(values, '');
      for (const shape of shapes) {
        expect(Math.abs(shape.x) + shape.w / 2).toBeLessThanOrEqual(s.roomMm[0] / 2 + 1e-6);
        expect(Math.abs(shape.y) + shape.h / 2).toBeLessThanOrEqual(s.roomMm[1] / 2 + 1e-6);
      }
      if (!program) return;
      const body = surveyMesh(meshOfSolids(program.fields.flatMap((f) => f.solids))).facts;
      expect(body).toMatchObject({ openEdges: 0, insideOutShells: 0 });
      const layers = layerCount(program);
      const stacked = Array.from({ length: layers }, (_, k) => layerAreaMm2(program, k) * program.layerMm);
      expect(body.volumeMm3! / stacked.reduce((a, b) => a + b)).toBeCloseTo(1, 2);
      const top = Math.max(...program.fields.flatMap((f) => f.solids.map((x) => x.toMm)));
      expect(top).toBeLessThanOrEqual(s.roomMm[2]);
      for (const layer of [0, Math.floor(layers / 2), layers - 1]) {
        const all = program.fields.map((_f, i) => i);
        for (const outline of outlinesOf(program, all, layer))
          for (let i = 0; i < outline.length; i += 2) {
            expect(outline[i]).toBeGreaterThanOrEqual(0);
            expect(outline[i]).toBeLessThanOrEqual(program.pixels[0]);
            expect(outline[i + 1]).toBeGreaterThanOrEqual(0);
            expect(outline[i + 1]).toBeLessThanOrEqual(program.pixels[1]);
          }
        const lit = subExposures(program, layer);
        program.fields.forEach((field, k) => {
          const seconds = lit.filter((e) => e.fields.includes(k)).reduce((sum, e) => sum + e.seconds, 0);
          expect(seconds).toBeCloseTo(exposureIn(program, field, layer), 6);
        });
        expect(layerAreaMm2(program, layer)).toBeGreaterThan(0);
      }
      if (IS_BY_EXPOSURE.has(kind.key)) {
        expect(program.fields).toHaveLength(bands.length);
        program.fields.forEach((f, i) => expect(exposureIn(program, f, layers - 1)).toBeCloseTo(bands[i]!.value, 9));
      }
      expect(totalsOf(program).totalS).toBeGreaterThan(0);
      for (const place of program.places)
        expect(kind.features.some((f) => f.key === place.feature || place.feature.startsWith(`${f.key} `))).toBe(true);
    },
  );
});
test.each([...IS_BY_EXPOSURE])(
  'a printer that lights a layer only once gets the %s as numbered plates of one exposure each, in the middle of its screen',
  (key) => {
    const v = { ...floor[0]!.values, subExposures: false };
    const kind = resinKinds.find((k) => k.key === key)!;
    const together = made(kind, floor[0]!.values);
    const { programs, bands } = made(kind, v);
    expect(programs.map((p) => p.plate)).toEqual(bands.map((_, i) => ({ number: i + 1, of: bands.length })));
    programs.forEach((p, i) => {
      expect(new Set(p.places.map((x) => x.band))).toEqual(new Set([i + 1]));
      const last = layerCount(p) - 1;
      for (let layer = 0; layer <= last; layer++) expect(subExposures(p, layer)).toHaveLength(1);
      expect(subExposures(p, last)).toEqual([{ fields: [0], seconds: bands[i]!.value }]);
      expect(Math.max(...p.fields[0]!.solids.map((s) => Math.abs(s.x) + s.w / 2))).toBeLessThan(20);
    });
    const all = (list: readonly PlateProgram[]): number => list.reduce((sum, p) => sum + totalsOf(p).volumeMm3, 0);
    expect(all(programs)).toBeCloseTo(all(together.programs), 6);
  },
);
test('the layers of a lift plate peel faster band by band, and those of its base as the recipe says', () => {
  const v = floor[0]!.values;
  const { programs, bands } = made(
    resinKinds.find((k) => k.key === 'lift')!,
    v,
  );
  const p = programs[0]!;
  expect(motionIn(p, 0)).toBe(p.motion);
  for (const b of bands) {
    const [first, last] = [Math.round(b.fromMm / p.layerMm), Math.round(b.toMm / p.layerMm) - 1];
    expect([motionIn(p, first).lift[0]!.mmPerS, motionIn(p, last).lift[0]!.mmPerS]).toEqual([b.value, b.value]);
  }
  const speeds = layersOf(p).layers.map((l) => l.motion?.lift[0]!.mmPerS ?? 0);
  expect(speeds).toEqual([...speeds].sort((a, b) => a - b));
  const { totalS } = totalsOf(p);
  const perLayer = layersOf(p).layers.reduce((s, l) => s + lightS(l) + darkTimeS(l.motion ?? p.motion), 0);
  expect(totalS).toBeCloseTo(perLayer, 9);
});
test('fields without room are refused, with how many were asked for', () => {
  const v = { ...floor[0]!.values, travelXMm: 40, travelYMm: 40 };
  const kind = resinKinds.find((k) => k.key === 'exposure-ladder')!;
  const r = kind.plate(plateSettingsOf(v, ''), [1, 2, 3, 4, 5, 6], {});
  expect(r).toMatchObject({ ok: false, failure: { what: expect.stringContaining('6 fields') } });
});
