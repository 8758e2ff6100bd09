import { jobOf, type MeshEdit, type ProgramEdit } from './cases.ts';
import { figureChecks } from './figureChecks.ts';
import { headChecks, type EngineCheck } from './headChecks.ts';
import { stackChecks } from './stackChecks.ts';
import { changed, effectiveFixture, validContextFixture, validRecipeFixture, type ContextChange } from './fixture.ts';
import { laidBy } from './meshLay.ts';
import type { CheckOutcome } from './outcome.ts';
import { checkJob, checkRecipe } from './run.ts';

type Change = ContextChange & { readonly program?: ProgramEdit; readonly mesh?: MeshEdit };
const outcomeOf = (change: Change) => checkJob(jobOf({ when: '', finds: [], ...change }).job);
const recipe = validRecipeFixture('filament');
const without = (key: string) => ({
  ...recipe,
  values: Object.fromEntries(Object.entries(recipe.values).filter(([k]) => k !== key)),
});
/** A program does not say the size that was wanted: of one brought along that check is never possible. */
const NO_SIZE = '; 1 check was not possible.';
const CLEAR = `Clear on Rifugio Vodice: all but 1 checks find nothing outside the limits${NO_SIZE}`;
/** The sentence with the count of checks in words, where it counts them as they ran: how many there are is not what is tested. */
const counted = ({ sentence, runs }: CheckOutcome): string => {
  const ran = runs.filter((r) => r.ran).length;
  return sentence.replace(
    `: ${ran} checks`,
    ran === runs.length ? ': all checks' : `: all but ${runs.length - ran} checks`,
  );
};

export const engineChecks: readonly EngineCheck[] = [
  {
    title: 'what a mesh is laid by are the values its settings are put together from',
    comesOut: () => {
      const asked = Object.keys(laidBy(effectiveFixture({ dryingC: 70 })));
      return ['walls', 'fillSpeedMmPerS', 'dryingC', 'pricePerKg'].map((key) => asked.includes(key));
    },
    must: [true, true, false, false],
  },
  ...headChecks,
  ...stackChecks,
  {
    title:
      'a print lasts what its parts take together; what nobody has timed is named, and a word that nobody explained',
    comesOut: () =>
      [undefined, 'GET_READY BED=60'].map((word) => {
        const { estimate } = outcomeOf({
          values: { homingS: 15 },
          ...(word !== undefined && { program: { before: { layer2: `${word}\nG28 X Y Z` } } }),
        });
        return [estimate.parts?.homing, estimate.notTimed];
      }),
    must: [
      [15, []],
      [30, ['words not known']],
    ],
  },
  ...figureChecks,
  {
    title: 'findings are told the gravest first, then by height; the first makes the sentence, the others are counted',
    comesOut: () => {
      const { findings, verdict, sentence } = outcomeOf({
        program: { before: { layer4: 'M109 S265', layer3: 'M0' }, replace: [[/M140 S0\n/, '']] },
        job: { class: 'lights-out' },
      });
      return [findings.map((f) => [f.severity, f.rule, f.zMm]), verdict, sentence];
    },
    must: [
      [
        ['blocker', 'heaters-off', null],
        ['blocker', 'no-pause', 0.4],
        ['blocker', 'nozzle-temperature', 0.6],
        ['caution', 'heat-steady', 0.8],
      ],
      'blocked',
      `Blocked: the bed stays hot at the end (3 blockers, 1 caution)${NO_SIZE}`,
    ],
  },
  {
    title: 'one blocker and nothing else is not counted',
    comesOut: () => outcomeOf({ program: { replace: [[/G28\n/, '']] } }).sentence,
    must: `Blocked: never homed${NO_SIZE}`,
  },
  {
    title: 'a blocker and a note count the blocker alone',
    comesOut: () => outcomeOf({ program: { replace: [[/G28\n/, '']], before: { layer4: 'M0' } } }).sentence,
    must: `Blocked: never homed (1 blocker)${NO_SIZE}`,
  },
  {
    title: 'two cautions are counted, and the job is clear with them',
    comesOut: () => {
      const { sentence, verdict } = outcomeOf({ program: { replace: [[/M104 S0\nM140 S0\n/, '']] } });
      return [verdict, sentence];
    },
    must: ['clear with cautions', `Clear with cautions: the nozzle stays hot at the end (2 cautions)${NO_SIZE}`],
  },
  {
    title: 'an axis keeps its letter in the sentence',
    comesOut: () =>
      outcomeOf({ program: { before: { layer3: 'G0 X90 Y95 F6000\nG1 X20 F60000\nG1 F1800' } } }).sentence,
    must: `Clear with cautions: X asked to run faster than it can, 1 time${NO_SIZE}`,
  },
  {
    title: 'a note alone leaves a job clear',
    comesOut: () => {
      const outcome = outcomeOf({ program: { before: { layer4: 'M0' } } });
      return [outcome.verdict, counted(outcome), outcome.findings.map((f) => f.severity)];
    },
    must: ['clear', CLEAR, ['note']],
  },
  {
    title: 'the sentence counts the checks that were not possible, whatever the verdict',
    comesOut: () =>
      [{}, { program: { replace: [[/G28\n/, '']] } }].map((c) =>
        counted(outcomeOf({ known: { speedPercent: null }, ...c } as Change)),
      ),
    must: [
      'Clear on Rifugio Vodice: all but 2 checks find nothing outside the limits; 2 checks were not possible.',
      'Blocked: never homed; 2 checks were not possible.',
    ],
  },
  {
    title: 'what a program needs is done where it was made: its findings carry no change',
    comesOut: () => outcomeOf({ program: { before: { layer4: 'M109 S255' } } }).findings.map((f) => f.change ?? null),
    must: [null],
  },
  {
    title: 'the findings of a mesh carry what can be done to a copy, and nothing that is done at the machine',
    comesOut: () =>
      outcomeOf({
        mesh: {},
        values: { nozzleC: 255, nozzleFirstC: 255 },
        known: { lid: 'open' },
      }).findings.map((f) => [f.rule, f.change ?? null]),
    must: [
      ['enclosure-fits', null],
      ['nozzle-temperature', { values: { nozzleC: 252, nozzleFirstC: 252 } }],
    ],
  },
  {
    title: 'of a program brought along a recipe’s way of printing is not judged; of a mesh it is',
    comesOut: () =>
      [{}, { mesh: {} }].map((c) => {
        const ids = outcomeOf(c).runs.map((r) => r.rule);
        return ['width-of-nozzle', 'abrasive-on-soft', 'brim-for-warping', 'fits-travel', 'within-travel'].map((id) =>
          ids.includes(id),
        );
      }),
    must: [
      [false, true, false, false, true],
      [true, true, false, true, false],
    ],
  },
  {
    title: 'the outcome of a mesh holds the mesh, that of a program does not',
    comesOut: () => [outcomeOf({}).mesh === undefined, outcomeOf({ mesh: {} }).mesh?.format],
    must: [true, 'stl'],
  },
  {
    title: 'a job whose recipe was not kept says so for every rule of recipes',
    comesOut: () => {
      const silent = outcomeOf({ forget: ['values'], mesh: {} }).runs.filter(
        (r) => !r.ran && r.rule !== 'fan-for-material',
      );
      return [silent.length > 10, [...new Set(silent.map((r) => r.needs))]];
    },
    must: [true, ['the recipe’s values, which were not kept']],
  },
  {
    title: 'a job whose machine nobody knows says so for every rule of the machine, and the others look',
    comesOut: () => {
      const { runs } = outcomeOf({ forget: ['asKnown'] });
      return [runs.filter((r) => !r.ran && r.needs === 'what is known of the machine').length, runs.some((r) => r.ran)];
    },
    must: [3, true],
  },
  {
    title: 'what nobody has reported of a machine is not passed over in a job',
    comesOut: () => outcomeOf({ known: { speedPercent: null }, mesh: {} }).runs.filter((r) => !r.ran),
    must: [{ rule: 'speed-unscaled', ran: false, needs: 'the speed set at the machine' }],
  },
  {
    title: 'a recipe that lacks a value says which rule could not look, and for want of what',
    comesOut: () => checkRecipe(without('hotEndMaxC')).notChecked.map((c) => [c.rule, c.needs]),
    must: [['nozzle-temperature', '“Maximum nozzle temperature”, a value of the tool profile']],
  },
  {
    title: 'without a machine the machine’s rules say so, and no other',
    comesOut: () => {
      const { notChecked, ran } = checkRecipe({ ...recipe, machine: null });
      return [notChecked.length > 4, [...new Set(notChecked.map((c) => c.needs))], ran > 20];
    },
    must: [true, ['what is known of the machine'], true],
  },
  {
    title: 'what nobody has reported of a machine is not passed over in a recipe',
    comesOut: () =>
      checkRecipe({ ...recipe, machine: { ...recipe.machine!, speedPercent: null } }).notChecked.map((c) => [
        c.rule,
        c.needs,
      ]),
    must: [['speed-unscaled', 'the speed set at the machine']],
  },
  {
    title: 'the findings of a recipe come the gravest first',
    comesOut: () =>
      checkRecipe(
        changed(recipe, { values: { brimMm: 0, hotEndMaxC: 240, fanPercent: 60 }, machine: { remainingG: 20 } }),
      ).findings.map((f) => [f.severity, f.rule, f.about]),
    must: [
      ['blocker', 'nozzle-temperature', 'recipe'],
      ['caution', 'fan-within-supplier', 'recipe'],
      ['note', 'brim-for-warping', 'recipe'],
      ['note', 'spool-not-empty', 'machine'],
    ],
  },
  {
    title: 'the rules that ran and those that could not are all there are for filament',
    comesOut: () => {
      const all = checkRecipe(recipe);
      const fewer = checkRecipe(without('hotEndMaxC'));
      return [all.ran - fewer.ran, all.notChecked.length, fewer.notChecked.length];
    },
    must: [1, 0, 1],
  },
  {
    title: 'the tool’s own melt rate limits where the material names none',
    comesOut: () =>
      checkRecipe(
        changed(without('highestFlowMm3PerS'), {
          values: { fillSpeedMmPerS: 170 },
          proofs: { highestFlowMm3PerS: { state: 'unproven' } },
        }),
      ).findings.map((f) => [f.rule, f.limit, f.origin]),
    must: [['flow-of-line-kinds', '12.00 mm³/s', 'hardware, tool']],
  },
  {
    title: 'a context says of its machine, tool and material what their values say',
    comesOut: () => {
      const c = validContextFixture({
        values: {
          fileNameSpaces: true,
          heads: 2,
          machineRatePerHour: 3,
          scaleXPercent: 101,
          unprintableZones: '0 0 30 12',
        },
        without: ['supportAngleDeg', 'flow', 'bedRangeC', 'fileNameLongest'],
        job: { class: 'customer part' },
      });
      return {
        machine: [
          c.machine.travelMm,
          c.machine.fileNameSpaces,
          c.machine.heads,
          c.machine.ratePerHour,
          c.machine.zonesMm,
        ],
        names: [c.machine.fileNameLongest, c.machine.isConnected, c.machine.bedMaxC],
        tool: [c.recipe.tool.nozzleMm, c.recipe.tool.hotEndMaxC, c.recipe.tool.catalogueFlowMm3PerS],
        material: [c.recipe.material.densityGPerCm3, c.recipe.material.pricePerKg, c.recipe.material.nozzleRangeC],
        recipe: [
          c.recipe.flow,
          c.recipe.material.bedRangeC,
          c.recipe.scalePercent,
          c.recipe.family,
          c.recipe.enclosureNeed,
        ],
        job: [c.job.provenOnly, c.job.class, c.recipe.lowestLayerTimeS],
      };
    },
    must: {
      machine: [[348, 342, 400], true, 2, 3, [[0, 0, 30, 12]]],
      names: [255, true, 125],
      tool: [0.4, 300, 12],
      material: [1.07, 30, [240, 260]],
      recipe: [1, null, [101, 100, 100], 'ASA', 'closed'],
      job: [true, 'customer part', 10],
    },
  },
  {
    title: 'a context of values that say nothing takes what is neutral, and names what is missing as missing',
    comesOut: () => {
      const c = validContextFixture({
        without: [
          'supportAngleDeg', 'heads', 'machineRatePerHour', 'nozzleDiameterMm', 'hotEndMaxC', 'catalogueFlowMm3PerS',
          'densityGPerCm3', 'pricePerKg', 'nozzleRangeC', 'family', 'enclosureNeed', 'lowestLayerTimeS', 'bedMaxC',
          'scaleXPercent', 'scaleYPercent', 'scaleZPercent', 'fileNameSpaces',
        ],
      }); // prettier-ignore
      const { machine, recipe: r } = c;
      return [
        [machine.heads, machine.ratePerHour, machine.bedMaxC, machine.fileNameSpaces, machine.zonesMm],
        [r.tool.nozzleMm, r.tool.hotEndMaxC, r.tool.catalogueFlowMm3PerS, r.lay],
        [r.material.densityGPerCm3, r.material.pricePerKg, r.material.nozzleRangeC, r.family, r.enclosureNeed],
        [r.lowestLayerTimeS, r.scalePercent, c.policy],
      ];
    },
    must: [
      [1, 0, null, false, []],
      [0, null, null, null],
      [0, 0, null, null, null],
      [
        null,
        [100, 100, 100],
        { ceilings: { massG: null, cost: null, hours: null }, firstLayerMostMmPerS: null, mayStayUnproven: {} },
      ],
    ],
  },
  {
    title: 'how a mesh is printed follows the effective values',
    comesOut: () => {
      const { lay } = validContextFixture({
        values: {
          nozzleFirstC: 250,
          liftMm: 0.4,
          skirtLoops: 3,
          skirtGapMm: 4,
          brimMm: 2,
          supportAngleDeg: 55,
          supportGapZMm: 0.3,
          infillPattern: 'gyroid',
          endBlock: 'M84',
          scaleXPercent: 101,
          scaleYPercent: 99,
          scaleZPercent: 100.5,
          contourOffsetMm: -0.04,
          zOffsetMm: 0.02,
          refillMm: 0.05,
          headOffsetXMm: 0.3,
          headOffsetYMm: -0.2,
          standbyC: 160,
          purgeMm3: 45,
        },
        without: [],
      }).recipe;
      return [
        [lay!.nozzleFirstC, lay!.liftMm, lay!.skirtLoops, lay!.skirtGapMm, lay!.brimMm],
        [lay!.supportAngleDeg, lay!.supportGapZMm, lay!.infillPattern, lay!.endBlock, lay!.fanPercent],
        [lay!.minimumLayerTimeS, lay!.title, lay!.startBlock.startsWith('M140')],
        [lay!.scale, lay!.contourOffsetMm, lay!.zOffsetMm, lay!.refillMm],
        [lay!.headOffsetMm, lay!.standbyC, lay!.purgeMm3],
      ];
    },
    must: [
      [250, 0.4, 3, 4, 2],
      [55, 0.3, 'gyroid', 'M84', 15],
      [12, 'Torba ASA natural, Fine 0.20, Rifugio Vodice', true],
      [[1.01, 0.99, 1.005], -0.04, 0.02, 0.05],
      [[0.3, -0.2], 160, 45],
    ],
  },
  {
    title: 'how a mesh is printed where values say nothing',
    comesOut: () => {
      const { lay } = validContextFixture({
        without: [
          'supportAngleDeg', 'nozzleFirstC', 'liftMm', 'skirtLoops', 'skirtGapMm', 'brimMm', 'supportGapZMm', 'infillPattern',
          'endBlock', 'fanPercent', 'minimumLayerTimeS',
        ],
      }).recipe; // prettier-ignore
      return [
        [lay!.nozzleFirstC, lay!.liftMm, lay!.skirtLoops, lay!.skirtGapMm, lay!.brimMm],
        [lay!.supportAngleDeg, lay!.supportGapZMm, lay!.infillPattern, lay!.endBlock, lay!.fanPercent],
        lay!.minimumLayerTimeS,
      ];
    },
    must: [[248, 0, 1, 5, 0], [null, 0.2, 'lines', 'M104 S0\nM140 S0', 0], 0],
  },
  {
    title: 'a recipe without a start block or a speed generates nothing',
    comesOut: () =>
      [['startBlock'], ['visibleWallSpeedMmPerS']].map(
        (w) => validContextFixture({ without: ['supportAngleDeg', ...w] }).recipe.lay,
      ),
    must: [null, null],
  },
];
