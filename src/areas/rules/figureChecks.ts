import type { GcodeReport } from '../../core/gcode/report.ts';
import type { Values } from '../library/settings/define.ts';
import { jobOf } from './cases.ts';
import { estimateOf } from './estimate.ts';
import { validRecipeFixture, type ContextChange } from './fixture.ts';
import type { EngineCheck } from './headChecks.ts';
import { MESH_LAY_NEEDS, meshLayOf } from './meshLay.ts';

const { values: usual } = validRecipeFixture('filament');
const timed = { homingS: 15, levellingPoints: 9, levellingPointS: 4, primingS: 7, headChangeS: 11, pauseS: 600 };
const besides = { homings: 2, levellings: 3, primings: 1, headChanges: 4 };
/** What a print of so many things beside its moves takes. */
function lasting(change: ContextChange, report: Partial<GcodeReport> = { besides, pauses: 2 }): unknown {
  const { job } = jobOf({ when: '', finds: [], measured: { report }, ...change });
  const { parts, notTimed, lastsS, pace, heads } = estimateOf(job);
  const { moves = NaN, heating = NaN, ...others } = parts!;
  const sum = Object.values(others).reduce((a, b) => a + b, moves + heating);
  return [others, notTimed, Math.round((1000 * lastsS!) / sum) / 1000, pace?.prints ?? null, heads ?? null];
}
const bare: Values = Object.fromEntries([...MESH_LAY_NEEDS, 'startBlock'].map((key) => [key, usual[key]!]));
function lay(values: Values): unknown {
  const s = meshLayOf({ ...bare, ...values }, '')!;
  return [
    [s.topLayers, s.floorLayers, s.retractionMmPerS, s.flow, s.filamentDiameterMm, s.skirtLoops, s.skirtGapMm],
    [s.supportGapXYMm, s.supportPercent, s.contactLayers, s.contactPercent, s.supportOnPlateOnly],
    [s.chamberC, s.fill.accelerationMmPerS2, s.retractionMm, s.heightChanges.length],
  ];
}
const LAID = [4, 4, 35, 1, 1.75, 1, 5];
const ALL_TIMED = { homing: 30, levelling: 108, priming: 7, 'changes of head': 44, pauses: 1200 };
const NOT_TIMED = ['homing', 'levelling', 'priming', 'changes of head', 'pauses'];

/** What the engine must make of figures that no rule judges. */
export const figureChecks: readonly EngineCheck[] = [
  {
    title:
      'levelling lasts as many points as there are; each thing counts as often as it is done, and the pace stretches the whole',
    comesOut: () => [
      lasting({ values: timed }),
      lasting({ values: { levellingPoints: 9 } }),
      lasting({ values: { levellingPointS: 4 } }),
      lasting({ values: timed }, { besides: undefined as never, pauses: 2 }),
      lasting({ values: timed, machine: { pace: { ratio: 1.25, low: 1, high: 1.5, prints: 6 } } }),
    ],
    must: [
      [ALL_TIMED, [], 1, null, null],
      [{}, NOT_TIMED, 1, null, null],
      [{}, NOT_TIMED, 1, null, null],
      [{ pauses: 1200 }, [], 1, null, null],
      [ALL_TIMED, [], 1.25, 6, null],
    ],
  },
  {
    title: 'what nobody says of how a mesh is laid is as usual, and what is said is taken',
    comesOut: () => [
      lay({}),
      lay({ chamberC: 55, heightChanges: 'as one likes' }),
      lay({ chamberMaxC: 70, chamberC: 55, supportOnPlateOnly: true, heightChanges: '5 mm: fan 60' }),
    ],
    must: [
      [LAID, [0.3, 16, 1, 50, false], [null, 1000, 0, 0]],
      [LAID, [0.3, 16, 1, 50, false], [null, 1000, 0, 0]],
      [LAID, [0.3, 16, 1, 50, true], [55, 1000, 0, 1]],
    ],
  },
];
