import { existsSync, readFileSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
import { queues } from '../../src/platform/jobs/queues.ts';
import { rules } from '../../src/areas/rules/index.ts';

const files = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const at = path.join(folder, name);
    return statSync(at).isDirectory() ? files(at) : [at];
  });

test.each(['docs/tour.md', 'README.md', 'docs/architecture.md'])('the paths %s names exist', (doc) => {
  const named = [
    ...readFileSync(doc, 'utf8').matchAll(/`((?:src|scripts|standins|bench|docs)\/[^`\s]*)`|\]\((docs\/[^)]+)\)/g),
  ].map((m) => m[1] ?? m[2]!);
  expect(named.length).toBeGreaterThan(5);
  for (const p of named.filter((n) => !n.includes('<'))) expect(existsSync(p), p).toBe(true);
});
test('.astro files reach platform, app and styles only, and no area', () => {
  for (const file of files('src').filter((f) => f.endsWith('.astro')))
    for (const [, from] of readFileSync(file, 'utf8').matchAll(/import[^'"]*['"]([^'"]+)['"]/g))
      if (from!.startsWith('.')) expect(from, file).toMatch(/\/(app|platform\/auth|ui)\//);
});
test('rule ids are unique and every rule names its source', () => {
  expect(new Set(rules.map((r) => r.id)).size).toBe(rules.length);
  for (const r of rules) expect(r.source.length, r.id).toBeGreaterThan(3);
});
/** Words of a private language and the field's own (docs/glossary.md): none of the left is declared any more. */
const OURS_NO_MORE: Readonly<Record<string, string>> = {
  'layMesh layingMesh layPart layCoupon LaidMesh LaidLayer LaySettings': 'generateToolpath, Toolpath, ToolpathLayer',
  'Standing standingsOf standing listStanding':
    'BuildOrientation, compareOrientations, orientMesh, listCurrentReadings',
  'Bites Thing spreadOut Storey Spot PlaceKey': 'BuildStage, PlateItem, arrangeOnPlates, Slab, MeasuringPoint',
  'OrientWish listWishedPrints wishPrint': 'OrientationRequest, listRequestedPrints, requestPrint',
  'Said sayState needsSaid saidPlainly': 'ReportedState, recordState, needsReport, toCanonicalText',
  judgeRules: 'scoreRules',
  'slip tellDone tellRefused go call insist must':
    'validationError, notifySuccess, notifyError, navigate, fetchJson, unwrap',
  'LimitSheet SheetInput HeightSheet BandSheet': 'CheckContext, RecipeSources, HeightChart, ReadingGrid',
  'getTip getHead inOneGo alongs Aim squareOffLine fitWarmth': 'getNewestRevision, getReleasedRevision, inTransaction',
  'soundJob cleanRecipe Look rim lid facingAlike':
    'validJobFixture, DefectSymbol, boundaryLoop, cap, consistentOrientation',
};
test.each(Object.entries(OURS_NO_MORE))('%s are not declared; the field says %s', (words) => {
  const declared = new RegExp(`\\b(function|const|let|class|interface|type)\\s+(${words.replaceAll(' ', '|')})\\b`);
  const found = ['src', 'standins', 'test', 'bench', 'scripts']
    .flatMap(files)
    .filter((f) => /\.(ts|tsx|mjs)$/.test(f))
    .filter((f) => declared.test(readFileSync(f, 'utf8')));
  expect(found).toEqual([]);
});
test('no file imports by name what is built: the type checker would read megabytes of it as ours', () => {
  const built = /\b(?:from|import\()\s*['"][./]+dist\//;
  const found = ['src', 'standins', 'test', 'bench', 'scripts']
    .flatMap(files)
    .filter((f) => /\.(ts|tsx|mjs|astro)$/.test(f) && built.test(readFileSync(f, 'utf8')));
  expect(found).toEqual([]);
});
test('every queue has a worker', () => {
  const worker = readFileSync('src/workers/checks.ts', 'utf8');
  for (const q of queues) expect(worker).toContain(`'${q}'`);
});
test('every area has its 30 lines', () => {
  for (const area of readdirSync('src/areas')) expect(existsSync(`src/areas/${area}/README.md`), area).toBe(true);
});
/** Where a style stands in the markup it is a position or a colour that was worked out. */
const MOST_INLINE_STYLES = 20;
test('buttons, choices and tables are Mantine’s, and style sheets say how things look', () => {
  const screens = files('src').filter((f) => f.endsWith('.tsx'));
  expect(screens.length).toBeGreaterThan(80);
  const found = (what: RegExp): string[] =>
    screens.flatMap((f) => Array.from(readFileSync(f, 'utf8').matchAll(what), (m) => `${f}: ${m[0]}`));
  expect(found(/<(button|select|table)(?=[\s>])/g)).toEqual([]);
  expect(found(/\sstyle=\{/g).length).toBeLessThanOrEqual(MOST_INLINE_STYLES);
});
