import { describe, expect, test } from 'vitest';
import type { Mesh } from '../../../core/mesh/mesh.ts';
import { boxSolid as box, solidMesh as solid } from '../../../../test/meshes/solids.ts';
import { asDrawn } from '../../../core/mesh/placement.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { writeStl } from '../../../core/mesh/writeStl.ts';
import type { Values } from '../../library/settings/define.ts';
import { checkJob } from '../../rules/run.ts';
import { validContextFixture } from '../../rules/fixture.ts';
import type { MeshChoice } from './mesh.ts';
import { checkMesh } from './meshJob.ts';
import type { CheckOutcome } from '../../rules/outcome.ts';
import type { CheckContext } from '../../rules/context.ts';

const contextWith = (values: Values = {}): CheckContext =>
  validContextFixture({
    values: { travelXMm: 220, travelYMm: 220, travelZMm: 240, lowestLayerTimeS: 8, minimumLayerTimeS: 12, ...values },
    ...('supportAngleDeg' in values && { without: [] }),
  });
function check(mesh: Mesh, choice: Partial<MeshChoice> = {}, context = contextWith()): CheckOutcome {
  const checked = checkMesh(writeStl(mesh), { unit: null, placement: asDrawn(110, 110), ...choice }, context);
  if (!checked.ok) throw new Error(checked.failure.what);
  return checkJob({ report: checked.value.report, mesh: checked.value.mesh, context });
}
const rulesOf = (o: CheckOutcome): string[] => [...new Set(o.findings.map((f) => f.rule))].sort();
const block = boxMesh([0, 0, 0], [40, 30, 20]);
const at = (turnDeg: [number, number, number], xMm = 110, yMm = 110, scale = 1): Partial<MeshChoice> => ({
  placement: { turnDeg, scale: [scale, scale, scale], xMm, yMm },
});
const table = solid(box(0, 0, 12, 12, 0, 10), box(0, 0, 40, 30, 10, 14));

test('a plain block is clear, and says what it takes', () => {
  const o = check(block);
  expect([rulesOf(o), o.verdict]).toEqual([[], 'clear']);
  expect(o.estimate.massG).toBeGreaterThan(5);
  expect(o.estimate.timeS).toBeGreaterThan(600);
  expect(o.mesh!.layers).toHaveLength(100);
  expect(o.report.layers).toBe(100);
});
describe('the fix clears what it was given for', () => {
  test('the unit, the turn, the scale and the place that findings name', () => {
    expect(rulesOf(check(boxMesh([0, 0, 0], [1.6, 1.2, 0.8]), { unit: 'in' }))).toEqual([]);
    const long = boxMesh([0, 0, 0], [225, 40, 20]);
    const fix = check(long).findings[0]!.fix;
    const turn = Number(/turn it (-?\d+)°/.exec(fix)![1]);
    const beyond = (o: CheckOutcome) => rulesOf(o).filter((r) => r === 'fits-travel' || r === 'skirt-fits');
    expect(beyond(check(long, at([0, 0, turn])))).toEqual([]);
    const scale = Number(/largest scale ([\d.]+) %/.exec(fix)![1]) / 100;
    expect(beyond(check(long, at([0, 0, 0], 110, 110, Math.floor(scale * 1000) / 1000)))).toEqual([]);
    const over = check(block, at([0, 0, 0], 10, 110)).findings[0]!;
    const by = Number(/([\d.]+) mm forward/.exec(over.fix)![1]);
    expect(beyond(check(block, at([0, 0, 0], 10 + by, 110)))).toEqual([]);
  });
  test('support under a lid, and the lid turned over', () => {
    expect(rulesOf(check(table, {}, contextWith({ supportAngleDeg: 50 })))).toEqual([]);
    expect(rulesOf(check(table, at([180, 0, 0])))).toEqual([]);
  });
});
test('the same inputs give the same findings and the same program', () => {
  const run = () => checkMesh(writeStl(table), { unit: null, placement: asDrawn(110, 110) }, contextWith());
  expect(run()).toEqual(run());
});
test.each([
  ['a file that is none', () => new TextEncoder().encode('hello'), /neither an STL/],
  ['a part lower than half a layer', () => writeStl(boxMesh([0, 0, 0], [20, 20, 0.05])), /lower than half a layer/],
  ['a part of a hundred thousand layers', () => writeStl(boxMesh([0, 0, 0], [20, 20, 20_000])), /at most 10000/],
])('%s is refused with the reason', (_, bytes, said) => {
  const checked = checkMesh(bytes(), { unit: null, placement: asDrawn(110, 110) }, contextWith());
  expect(checked.ok ? '' : checked.failure.what).toMatch(said);
});
