import { plainDialect, type Dialect } from '../../../core/gcode/write.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';

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

/** Zones as they are typed, in coordinates of programs, "0 0 30 12; 200 0 230 12"; what is not four figures is left out. */
export const zonesOf = (text: string): (readonly [number, number, number, number])[] =>
  text
    .split(';')
    .map((z) => z.trim().split(/\s+/).map(Number))
    .filter((z) => z.length === 4 && z.every(Number.isFinite))
    .map((z) => [z[0]!, z[1]!, z[2]!, z[3]!]);
export const zonesOfValues = (v: Values): (readonly [number, number, number, number])[] =>
  zonesOf(typeof v['unprintableZones'] === 'string' ? v['unprintableZones'] : '');

/** Zones as they lie on the plate, whose corner is its origin. */
export const onPlate = (
  zones: readonly (readonly [number, number, number, number])[],
  [left, front]: readonly [number, number] = [0, 0],
): (readonly [number, number, number, number])[] =>
  zones.map(([x0, y0, x1, y1]) => [x0 - left, y0 - front, x1 - left, y1 - front]);
export const plateZonesOf = (v: Values): (readonly [number, number, number, number])[] =>
  onPlate(zonesOfValues(v), cornerOf(v));
