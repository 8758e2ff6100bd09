import { formatFigure } from '../../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';
import { soundJob } from '../sound.ts';
import { SAME_MM, stepsOf, usualStep } from './steps.ts';

const MOST = 3;
const [first, second] = soundJob().report.layerRows;
const rows = (...zs: number[]) => [first!, ...zs.map((zMm) => ({ ...second!, zMm }))];

export const skippedHeight = defineRule({
  id: 'skipped-height',
  bites: 'body',
  title: 'No height is left out',
  why: 'What is laid above a gap falls through it.',
  source: 'Differences of height between layers: a gap is twice the usual step',
  of: 'program',
  find: ({ report }) => {
    if (report.spiral) return { missing: 'the layers of a spiral have no height of their own' };
    const usual = usualStep(report);
    if (usual === null) return { missing: 'the program has fewer than two layers' };
    const gaps = stepsOf(report).flatMap((h, i) => (i > 0 && h >= 2 * usual - SAME_MM ? [{ h, i }] : []));
    return gaps.slice(0, MOST).map(({ h, i }): Found => ({
      severity: 'blocker',
      title: 'A height is left out',
      figure: `${formatFigure(h, 'length', 2)} mm between two layers`,
      limit: `${formatFigure(usual, 'length', 2)} mm`,
      origin: 'the program itself',
      fix: `have the file made again; from ${formatFigure(report.layerRows[i - 1]!.zMm, 'length', 2)} mm on nothing lies under it`,
      layer: i + 1,
      zMm: report.layerRows[i]!.zMm,
      line: report.layerRows[i]!.firstLine,
    }));
  },
  examples: {
    passes: [{ says: 'step by step', input: soundJob({ report: { layerRows: rows(0.4, 0.6, 0.8, 1) } }) }],
    fails: [{ says: 'three layers missing', input: soundJob({ report: { layerRows: rows(0.4, 0.6, 1.4, 1.6) } }) }],
  },
});
