import type { ContextChange } from '../../src/areas/rules/fixture.ts';
import type { TroubleKind } from '../../standins/controller/fate/troubles.ts';
import { planOf, type Foot, type Plan } from '../corpus/plan.ts';
import { even, fed, faster, moved, withWords } from '../corpus/planting.ts';
import { dialects, type CorpusDialect } from '../corpus/writers.ts';
import type { Farm } from './farm.ts';

/** A program to be printed, with what somebody did to it. */
export interface ProgramJob {
  readonly plan: Plan;
  readonly dialect: CorpusDialect;
  readonly program: string;
  readonly change: ContextChange;
  readonly isUnattended: boolean;
}
type Random = () => number;
const within = (random: Random, low: number, high: number): number => low + (high - low) * random();
const oneOf = <T>(random: Random, all: readonly T[]): T => all[Math.floor(random() * all.length)]!;

const foot = (random: Random, x: number): Foot =>
  random() < 0.3
    ? { kind: 'disc', x, y: 171, r: within(random, 14, 24) }
    : { kind: 'box', x: x - 18, y: 152, w: within(random, 26, 44), d: within(random, 24, 40) };

/** A plan as ordinary as they come: one foot or two, some layers, speeds well within what the machine has proven. */
function ordinary(farm: Farm, random: Random, name: string): Plan {
  const mm = oneOf(random, [0.16, 0.2, 0.2, 0.24]);
  const isTwo = random() < 0.35;
  const plan = planOf({
    name,
    feet: isTwo ? [foot(random, 130), foot(random, 215)] : [foot(random, 172)],
    heightsMm: [0.2, ...Array.from({ length: 7 + Math.floor(9 * random()) }, () => mm)],
    gapMm: within(random, 1.2, 2.2),
  });
  return as(farm, faster(plan, within(random, 0.7, 1.1)));
}

/** A plan with what the machine's profiles say. */
const as = (farm: Farm, plan: Plan): Plan => ({
  ...plan,
  acts: plan.acts.map((a) => (a.do === 'fan' ? { ...a, percent: farm.fanPercent } : a)),
  nozzleC: [farm.nozzleC],
  bedC: farm.bedC,
  retractMm: farm.proven.retractionMm,
  mmPerS2: farm.proven.mmPerS2,
});

type Planting = (plan: Plan, farm: Farm, random: Random) => Partial<Omit<ProgramJob, 'program'>>;
const raw = (words: (random: Random, farm: Farm) => readonly string[]): Planting => {
  return (plan, farm, random) => ({ plan: withWords(plan, 3 + Math.floor(3 * random()), ...words(random, farm)) });
};

/** What can be done to a program so that it comes to grief, by how it then does. */
export const plantings: Readonly<Partial<Record<TroubleKind, readonly Planting[]>>> = {
  gaps: [
    (plan, farm, random) => {
      const flow = 50 * 0.96 * 0.0794 * (plan.layerMm / 0.2);
      return { plan: faster(plan, (farm.proven.flow * within(random, 1.2, 1.9)) / flow) };
    },
    (plan, _farm, random) => ({ plan: fed(faster(plan, 2), within(random, 1.25, 1.6)) }),
  ],
  slumped: [
    (plan, farm, random) => ({
      plan: as(
        farm,
        planOf({
          name: plan.name,
          feet: [{ kind: 'box', x: 170, y: 168, w: within(random, 8, 12), d: within(random, 7, 11) }],
          heightsMm: Array.from({ length: 24 }, () => 0.2),
        }),
      ),
    }),
  ],
  shifted: [
    raw((random) => [`M204 P${Math.round(within(random, 3000, 5000))} T${Math.round(within(random, 2800, 4500))}`]),
    (plan, _farm, random) => ({
      plan,
      change: { values: { accelerationMmPerS2: Math.round(within(random, 3000, 4800)) } },
    }),
    raw(() => ['M84']),
  ],
  waves: [raw((random, farm) => [`M204 P${Math.round(farm.truth.ringsAtMmPerS2 * within(random, 1.3, 1.5))}`])],
  'came loose': [
    (plan, farm, random) => ({ plan: { ...plan, bedC: Math.round(farm.plastic.bondsFromC - within(random, 4, 30)) } }),
    raw(() => ['M140 S0', 'G4 S60']),
  ],
  'foot spread': [
    (plan, farm, random) => ({ plan: { ...plan, bedC: Math.round(farm.plastic.spreadsAtC + within(random, 2, 12)) } }),
  ],
  strings: [
    (plan, farm, random) => ({
      plan: {
        ...as(farm, planOf({ name: plan.name, feet: [foot(random, 130), foot(random, 215)], heightsMm: even(12) })),
        retractMm: Number(within(random, 0.1, 0.5).toFixed(2)),
      },
    }),
  ],
  'ground filament': [
    raw((random, farm) => {
      const mm = farm.proven.retractionMm;
      return Array.from({ length: Math.round(within(random, 45, 90)) }, () => [
        `G1 E-${mm} F2100`,
        `G1 E${mm} F2100`,
      ]).flat();
    }),
  ],
  jammed: [
    raw((random, farm) => [`M104 S${Math.round(farm.plastic.pushesFromC - within(random, 15, 60))}`, 'G4 S40']),
    (plan, farm, random) => ({
      plan: { ...plan, nozzleC: [Math.round(farm.plastic.pushesFromC - within(random, 10, 30))] },
    }),
  ],
  charred: [
    (plan, farm, random) => ({
      plan: { ...plan, nozzleC: [Math.round(farm.plastic.charsAtC + within(random, 8, 24))] },
    }),
  ],
  collided: [
    (plan, farm, random) => {
      // the part behind is taller than there is room under the carriage
      const heightsMm = Array.from({ length: Math.round(within(random, 115, 140)) }, () => 0.28);
      const made = planOf({
        name: plan.name,
        feet: [
          { kind: 'box', x: 120, y: 150, w: 26, d: 26 },
          { kind: 'box', x: 155, y: 150, w: 26, d: 26 },
        ],
        heightsMm,
        isSequential: true,
        gapMm: 5,
      });
      return { plan: as(farm, made) };
    },
    (plan) => ({ plan: withWords(plan, plan.acts.filter((a) => a.do === 'layer').length - 1, 'G0 X172 Y160 Z0.5') }),
  ],
  'ran out': [(plan) => ({ plan, change: { machine: {} } })],
  'refused a word': [raw((random) => [oneOf(random, ['M1007 S3', 'SPIN_UP FAST=1', 'G77 X4', 'M915 T2'])])],
  'hit its stop': [
    (plan, _farm, random) => ({ plan: moved(plan, within(random, 150, 220)) }),
    (plan, _farm, random) => ({ plan: moved(plan, 0, -within(random, 160, 200)) }),
  ],
  'never got so hot': [
    (plan, _farm, random) => ({ plan: { ...plan, nozzleC: [Math.round(within(random, 304, 330))] } }),
  ],
  'waited for nobody': [
    (plan, _farm, random) => ({
      plan: withWords(plan, 2, oneOf(random, ['M0', 'M600', 'M601'])),
      change: { job: { class: 'lights-out' } },
      isUnattended: true,
    }),
  ],
};

const usual = dialects.filter((d) => d.name !== 'inches');
const relative = ['numbered', 'volumetric', 'macros', 'compact'];
/** Dialects a trouble can be said in. */
const saidIn: Partial<Record<TroubleKind, readonly string[]>> = {
  strings: relative,
  gaps: relative.concat('plain'),
  'ground filament': ['numbered', 'macros', 'compact'],
  'came loose': relative.concat('plain'),
  collided: relative.concat('plain'),
};

export function programJob(farm: Farm, random: Random, trouble: TroubleKind | null, name: string): ProgramJob {
  const allowed = trouble && saidIn[trouble];
  const dialect = oneOf(random, allowed ? usual.filter((d) => allowed.includes(d.name)) : usual);
  const plan = ordinary(farm, random, name);
  const done = trouble ? oneOf(random, plantings[trouble]!)(plan, farm, random) : {};
  const job = { plan, change: {}, isUnattended: false, dialect, ...done };
  return { ...job, program: dialect.write(job.plan) };
}
