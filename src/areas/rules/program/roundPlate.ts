import type { GcodeReport } from '../../../core/gcode/report.ts';
import { formatFigure } from '../../../core/units/format.ts';
import type { CheckContext } from '../context.ts';
import { placeOfLine, type Found } from '../define.ts';

/** What is laid beyond a round plate; null where nothing is, and on others. */
export function beyondRoundPlate(report: GcodeReport, { machine }: CheckContext): Found | null {
  const round = machine.motion.reads?.roundBed;
  const { furthestMm: furthest, furthestLine } = report;
  if (!round || furthest <= round.radiusMm + 1e-6) return null;
  return {
    severity: 'blocker',
    title: 'Laid beyond the round plate',
    figure: `${formatFigure(furthest, 'length', 2)} mm from its middle`,
    limit: `${formatFigure(round.radiusMm, 'length', 2)} mm`,
    origin: `hardware, ${machine.name}`,
    fix: `move the part ${formatFigure(furthest - round.radiusMm, 'length', 2)} mm towards the middle, or make it smaller`,
    ...placeOfLine(report, furthestLine),
  };
}
