import { plainDialect, type Dialect } from '../../../core/gcode/write.ts';
import type { Values } from '../../library/settings/define.ts';

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
});

/** The controller's own command that sets the pressure factor; null where it has none. */
export const pressureCommandOf = (v: Values): string | null =>
  typeof v['pressureCommand'] === 'string' && v['pressureCommand'].includes('{value}') ? v['pressureCommand'] : null;

/** Zones as they are typed, "0 0 30 12; 200 0 230 12"; what is not four figures is left out. */
export const zonesOf = (text: string): (readonly [number, number, number, number])[] =>
  text
    .split(';')
    .map((z) => z.trim().split(/\s+/).map(Number))
    .filter((z) => z.length === 4 && z.every(Number.isFinite))
    .map((z) => [z[0]!, z[1]!, z[2]!, z[3]!]);
export const zonesOfValues = (v: Values): (readonly [number, number, number, number])[] =>
  zonesOf(typeof v['unprintableZones'] === 'string' ? v['unprintableZones'] : '');
