import { describe, expect, test } from 'vitest';
import { asDrawn } from '../../../core/mesh/placement.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { writeStl } from '../../../core/mesh/writeStl.ts';
import { checkJob } from '../../rules/run.ts';
import { validContextFixture } from '../../rules/fixture.ts';
import { applyFix, fixText } from './applyFix.ts';
import type { MeshChoice } from './mesh.ts';
import { checkMesh } from './meshJob.ts';
import type { Finding } from '../../rules/outcome.ts';

const context = validContextFixture({
  values: {
    travelXMm: 220,
    travelYMm: 220,
    travelZMm: 240,
    lowestLayerTimeS: 8,
    minimumLayerTimeS: 12,
    family: 'PLA',
    allowedFamilies: 'PLA',
  },
});
const lay = context.recipe.lay!;
const block = writeStl(boxMesh([0, 0, 0], [40, 30, 20]));
const alone: MeshChoice = { unit: null, placement: asDrawn(110, 110) };
function findings(choice: MeshChoice, bytes = block, of = context): readonly Finding[] {
  const checked = checkMesh(bytes, choice, of);
  if (!checked.ok) throw new Error(checked.failure.what);
  return checkJob({ ...checked.value, context: of }).findings;
}
const fixOf = (all: readonly Finding[], rule: string) => all.find((f) => f.rule === rule)!.change!;

describe('a fix done to a copy clears the finding it is of', () => {
  test('over the edge with another part beside it, both are moved and stay as far apart', () => {
    const pair: MeshChoice = {
      ...alone,
      placement: asDrawn(15, 110),
      more: [{ file: null, unit: null, placement: asDrawn(65, 60) }],
    };
    const { mesh } = applyFix({}, pair, fixOf(findings(pair), 'fits-travel'));
    expect(mesh.placement.xMm).toBeGreaterThanOrEqual(25);
    expect(mesh.more![0]!.placement.xMm - mesh.placement.xMm).toBeCloseTo(50, 9);
    expect(findings(mesh)).toEqual([]);
  });
  test('too long, it is turned or scaled; too long beside another, nothing is done unasked', () => {
    const long = writeStl(boxMesh([0, 0, 0], [225, 40, 20]));
    const turned = applyFix({}, alone, fixOf(findings(alone, long), 'fits-travel')).mesh;
    expect(findings(turned, long).map((f) => f.rule)).toEqual([]);
    const tall = writeStl(boxMesh([0, 0, 0], [200, 200, 300]));
    const scaled = applyFix({}, alone, fixOf(findings(alone, tall), 'fits-travel')).mesh;
    expect(findings(scaled, tall).some((f) => f.rule === 'fits-travel' || f.rule === 'skirt-fits')).toBe(false);
    const two = { ...alone, more: [{ file: null, unit: null, placement: asDrawn(110, 170) }] };
    const told = findings(two, long).find((f) => f.rule === 'fits-travel')!;
    expect([told.change, told.fix]).toEqual([undefined, 'arrange them, or take fewer on this plate']);
  });
  test('a brim that does not fit is left out, and so is the skirt that would take its place', () => {
    const wide = writeStl(boxMesh([0, 0, 0], [216, 30, 20]));
    const brimmed = { ...context, recipe: { ...context.recipe, lay: { ...lay, brimMm: 5 } } };
    const { overrides } = applyFix({}, alone, fixOf(findings(alone, wide, brimmed), 'skirt-fits'));
    expect(overrides).toEqual({ brimMm: 0, skirtLoops: 0 });
    const bare = { ...context, recipe: { ...context.recipe, lay: { ...lay, brimMm: 0, skirtLoops: 0 } } };
    expect(findings(alone, wide, bare).map((f) => f.rule)).toEqual([]);
  });
  test('drawn in inches, it is read so', () => {
    const small = writeStl(boxMesh([0, 0, 0], [1.6, 1.2, 0.8]));
    const all = findings(alone, small);
    const { change } = all.find((f) => f.rule === 'unit-sure')!;
    expect(findings({ ...alone, unit: 'in' }, small)).toEqual([]);
    // where only one unit makes sense the fix says which; else somebody has to choose
    if (change) expect(applyFix({}, alone, change).mesh.unit).toBe('in');
    else expect(all.find((f) => f.rule === 'unit-sure')!.fix).toMatch(/in makes it .*; /);
  });
});
test('only what a recipe may set is set, and the recipe’s other values stay', () => {
  const { overrides, mesh } = applyFix({ walls: 2 }, alone, {
    values: { infillPercent: 50, travelXMm: 900, nothing: 1 },
  });
  expect([overrides, mesh.placement]).toEqual([{ walls: 2, infillPercent: 50 }, alone.placement]);
});
test('a fix is told in a few words, with units', () => {
  expect(fixText({ values: { infillPercent: 50, walls: 3 }, moveMm: [4.25, 0] })).toBe(
    'infill 50 %, walls 3, moved by 4.3 / 0.0 mm',
  );
  expect(fixText({ unit: 'in', turnAboutZ: 38, scale: [0.5, 0.5, 0.5] })).toBe(
    'read in in, turned 38° about Z, scaled to 50.0 %',
  );
});

test('where a part is moved, its boxes for support go with it', () => {
  const boxes = [{ kind: 'never', minMm: [1, 2, 3], maxMm: [4, 5, 6] }] as const;
  expect(applyFix({}, { ...alone, boxes }, { moveMm: [10, -1] }).mesh.boxes).toEqual([
    { kind: 'never', minMm: [11, 1, 3], maxMm: [14, 4, 6] },
  ]);
});
