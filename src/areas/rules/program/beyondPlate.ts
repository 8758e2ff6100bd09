import type { GcodeReport } from '../../../core/gcode/report.ts';
import { formatFigure } from '../../../core/units/format.ts';
import type { CheckContext } from '../context.ts';
import { placeOfLine, type Found } from '../define.ts';

/** What of a report tells it. */
export const BEYOND_PLATE_READS = ['beyondOutline', 'furthestLine', 'furthestMm', 'layerRows'] as const;

const mm = (v: number): string => formatFigure(v, 'length', 2);

/** What is laid beyond a plate that is smaller than the travel; null where nothing is, and on others. */
export function beyondPlate(report: GcodeReport, { machine }: CheckContext): Found | null {
  const round = machine.motion.reads?.roundBed;
  const { furthestMm: furthest, furthestLine, beyondOutline } = report;
  if (round && furthest > round.radiusMm + 1e-6)
    return {
      severity: 'blocker',
      title: 'Laid beyond the round plate',
      figure: `${mm(furthest)} mm from its middle`,
      limit: `${mm(round.radiusMm)} mm`,
      origin: `hardware, ${machine.name}`,
      fix: `move the part ${mm(furthest - round.radiusMm)} mm towards the middle, or make it smaller`,
      ...placeOfLine(report, furthestLine),
    };
  if (!beyondOutline) return null;
  const [left, front] = machine.lowestMm ?? [0, 0];
  return {
    severity: 'blocker',
    title: 'Laid beyond the outline of the plate',
    figure: `X ${mm(beyondOutline.x)} Y ${mm(beyondOutline.y)}, ${mm(beyondOutline.mm)} mm beyond its edge`,
    limit: 'within the bed outline',
    origin: `hardware, ${machine.name}`,
    fix: `move the part by ${mm(beyondOutline.mm)} mm or more onto the plate, or make it smaller`,
    ...placeOfLine(report, beyondOutline.line),
    place: { xMm: beyondOutline.x - left, yMm: beyondOutline.y - front },
  };
}
