import { describe, expect, test } from 'vitest';
import { paceOf } from '../../src/areas/machines/model/pace.ts';
import { validContextFixture } from '../../src/areas/rules/fixture.ts';
import { lastsOf } from '../../src/areas/rules/outcome.ts';
import { checkJob } from '../../src/areas/rules/run.ts';
import { withChecksum } from '../../src/core/gcode/words.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import { exampleLimits, type MotionLimits } from '../../src/core/motion/limits.ts';
import { SimulatedController } from '../../standins/controller/controller.ts';
import { truthOf } from '../../standins/controller/truth.ts';
import { parts } from '../corpus/parts.ts';
import type { Plan } from '../corpus/plan.ts';
import { dialects, type CorpusDialect } from '../corpus/writers.ts';
import { simulatedMovesS } from './stepSimulator.ts';

const written = ['plain', 'numbered', 'arcs'].map((name) => dialects.find((d) => d.name === name)!);
const programs = written.flatMap((dialect) =>
  parts.map((plan) => ({ name: `${plan.name}, ${dialect.name}`, plan, dialect, text: dialect.write(plan) })),
);
const limits: MotionLimits = { ...exampleLimits, accelerationMmPerS2: 1300, travelAccelerationMmPerS2: 1300 };
const machine = {
  mmPerS2: 1300,
  jumpMmPerS: limits.instantSpeedChangeMmPerS,
  mostMmPerS: limits.maxFeedMmPerS,
  mostMmPerS2: limits.maxAccelerationMmPerS2,
};
const movesS = (text: string, of: MotionLimits): number => {
  const read = inspectGcode(new TextEncoder().encode(text), of);
  if (!read.ok) throw new Error(read.failure.what);
  return read.value.timeS;
};
/** Without what the simulator does not follow: the controller's own retraction and what sets accelerations. */
const plainly = (text: string): string => text.replace(/^(?:G1[01]|M204.*)$/gm, '');

describe('the moves of thirty programs take as long as a simulation in fine steps has them take', () => {
  test.each(programs.map((p) => [p.name, p] as const))('%s', (_, { text, dialect }) => {
    const asked = movesS(plainly(text), limits);
    const stepped = simulatedMovesS(plainly(text), machine);
    expect(stepped).toBeGreaterThan(30);
    expect(Math.abs(asked / stepped - 1)).toBeLessThan(dialect.name === 'arcs' ? 0.02 : 0.005);
  });
});

/** Prints a program on a simulated controller and gives how long it took by its own clock, s. */
async function tookS(controller: SimulatedController, lines: readonly string[]): Promise<number> {
  const send = (n: number, text: string): Promise<string | null> =>
    controller.take(withChecksum(`N${n} ${text}`), () => undefined);
  await send(0, 'M110');
  for (const [i, line] of lines.entries()) expect(await send(i + 1, line)).toMatch(/^ok/);
  return Number((await controller.take('@clock', () => undefined))!.split(' ')[1]);
}
const QUICKLY = 1e12;

describe('once five prints were timed, the others last as long as is said', () => {
  const worked = (
    seed: number,
    plan: Plan,
    dialect: CorpusDialect,
    text: string,
  ): { workedOutS: number; lines: string[] } => {
    const { homesS, changesHeadS } = truthOf(seed);
    const values = {
      ...dialect.values,
      // as somebody has timed it with a watch that shows seconds
      homingS: Math.round(homesS),
      headChangeS: Math.round(changesHeadS),
      nozzleWarmsCPerS: 2.5,
      bedWarmsCPerS: 0.5,
      accelerationMmPerS2: exampleLimits.accelerationMmPerS2,
    };
    const context = validContextFixture({ ...(plan.nozzleC.length > 1 && { second: {} }), values });
    const lines: string[] = [];
    const motion = { ...exampleLimits, ...(context.machine.motion.warms && { warms: context.machine.motion.warms }) };
    const read = inspectGcode(new TextEncoder().encode(text), motion, (cut) =>
      lines.push(...new TextDecoder('latin1').decode(cut).replace(/\n$/, '').split('\n')),
    );
    if (!read.ok) throw new Error(read.failure.what);
    return {
      workedOutS: lastsOf(checkJob({ report: read.value, context }).estimate),
      lines: lines.filter((l) => l !== ''),
    };
  };

  test.each([4101, 4138, 4175])('on the machine of seed %i', async (seed) => {
    const jobs = programs
      .filter((p) => p.dialect.name !== 'arcs')
      .map(({ plan, dialect, text }) => worked(seed, plan, dialect, text));
    const prints = [];
    for (const { workedOutS, lines } of jobs)
      prints.push({ workedOutS, tookS: await tookS(new SimulatedController('m', seed, QUICKLY), lines) });
    const pace = paceOf(prints.slice(0, 5))!;
    expect(pace.prints).toBe(5);
    for (const { workedOutS, tookS: took } of prints.slice(5))
      expect(Math.abs((workedOutS * pace.ratio) / took - 1)).toBeLessThan(0.03);
  });
});

test('fewer than five prints tell nothing of the pace, and prints that differ widen its ends', () => {
  const of = (...ratios: number[]) => paceOf(ratios.map((r) => ({ workedOutS: 1000, tookS: 1000 * r })));
  expect(of(1.1, 1.1, 1.1, 1.1)).toBeNull();
  expect(of(1.1, 1.1, 1.1, 1.1, 1.1)).toEqual({
    ratio: expect.closeTo(1.1, 9),
    low: expect.closeTo(1.1, 9),
    high: expect.closeTo(1.1, 9),
    prints: 5,
  });
  // by hand: logarithms of 1.0, 1.1, 1.2, 1.1, 1.1 have mean 0.09366 and deviation 0.0645; t(4) = 2.776
  const wide = of(1, 1.1, 1.2, 1.1, 1.1)!;
  expect(wide.ratio).toBeCloseTo(1.0982, 3);
  expect(wide.low).toBeCloseTo(1.0982 / Math.exp(2.776 * 0.0645 * Math.sqrt(1.2)), 3);
  expect(wide.high).toBeCloseTo(1.0982 * Math.exp(2.776 * 0.0645 * Math.sqrt(1.2)), 3);
});
