import { describe, expect, test } from 'vitest';
import type { Values } from '../../src/areas/library/settings/define.ts';
import { settingsOfBodies, settingsOfOthers } from '../../src/areas/rules/applied.ts';
import { effectiveFixture } from '../../src/areas/rules/fixture.ts';
import { laidBy, meshLayOf } from '../../src/areas/rules/meshLay.ts';
import { asDrawn, placed } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { laid, laidGroups } from '../meshes/laid.ts';
import { everyLineKind } from '../meshes/solids.ts';

const base: Values = {
  flow: 1,
  brimMm: 0,
  skirtLoops: 0,
  skirtLeastMm: 0,
  minimumLayerTimeS: 0,
  pressureCommand: 'M4100 S{value}',
  supportAngleDeg: 89,
};

describe('of another head than the part body’s', () => {
  test('that lays support and brim, just the values that are said to bite do', () => {
    const own = {
      ...base,
      supportAngleDeg: 45,
      purgeMm3: 20,
      brimMm: 2,
      liftMm: 0.3,
      standbyC: 150,
      refillMm: 0.05,
      pressureS: 0.02,
    };
    const values = effectiveFixture(own);
    const lay = meshLayOf(values, 'made up')!;
    const program = (of: Values): string =>
      laid(everyLineKind(), lay, {
        bodyTool: 0,
        others: [{ tool: 1, roles: ['support', 'supportContact', 'brim'], lay: meshLayOf(of, 'made up')! }],
        plateMm: [220, 220],
        zonesMm: [],
      }).gcode;
    const before = program(values);
    const bite = Object.entries(laidBy(values)).flatMap(([key, v]) =>
      typeof v === 'number' && program({ ...values, [key]: v * 1.07 + 0.01 }) !== before ? [key] : [],
    );
    expect(bite.sort()).toEqual([...settingsOfOthers].filter((key) => values[key] !== undefined).sort());
  });

  test('that lays a second body, just the values that are said to bite do', () => {
    const own = {
      ...base,
      purgeMm3: 20,
      liftMm: 0.3,
      standbyC: 150,
      refillMm: 0.05,
      pressureS: 0.02,
      solidBelowMm2: 40,
    };
    const values = effectiveFixture(own);
    const lay = meshLayOf(values, 'made up')!;
    const step = boxMesh([70, 100, 0], [75, 130, 3]);
    const groups = [
      [
        { mesh: step, role: 'body' as const },
        { mesh: placed(everyLineKind(), asDrawn(110, 110)), role: 'body2' as const },
      ],
    ];
    const program = (of: Values): string =>
      laidGroups(groups, lay, {
        others: [{ tool: 1, roles: ['body2'], lay: meshLayOf(of, 'made up')! }],
        plateMm: [220, 220],
      }).gcode;
    const before = program(values);
    const other = (v: unknown, key: string): unknown =>
      typeof v === 'number'
        ? key === 'walls'
          ? v + 1
          : key === 'solidBelowMm2' || key === 'fillOverlapPercent'
            ? v + 60
            : v * 1.07 + 0.01
        : ({ seam: 'corner', topDirection: 'alike', infillPattern: 'gyroid' } as Record<string, string>)[key];
    const bite = Object.entries(laidBy(values)).flatMap(([key, v]) => {
      const next = other(v, key);
      return next !== undefined && program({ ...values, [key]: next } as Values) !== before ? [key] : [];
    });
    const cellsOfSupport = /^support/; // no support is laid here
    expect(bite.sort()).toEqual(
      [...settingsOfBodies].filter((key) => values[key] !== undefined && !cellsOfSupport.test(key)).sort(),
    );
  });
});
