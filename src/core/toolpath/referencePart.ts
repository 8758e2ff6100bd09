import { GcodeWriter, plainDialect } from '../gcode/write.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';

/** Plain solids to compare recipes on. */
export const referenceParts = {
  block: { label: 'Block 40 × 30 × 20 mm', shape: 'box', widthMm: 40, depthMm: 30, heightMm: 20, isOpen: false },
  drum: { label: 'Drum ⌀ 50 × 25 mm', shape: 'round', widthMm: 50, depthMm: 50, heightMm: 25, isOpen: false },
  cup: { label: 'Open cup ⌀ 40 × 40 mm', shape: 'round', widthMm: 40, depthMm: 40, heightMm: 40, isOpen: true },
} as const;
export type ReferencePart = keyof typeof referenceParts;

/** Wall and floor of an open part where it is cast as a shell, mm. */
const SHELL_MM = 2;

/** Volume of a part as one solid, an open one as a shell, mm³. */
export function volumeMm3(part: ReferencePart): number {
  const { shape, widthMm, depthMm, heightMm, isOpen } = referenceParts[part];
  const section = (inset: number): number =>
    (widthMm - 2 * inset) * (depthMm - 2 * inset) * (shape === 'round' ? Math.PI / 4 : 1);
  return section(0) * heightMm - (isOpen ? section(SHELL_MM) * (heightMm - SHELL_MM) : 0);
}

export interface Lay {
  readonly widthMm: number;
  readonly speedMmPerS: number;
  readonly accelerationMmPerS2: number;
}
/** How a part is laid, by kind of line. */
export interface ToolpathSettings {
  readonly layerHeightMm: number;
  readonly firstLayerHeightMm: number;
  readonly walls: number;
  readonly solidLayers: number;
  readonly infillPercent: number;
  readonly visibleWall: Lay;
  readonly hiddenWall: Lay;
  readonly fill: Lay;
  readonly solidFill: Lay;
  readonly topSurface: Lay;
  readonly firstLayer: Lay;
  readonly travelSpeedMmPerS: number;
  readonly retractionMm: number;
  readonly retractionMmPerS: number;
  readonly flow: number;
  readonly filamentDiameterMm: number;
  readonly nozzleC: number;
  readonly bedC: number;
}

const CENTRE_MM = 100;
const ROUND_SIDES = 90;
const SHORT_TRAVEL_MM = 2;
const LIFT_MM_PER_S = 8;

/** G-code of a reference part: walls from the outside in, solid floors and tops, sparse lines between, travel with retraction. */
export function generatePartProgram(part: ReferencePart, s: ToolpathSettings): string {
  const p = referenceParts[part];
  const w = new GcodeWriter(plainDialect, filamentAreaMm2(s.filamentDiameterMm));
  w.raw(`M140 S${s.bedC}`, `M190 S${s.bedC}`, `M109 S${s.nozzleC}`, 'G28');
  w.begin();
  const layers = 1 + Math.max(0, Math.floor((p.heightMm - s.firstLayerHeightMm) / s.layerHeightMm + 1e-9));
  for (let layer = 0; layer < layers; layer++) {
    const isFirst = layer === 0;
    const isTop = layer >= layers - s.solidLayers;
    const isSolid = layer < s.solidLayers || (isTop && !p.isOpen);
    const h = isFirst ? s.firstLayerHeightMm : s.layerHeightMm;
    w.height(Number((s.firstLayerHeightMm + layer * s.layerHeightMm).toFixed(4)), LIFT_MM_PER_S);
    let inset = 0;
    for (let wall = 0; wall < s.walls; wall++) {
      const lay = isFirst ? s.firstLayer : wall === 0 ? s.visibleWall : s.hiddenWall;
      line(w, s, lay, h, outline(p, inset + lay.widthMm / 2), true);
      inset += beadSpacingMm(lay.widthMm, h);
    }
    const lay = isFirst ? s.firstLayer : isTop ? s.topSurface : isSolid ? s.solidFill : s.fill;
    const share = isSolid ? 1 : s.infillPercent / 100;
    if (share > 0 && !(p.isOpen && !isSolid))
      fill(w, s, lay, h, p, inset + lay.widthMm / 2, beadSpacingMm(lay.widthMm, h) / share, layer % 2 === 0);
  }
  w.raw('M104 S0', 'M140 S0', 'M84');
  return w.text();
}

type Point = readonly [number, number];
type Solid = (typeof referenceParts)[ReferencePart];

function outline(p: Solid, insetMm: number): Point[] {
  const a = p.widthMm / 2 - insetMm;
  const b = p.depthMm / 2 - insetMm;
  if (a <= 0 || b <= 0) return [];
  if (p.shape === 'box')
    return [
      [-a, -b],
      [a, -b],
      [a, b],
      [-a, b],
      [-a, -b],
    ];
  return Array.from(
    { length: ROUND_SIDES + 1 },
    (_, k) => [a * Math.cos((2 * Math.PI * k) / ROUND_SIDES), a * Math.sin((2 * Math.PI * k) / ROUND_SIDES)] as const,
  );
}

/** Lines across the inside, to and fro, along X or Y. */
function fill(
  w: GcodeWriter,
  s: ToolpathSettings,
  lay: Lay,
  h: number,
  p: Solid,
  insetMm: number,
  stepMm: number,
  alongX: boolean,
): void {
  const a = p.widthMm / 2 - insetMm;
  const b = p.depthMm / 2 - insetMm;
  const across = alongX ? b : a;
  const along = alongX ? a : b;
  if (a <= 0 || b <= 0) return;
  w.acceleration(lay.accelerationMmPerS2);
  let forth = true;
  for (let at = -across; at <= across + 1e-9; at += stepMm) {
    const half = p.shape === 'round' ? Math.sqrt(Math.max(0, a * a - at * at)) : along;
    if (half < lay.widthMm) continue;
    const ends: Point[] = [
      [-half, at],
      [half, at],
    ].map(([u, v]) => (alongX ? [u!, v!] : [v!, u!]));
    line(w, s, lay, h, forth ? ends : ends.reverse(), false);
    forth = !forth;
  }
}

function line(
  w: GcodeWriter,
  s: ToolpathSettings,
  lay: Lay,
  h: number,
  points: readonly Point[],
  isLoop: boolean,
): void {
  const [first, ...rest] = points;
  if (!first) return;
  const at = ([x, y]: Point): Point => [CENTRE_MM + x, CENTRE_MM + y];
  const start = at(first);
  const isFar = w.distanceTo(...start) > SHORT_TRAVEL_MM;
  const bead = s.flow * beadAreaMm2(lay.widthMm, Math.min(h, lay.widthMm));
  if (isFar && s.retractionMm > 0) w.filament(-s.retractionMm, s.retractionMmPerS);
  w.travel(...start, s.travelSpeedMmPerS);
  if (isFar && s.retractionMm > 0) w.filament(s.retractionMm, s.retractionMmPerS);
  if (isLoop) w.acceleration(lay.accelerationMmPerS2);
  for (const point of rest) {
    const [x, y] = at(point);
    w.line(x, y, bead * w.distanceTo(x, y), lay.speedMmPerS);
  }
}
