import { describe, expect, test } from 'vitest';
import { versionEntries, versionOf } from '../../scripts/versions.mjs';
import { workDigest } from '../../src/areas/checks/server/workDigest.ts';
import { validContextFixture } from '../../src/areas/rules/fixture.ts';

const changing = (name: string, what: RegExp, by: string) => {
  let times = 0;
  return {
    change: (file: string, text: string): string | null => {
      if (file !== name) return null;
      const changed = text.replace(what, by);
      if (changed !== text) times++;
      return changed;
    },
    planted: () => times,
  };
};
const [rules, work] = await Promise.all([versionOf(versionEntries.rules), versionOf(versionEntries.work)]);

describe('the version of', () => {
  test.each([
    ['kept work', 'thickness', 'src/core/mesh/thickness.ts', /const BIN_MM = [\d.]+/, 'const BIN_MM = 0.017'],
    ['kept work', 'the reader', 'src/core/gcode/heat.ts', /targetC > head/, 'targetC >= head'],
    [
      'kept work',
      'layers',
      'src/core/resin/layerFlood.ts',
      /from\.pixels > into\.pixels/,
      'from.pixels >= into.pixels',
    ],
    ['kept work', 'toolpaths', 'src/core/toolpath/pace.ts', /NEAR_ENOUGH = 0\.01/, 'NEAR_ENOUGH = 0.02'],
  ])('%s changes with %s', async (_, _what, file, pattern, by) => {
    const plant = changing(file, pattern, by);
    expect(await versionOf(versionEntries.work, plant.change)).not.toBe(work);
    expect(plant.planted()).toBe(1);
  });
  test.each([
    ['a limit', 'src/areas/rules/program/bedStaysWarm.ts', /HELD_SHARE = 0\.5/, 'HELD_SHARE = 0.4'],
    ['what is asked of layers', 'src/areas/rules/runStack.ts', /\['bottomThicknessMm'\]/, '[]'],
    ['a severity', 'src/areas/rules/program/heatersOff.ts', /'blocker'/, "'note'"],
    ['a setting’s default', 'src/areas/library/settings/process.ts', /default: 130/, 'default: 131'],
  ])('the rules changes with %s, that of kept work does not', async (_, file, pattern, by) => {
    const plant = changing(file, pattern, by);
    expect(await versionOf(versionEntries.rules, plant.change)).not.toBe(rules);
    expect(plant.planted()).toBe(1);
  });
  test('neither changes with a comment or a case', async () => {
    const noted = (file: string, text: string) => (file.endsWith('.ts') ? `// noted\n${text}` : null);
    expect(await versionOf(versionEntries.rules, noted)).toBe(rules);
    expect(await versionOf(versionEntries.work, noted)).toBe(work);
  });
});
test('work kept under another version, or by code that was never built, is not found again', () => {
  const context = validContextFixture();
  const of = (version: string | null) => workDigest('a'.repeat(64), null, context, version);
  expect(of('one')).toBe(of('one'));
  expect(of('two')).not.toBe(of('one'));
  expect(of(null)).not.toBe(of(null));
});
