import { describe, expect, test } from 'vitest';
import { exampleLimits } from '../../../src/core/motion/limits.ts';
import { parts } from '../../../test/corpus/parts.ts';
import type { Plan } from '../../../test/corpus/plan.ts';
import { withWords } from '../../../test/corpus/planting.ts';
import { dialects } from '../../../test/corpus/writers.ts';
import { truthOf, type Truth } from '../truth.ts';
import { fateOf } from './fate.ts';
import { behaviours, type Behaviour } from './plastics.ts';
import type { TroubleKind } from './troubles.ts';
import type { World } from './world.ts';

const asa = behaviours.find((b) => b.family === 'ASA')!;
const plain = dialects.find((d) => d.name === 'plain')!;
const bracket = parts.find((p) => p.name === 'bracket_2pc')!;
const blocks = parts.find((p) => p.name === 'two blocks at once')!;
/** A machine that prints all of these well. */
const good: Truth = {
  ...truthOf(1),
  nozzleErrorC: 0,
  meltMm3PerS: 9,
  slumpS: 5,
  stringRate: 3,
  strings: 16,
  gapFromMm: 2.5,
  ringsAtMmPerS2: 1800,
  shiftsAtMmPerS2: 3000,
  grindsAfter: 30,
  leverMost: 8,
};
const world = (truth: Partial<Truth> = {}, plastic: Partial<Behaviour> = {}, change: Partial<World> = {}): World => ({
  truth: { ...good, ...truth },
  limits: exampleLimits,
  lowestMm: [0, 0],
  travelMm: [348, 342, 400],
  clearanceMm: 30,
  hotEndMaxC: 300,
  bedMaxC: 120,
  isClosed: true,
  plastics: [{ ...asa, ...plastic }],
  spoolsG: [500],
  isUnattended: false,
  stopsAtUnknown: true,
  ...change,
});
const fate = (plan: Plan, of: World): TroubleKind[] =>
  fateOf(
    plain
      .write(plan)
      .split('\n')
      .map((l) => l.replace(/;.*/, '').trim()),
    of,
  ).map((t) => t.kind);

test('a machine whose limits a program keeps prints it well', () => {
  expect(fate(bracket, world())).toEqual([]);
  expect(fate(blocks, world())).toEqual([]);
});

describe('the same program, and another truth', () => {
  test.each<[TroubleKind, World]>([
    ['gaps', world({ meltMm3PerS: 3 })],
    ['slumped', world({ slumpS: 40 })],
    ['shifted', world({ shiftsAtMmPerS2: 900, ringsAtMmPerS2: 2000 })],
    ['waves', world({ ringsAtMmPerS2: 800 })],
    ['jammed', world({}, { pushesFromC: 255 })],
    ['charred', world({}, { charsAtC: 240 })],
    ['came loose', world({}, { bondsFromC: 104 })],
    ['foot spread', world({}, { spreadsAtC: 90 })],
    ['ran out', world({}, {}, { spoolsG: [0.3] })],
    ['hit its stop', world({}, {}, { travelMm: [160, 342, 400] })],
    ['never got so hot', world({}, {}, { hotEndMaxC: 240 })],
    ['collided', world({}, {}, { clearanceMm: 0.5 })],
  ])('%s', (kind, of) => {
    const plan = kind === 'collided' ? withWords(bracket, 8, 'G28') : bracket;
    expect(fate(plan, of)).toEqual([kind]);
  });
  test('strings, where they need more pull than it gives', () => {
    expect(fate(blocks, world({ stringRate: 1 }))).toEqual(['strings']);
  });
});

describe('the same machine, and a word too many', () => {
  test.each<[TroubleKind, readonly string[], Partial<World>]>([
    ['refused a word', ['M1007 S3'], {}],
    ['refused a word', ['SPIN_UP FAST=1'], {}],
    ['waited for nobody', ['M0'], { isUnattended: true }],
    ['shifted', ['M84'], {}],
    ['shifted', ['M204 P3600'], { limits: { ...exampleLimits, maxAccelerationMmPerS2: [6000, 6000, 180, 4200] } }],
    ['collided', ['G0 X170 Y160 Z0.2'], {}],
    ['jammed', ['M104 S120', 'G4 S60'], {}],
    ['came loose', ['M140 S0', 'G4 S120'], {}],
    ['hit its stop', ['G0 X400'], {}],
    ['ground filament', Array.from({ length: 40 }, () => ['G1 E-1.2 F2100', 'G1 E0 F2100']).flat(), {}],
  ])('%s', (kind, words, change) => {
    expect(fate(withWords(bracket, 7, ...words), world({}, {}, change))).toEqual([kind]);
  });
  test('somebody is there, and it only waits', () => {
    expect(fate(withWords(bracket, 7, 'M0'), world())).toEqual([]);
  });
});
