import { describe, expect, test } from 'vitest';
import type { Values } from '../../src/areas/library/settings/define.ts';
import { settingsOfBodies, settingsOfOthers } from '../../src/areas/rules/applied.ts';
import { effectiveFixture } from '../../src/areas/rules/fixture.ts';
import { laidBy, meshLayOf } from '../../src/areas/rules/meshLay.ts';
import type { OtherRole } from '../../src/core/toolpath/heads.ts';
import { asDrawn, placed } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { laidGroups } from '../meshes/laid.ts';
import { everyLineKind } from '../meshes/solids.ts';
import { bareValues } from '../meshes/toolpathSettings.ts';

const portal = { mesh: placed(everyLineKind(), asDrawn(110, 110)), role: 'body' as const };
const post = { mesh: boxMesh([70, 100, 0], [75, 130, 3]), role: 'body' as const };
const between: Values = { purgeMm3: 20, liftMm: 0.3, standbyC: 150, refillMm: 0.05, pressureS: 0.02 };
const OTHER: Readonly<Record<string, string>> = { seam: 'corner', topDirection: 'alike', infillPattern: 'gyroid' };

/** Another value of a setting that makes another program wherever it bites; undefined of what has none. */
function otherThan(key: string, v: Values[string]): Values[string] | undefined {
  if (typeof v !== 'number') return OTHER[key];
  if (key === 'walls') return v + 1;
  return key === 'solidBelowMm2' || key === 'fillOverlapPercent' ? v + 60 : v * 1.07 + 0.01;
}

describe('of another head than the part body’s just the values bite that are said to', () => {
  test.each<[string, readonly OtherRole[], Values, Parameters<typeof laidGroups>[0], ReadonlySet<string>, RegExp]>([
    [
      'where it lays support and brim',
      ['support', 'supportContact', 'brim'],
      { supportAngleDeg: 45, brimMm: 2 },
      [[portal]],
      settingsOfOthers,
      /^$/,
    ],
    // no support is laid there
    [
      'where it lays a second body',
      ['body2'],
      {},
      [[post, { ...portal, role: 'body2' }]],
      settingsOfBodies,
      /^support/,
    ],
  ])('%s', (_, roles, more, groups, said, butFor) => {
    const values = effectiveFixture({ ...bareValues, ...between, ...more });
    const lay = meshLayOf(values, 'made up')!;
    const program = (of: Values): string =>
      laidGroups(groups, lay, {
        others: [{ tool: 1, roles, lay: meshLayOf(of, 'made up')! }],
        plateMm: [220, 220],
      }).gcode;
    const before = program(values);
    const bite = Object.entries(laidBy(values)).flatMap(([key, v]) => {
      const next = otherThan(key, v);
      return next !== undefined && program({ ...values, [key]: next }) !== before ? [key] : [];
    });
    expect(bite.sort()).toEqual([...said].filter((key) => values[key] !== undefined && !butFor.test(key)).sort());
  });
});
