import { GcodeWriter, type Dialect } from '../../../../core/gcode/write.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from '../../../../core/toolpath/bead.ts';

export interface FlowCouponInput {
  readonly title: string;
  readonly dialect: Dialect;
  readonly startBlock: string;
  readonly endBlock: string;
  readonly travelMm: readonly [number, number, number];
  readonly filamentDiameterMm: number;
  readonly nozzleC: number;
  readonly bedC: number;
  readonly fanPercent: number;
  readonly layerHeightMm: number;
  readonly lineWidthMm: number;
  readonly flow: number;
  readonly walls: 1 | 2;
  readonly wallSpeedMmPerS: number;
  readonly firstLayerSpeedMmPerS: number;
  readonly travelSpeedMmPerS: number;
}
export interface FlowCoupon { readonly gcode: string; readonly sideMm: number; readonly heightMm: number; readonly layers: number; readonly lineDistanceMm: number; readonly centreMm: readonly [number, number] }

const SIDE_MM = 40, HEIGHT_MM = 6;
const SKIRT_GAP_MM = 5, SKIRT_FILAMENT_MM = 10; // common practice, no source: one loop and 10 mm of filament, 5 to 6 mm away
const Z_SPEED_MM_PER_S = 8;

/** Replaces {nozzle} and {bed} in a machine's own block. */
export function fillBlock(block: string, values: Record<string, number>): string[] {
  return block.split('\n').map((l) => l.trim()).filter(Boolean).map((l) => l.replace(/\{(\w+)\}/g, (all, key: string) => (key in values ? String(values[key]) : all)));
}

/** A hollow square of one or two walls for one machine: its start block, heat and wait, a skirt, the walls, its end block. */
export function makeFlowCoupon(c: FlowCouponInput): FlowCoupon {
  const area = filamentAreaMm2(c.filamentDiameterMm), bead = beadAreaMm2(c.lineWidthMm, c.layerHeightMm);
  const w = new GcodeWriter(c.dialect, area);
  const cx = round(c.travelMm[0] / 2), cy = round(c.travelMm[1] / 2);
  const lineDistanceMm = beadSpacingMm(c.lineWidthMm, c.layerHeightMm);
  const layers = Math.round(HEIGHT_MM / c.layerHeightMm);
  w.comment(c.title);
  w.raw(...fillBlock(c.startBlock, { nozzle: c.nozzleC, bed: c.bedC }));
  w.begin();
  const half = (SIDE_MM - c.lineWidthMm) / 2;
  const loop = (h: number, flow: number, speed: number) => {
    w.travel(cx - h, cy - h, c.travelSpeedMmPerS);
    for (const [x, y] of [[cx + h, cy - h], [cx + h, cy + h], [cx - h, cy + h], [cx - h, cy - h]] as const) w.line(x, y, flow * bead * w.distanceTo(x, y), speed);
  };
  w.height(round(c.layerHeightMm), Z_SPEED_MM_PER_S);
  w.comment('skirt');
  const skirtLoopFilament = (8 * (half + SKIRT_GAP_MM) * c.flow * bead) / area;
  for (let k = 0; k < Math.max(1, Math.ceil(SKIRT_FILAMENT_MM / skirtLoopFilament)); k++) loop(half + SKIRT_GAP_MM + k * lineDistanceMm, c.flow, c.firstLayerSpeedMmPerS);
  for (let layer = 1; layer <= layers; layer++) {
    w.height(round(layer * c.layerHeightMm), Z_SPEED_MM_PER_S);
    if (layer === 1) w.comment('hollow square');
    if (layer === 2 && c.fanPercent > 0) w.raw(`M106 S${Math.round(c.fanPercent * 2.55)}`);
    const speed = layer === 1 ? c.firstLayerSpeedMmPerS : c.wallSpeedMmPerS;
    for (let wall = c.walls - 1; wall >= 0; wall--) loop(half - wall * lineDistanceMm, c.flow, speed);
  }
  w.raw('M107', ...fillBlock(c.endBlock, { nozzle: 0, bed: 0 }));
  return { gcode: w.text(), sideMm: SIDE_MM, heightMm: round(layers * c.layerHeightMm), layers, lineDistanceMm, centreMm: [cx, cy] };
}

const round = (value: number): number => Math.round(value * 1000) / 1000;
