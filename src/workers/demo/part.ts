import { GcodeWriter, plainDialect } from '../../core/gcode/write.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from '../../core/toolpath/bead.ts';

export interface DemoPart {
  readonly title: string;
  /** Half-width of the part at heights, linear between them, mm. */
  readonly profile: readonly (readonly [zMm: number, halfMm: number])[];
  readonly centreMm: readonly [number, number];
  readonly nozzleC: number;
  readonly bedC: number;
  readonly flow: number;
  readonly layerHeightMm: number;
  readonly lineWidthMm: number;
  readonly walls: number;
  readonly speedMmPerS: number;
  readonly fastFromMm?: number;
  readonly fastMmPerS?: number;
  readonly retractionMm: number;
  readonly home?: boolean;
}

/** A turned eight-sided part as walls only: real G-code with start, loops, retractions and end. */
export function demoGcode(p: DemoPart): string {
  const area = filamentAreaMm2(1.75);
  const bead = beadAreaMm2(p.lineWidthMm, p.layerHeightMm);
  const spacing = beadSpacingMm(p.lineWidthMm, p.layerHeightMm);
  const w = new GcodeWriter(plainDialect, area);
  const [cx, cy] = p.centreMm;
  w.comment(p.title);
  w.raw(`M140 S${p.bedC}`, `M190 S${p.bedC}`, `M109 S${p.nozzleC}`);
  if (p.home !== false) w.raw('G28');
  w.begin();
  const top = p.profile[p.profile.length - 1]![0];
  const layers = Math.floor(top / p.layerHeightMm + 1e-9);
  for (let layer = 1; layer <= layers; layer++) {
    const z = layer * p.layerHeightMm;
    const half = halfAt(p.profile, z);
    const fast = p.fastFromMm !== undefined && z >= p.fastFromMm && z < p.fastFromMm + 12;
    const speed = layer === 1 ? 22 : fast ? p.fastMmPerS! : p.speedMmPerS;
    w.filament(-p.retractionMm, 35);
    w.height(Number(z.toFixed(3)), 8);
    for (let wall = 0; wall < p.walls; wall++) {
      const r = half - p.lineWidthMm / 2 - wall * spacing;
      if (r < 1) break;
      const at = (k: number) =>
        [cx + r * Math.cos(((2 * k + 1) * Math.PI) / 8), cy + r * Math.sin(((2 * k + 1) * Math.PI) / 8)] as const;
      w.travel(...at(0), 130);
      if (wall === 0) w.filament(p.retractionMm, 35);
      for (let k = 1; k <= 8; k++) {
        const [x, y] = at(k);
        w.line(x, y, p.flow * bead * w.distanceTo(x, y), speed);
      }
    }
    if (layer === 2) w.raw('M106 S40');
  }
  w.raw('M107', 'G91', 'G0 Z5 F600', 'G90', 'M104 S0', 'M140 S0', 'M84');
  return w.text();
}

function halfAt(profile: DemoPart['profile'], z: number): number {
  for (let i = 1; i < profile.length; i++) {
    const [z0, h0] = profile[i - 1]!;
    const [z1, h1] = profile[i]!;
    if (z <= z1) return h0 + ((h1 - h0) * (z - z0)) / (z1 - z0 || 1);
  }
  return profile[profile.length - 1]![1];
}
