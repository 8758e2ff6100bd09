import { readRectangles, type Corner, type Rectangle } from '../../../core/gcode/bed.ts';
import { plainDialect, type Dialect } from '../../../core/gcode/write.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';
import { motionLimitsOf } from './motion.ts';

const ARCS = { 'by centre': 'ij', 'by radius': 'r' } as const;
const LINE_LENGTH = 96;

/** How a machine's controller wants its programs, from its printer profile's values. */
export const dialectOf = (v: Values): Dialect => ({
  relativeE: v['relativeFilament'] !== false,
  volumetricE: v['volumetricFilament'] === true,
  arcs: ARCS[v['arcs'] as 'by centre'] ?? 'none',
  firmwareRetract: v['firmwareRetract'] === true,
  acceleration: plainDialect.acceleration,
  lineLength: LINE_LENGTH,
  ...(hasCorner(v) && { cornerMm: cornerOf(v) }),
});
const cornerOf = (v: Values): readonly [number, number] => [
  numberOf(v, 'lowestXMm') ?? 0,
  numberOf(v, 'lowestYMm') ?? 0,
];
const hasCorner = (v: Values): boolean => cornerOf(v).some((mm) => mm !== 0);

/** The controller's own command that sets the pressure factor; null where it has none. */
export const pressureCommandOf = (v: Values): string | null =>
  typeof v['pressureCommand'] === 'string' && v['pressureCommand'].includes('{value}') ? v['pressureCommand'] : null;

export const zonesOfValues = (v: Values): readonly Rectangle[] =>
  readRectangles(typeof v['unprintableZones'] === 'string' ? v['unprintableZones'] : '').found;

/** Zones as they lie on the plate, whose corner is its origin. */
export const onPlate = (
  zones: readonly Rectangle[],
  [left, front]: readonly [number, number] = [0, 0],
): readonly Rectangle[] => zones.map(([x0, y0, x1, y1]) => [x0 - left, y0 - front, x1 - left, y1 - front]);
export const plateZonesOf = (v: Values): readonly Rectangle[] => onPlate(zonesOfValues(v), cornerOf(v));
/** Corners as they lie on the plate. */
export const cornersOnPlate = (
  outline: readonly Corner[],
  [left, front]: readonly [number, number] = [0, 0],
): readonly Corner[] => outline.map(([x, y]) => [x - left, y - front]);
/** The outline of a plate that is neither as large as the travel nor round, as it lies on it. */
export function bedEdgeOf(v: Values): { readonly bedOutline?: readonly Corner[] } {
  const outline = motionLimitsOf(v).reads?.bedOutline;
  return outline ? { bedOutline: cornersOnPlate(outline, cornerOf(v)) } : {};
}
