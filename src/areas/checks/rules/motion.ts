import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, placeOfLine, type Found } from './define.ts';
import { soundJob } from './sound.ts';

export const withinMotion = defineRule({
  id: 'within-motion',
  bites: 'body',
  title: 'Speed and acceleration stay within the machine',
  why: 'The controller clips what it cannot do, so the print is not the one that was prepared; where it does not clip, layers shift.',
  source: 'Hardware limits of the printer profile',
  find: ({ report, sheet }) => {
    const found: Found[] = [];
    const { motion } = sheet.machine;
    ['X', 'Y', 'Z', 'filament'].forEach((axis, i) => {
      const beyond = report.speedBeyond[i]!;
      const limit = motion.maxFeedMmPerS[i]!;
      if (beyond.count === 0) return;
      found.push({
        severity: 'caution',
        title: `${axis} asked to run faster than it can, ${beyond.count} times`,
        figure: `${formatFigure(beyond.mmPerS, 'speed')} mm/s`,
        limit: `${formatFigure(limit, 'speed')} mm/s`,
        origin: `hardware, ${sheet.machine.name}`,
        fix: `slow these moves to ${formatFigure((limit / beyond.mmPerS) * 100, 'percent', 1)} %; the machine will, and the estimate does`,
        ...placeOfLine(report, beyond.line),
      });
    });
    const most = Math.max(motion.accelerationMmPerS2, motion.travelAccelerationMmPerS2 ?? 0);
    if (report.highestAccelerationMmPerS2 > most)
      found.push({
        severity: 'caution',
        title: 'Acceleration set beyond the machine',
        figure: `${formatFigure(report.highestAccelerationMmPerS2, 'acceleration')} mm/s²`,
        limit: `${formatFigure(most, 'acceleration')} mm/s²`,
        origin: `hardware, ${sheet.machine.name}`,
        fix: `set ${formatFigure(most, 'acceleration')} mm/s² at line ${report.highestAccelerationLine}`,
        ...placeOfLine(report, report.highestAccelerationLine),
      });
    return found;
  },
  examples: {
    passes: [{ says: 'inside', input: soundJob() }],
    fails: [
      {
        says: 'too fast',
        input: soundJob({
          report: {
            speedBeyond: [
              { mmPerS: 800, line: 40, count: 3 },
              ...[1, 2, 3].map(() => ({ mmPerS: 0, line: 0, count: 0 })),
            ],
          },
        }),
      },
      { says: 'too hard', input: soundJob({ report: { highestAccelerationMmPerS2: 9000 } }) },
    ],
  },
});

export const retractionProven = defineRule({
  id: 'retraction-proven',
  bites: 'body',
  title: 'Retraction stays within what is proven',
  why: 'Too short strings; too long grinds and clogs.',
  source: 'order of limits (docs/glossary.md); firmware retraction is not read',
  find: ({ report, sheet }) => {
    if (report.shortestRetractionMm === null) return { missing: 'the program has no filament-only retraction' };
    const proof = sheet.proofs['retractionMm'];
    if (!proof || proof.state !== 'proven')
      return { missing: 'no valid retraction evidence on this machine, tool and material' };
    const { min, max, minEnd, maxEnd } = proof.range;
    const judge = (mm: number, line: number, end: typeof minEnd, fix: number): Found => ({
      severity: end === 'failedBeyond' || sheet.job.provenOnly ? 'blocker' : 'caution',
      title: 'Retraction outside what is proven',
      figure: `${formatFigure(mm, 'length', 2)} mm`,
      limit: `${formatFigure(min, 'length', 2)} to ${formatFigure(max, 'length', 2)} mm`,
      origin: `proven, ${proof.trialName}`,
      fix: `set ${formatFigure(fix, 'length', 2)} mm`,
      change: { values: { retractionMm: fix } },
      trialId: proof.trialId,
      ...placeOfLine(report, line),
    });
    const found: Found[] = [];
    if (report.longestRetractionMm > max + 1e-6)
      found.push(judge(report.longestRetractionMm, report.longestRetractionLine, maxEnd, max));
    if (report.shortestRetractionMm < min - 1e-6)
      found.push(judge(report.shortestRetractionMm, report.shortestRetractionLine, minEnd, min));
    return found;
  },
  examples: {
    passes: [{ says: 'inside', input: soundJob() }],
    fails: [
      { says: 'too long', input: soundJob({ report: { longestRetractionMm: 4 } }) },
      { says: 'one too short among sound ones', input: soundJob({ report: { shortestRetractionMm: 0.4 } }) },
    ],
  },
});
