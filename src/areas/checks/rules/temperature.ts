import type { Proof } from '../../library/model/records.ts';
import { defineRule, placeOfLine, type CannotRun, type Found, type RuleInput } from './define.ts';
import { soundJob } from './sound.ts';

interface Heat {
  readonly part: 'Nozzle' | 'Bed';
  readonly highestC: number;
  readonly highestLine: number;
  readonly lowestC: number;
  readonly lowestLine: number;
  readonly hardwareMaxC: number | null;
  readonly hardware: string;
  readonly supplier: readonly [number, number] | null;
  readonly proof: Proof | undefined;
  /** Settings that hold it. */
  readonly keys: readonly string[];
}

/** Hardware, then the supplier's range, then what is proven; the tightest that is broken is named. */
function judgeHeat(input: RuleInput, heat: Heat): Found[] {
  const { part, supplier, proof } = heat;
  const found: Found[] = [];
  const proven = proof && proof.state === 'proven' ? proof.range : null;
  const at = (
    c: number,
    line: number,
    limit: string,
    severity: Found['severity'],
    origin: string,
    fix: string,
    title: string,
    better: number | null,
  ): void => {
    const change = better === null ? {} : { change: { values: Object.fromEntries(heat.keys.map((k) => [k, better])) } };
    found.push({
      severity,
      title,
      figure: `${c} °C`,
      limit,
      origin,
      fix,
      ...change,
      ...placeOfLine(input.report, line),
    });
  };
  const ends = [
    [heat.highestC, heat.highestLine, 1],
    [heat.lowestC, heat.lowestLine, -1],
  ] as const;
  if (heat.hardwareMaxC !== null && heat.highestC > heat.hardwareMaxC) {
    at(
      heat.highestC,
      heat.highestLine,
      `${heat.hardwareMaxC} °C`,
      'blocker',
      `hardware, ${heat.hardware}`,
      `set ${part.toLowerCase()} to ${heat.hardwareMaxC} °C or use another tool`,
      `${part} hotter than ${heat.hardware} allows`,
      null,
    );
    return found;
  }
  for (const [c, line, side] of ends) {
    const outsideProven = proven ? (side > 0 ? c > proven.max : c < proven.min) : null;
    const outsideSupplier = supplier ? (side > 0 ? c > supplier[1] : c < supplier[0]) : false;
    if (outsideSupplier) {
      const limit = `${supplier![0]} to ${supplier![1]} °C`;
      if (outsideProven === false)
        at(
          c,
          line,
          limit,
          'caution',
          `material data, ${input.sheet.recipe.material.name}; proven by ${proof!.trialName}`,
          'nothing, if the trial still holds',
          `${part} outside the supplier's range, but proven here`,
          null,
        );
      else
        at(
          c,
          line,
          limit,
          'blocker',
          `material data, ${input.sheet.recipe.material.name}`,
          `set ${part.toLowerCase()} to ${side > 0 ? supplier![1] : supplier![0]} °C or prove ${c} °C by a temperature trial`,
          `${part} ${side > 0 ? 'above' : 'below'} the supplier's range`,
          proven ? Math.min(Math.max(c, proven.min), proven.max) : side > 0 ? supplier![1] : supplier![0],
        );
    } else if (outsideProven) {
      const end = side > 0 ? proven!.max : proven!.min;
      const how = side > 0 ? proven!.maxEnd : proven!.minEnd;
      at(
        c,
        line,
        `${proven!.min} to ${proven!.max} °C`,
        how === 'failedBeyond' || input.sheet.job.provenOnly ? 'blocker' : 'caution',
        `proven, ${proof!.trialName}`,
        `set ${part.toLowerCase()} to ${end} °C`,
        `${part} outside what is proven${how === 'failedBeyond' ? ': a trial saw it fail' : ''}`,
        end,
      );
    }
  }
  return found;
}

export const nozzleTemperature = defineRule({
  id: 'nozzle-temperature',
  bites: 'before start',
  title: 'Nozzle heat suits tool, material and proof',
  why: 'Too hot degrades plastic and feed tube; too cold splits layers and grinds filament.',
  source: 'order of limits: hardware, proven, supplier (docs/glossary.md)',
  find: (input): readonly Found[] | CannotRun => {
    const { report: r, sheet } = input;
    if (r.nozzleMinExtrudingC === null) return { missing: 'nothing is extruded' };
    return judgeHeat(input, {
      part: 'Nozzle',
      highestC: r.nozzleMaxC,
      highestLine: r.nozzleMaxLine,
      lowestC: r.nozzleMinExtrudingC,
      lowestLine: r.nozzleMinExtrudingLine,
      hardwareMaxC: sheet.recipe.tool.hotEndMaxC,
      hardware: sheet.recipe.tool.name,
      supplier: sheet.recipe.material.nozzleRangeC,
      proof: sheet.proofs['nozzleC'],
      keys: ['nozzleC', 'nozzleFirstC'],
    });
  },
  examples: {
    passes: [{ says: 'inside all', input: soundJob() }],
    fails: [
      { says: 'beyond hardware', input: soundJob({ report: { nozzleMaxC: 300 } }) },
      { says: 'above the supplier and unproven', input: soundJob({ report: { nozzleMaxC: 270 } }) },
      { says: 'outside proven', input: soundJob({ report: { nozzleMaxC: 255 } }) },
    ],
  },
});

export const bedTemperature = defineRule({
  id: 'bed-temperature',
  bites: 'first layer',
  title: 'Bed heat suits machine, material and proof',
  why: 'A cold bed lets corners lift; a hot one spreads the foot or is never reached.',
  source: 'order of limits: hardware, proven, supplier (docs/glossary.md)',
  find: (input) => {
    const { report: r, sheet } = input;
    if (r.bedMaxC === 0) return { missing: 'the program sets no bed temperature' };
    return judgeHeat(input, {
      part: 'Bed',
      highestC: r.bedMaxC,
      highestLine: r.bedMaxLine,
      lowestC: r.bedMaxC,
      lowestLine: r.bedMaxLine,
      hardwareMaxC: sheet.machine.bedMaxC,
      hardware: sheet.machine.name,
      supplier: sheet.recipe.material.bedRangeC,
      proof: sheet.proofs['bedC'],
      keys: ['bedC'],
    });
  },
  examples: {
    passes: [
      { says: 'inside all', input: soundJob() },
      { says: 'the supplier states no range', input: soundJob({ material: { bedRangeC: null } }) },
    ],
    fails: [
      { says: 'beyond hardware', input: soundJob({ report: { bedMaxC: 120 } }) },
      { says: 'too cold', input: soundJob({ report: { bedMaxC: 60 } }) },
      {
        says: 'below the supplier’s range though proven: a caution',
        input: soundJob({ report: { bedMaxC: 96 }, material: { bedRangeC: [98, 110] } }),
      },
    ],
  },
});
