import { describe, expect, test } from 'vitest';
import { surveyMesh } from '../../../core/mesh/facts.ts';
import { meshOfSolids } from '../../../core/mesh/solid.ts';
import { exposureIn, layerAreaMm2, layerCount, outlinesOf, subExposures } from '../../../core/resin/plate.ts';
import { totalsOf } from '../../../core/resin/stack.ts';
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
const floor = demoMachinesOnFloor
  .filter((m) => demoProfiles.find((p) => p.name === m.printer)!.technology === 'resin')
  .flatMap((m) =>
    ['Resin 0.05', 'Resin 0.03'].map((process) => ({
      name: `${m.name} at ${process}`,
      values: valuesOf(
        resolveValues([...chain(process), ...chain(m.material), ...chain(m.tool), ...chain(m.printer)]),
      ) as Values,
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
      const { program, bands, shapes } = made(kind, values);
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
      expect(body.volumeMm3 / stacked.reduce((a, b) => a + b)).toBeCloseTo(1, 2);
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
      if (bands.length > 0) {
        expect(program.fields).toHaveLength(bands.length);
        program.fields.forEach((f, i) => expect(exposureIn(program, f, layers - 1)).toBeCloseTo(bands[i]!.value, 9));
      }
      expect(totalsOf(program).totalS).toBeGreaterThan(0);
      for (const place of program.places)
        expect(kind.features.some((f) => f.key === place.feature || place.feature.startsWith(`${f.key} `))).toBe(true);
    },
  );
});
test('a printer that lights a layer only once is told so instead of given a wrong plate', () => {
  const v = { ...floor[0]!.values, subExposures: false };
  const kind = resinKinds.find((k) => k.key === 'exposure-ladder')!;
  const r = kind.plate(plateSettingsOf(v, ''), [1, 2, 3, 4], {});
  expect(r).toMatchObject({ ok: false, failure: { code: 'noSubExposures' } });
});
test('fields without room are refused, with how many were asked for', () => {
  const v = { ...floor[0]!.values, travelXMm: 40, travelYMm: 40 };
  const kind = resinKinds.find((k) => k.key === 'exposure-ladder')!;
  const r = kind.plate(plateSettingsOf(v, ''), [1, 2, 3, 4, 5, 6], {});
  expect(r).toMatchObject({ ok: false, failure: { what: expect.stringContaining('6 fields') } });
});
