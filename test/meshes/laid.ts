import { readPath, type PathColumns } from '../../src/core/gcode/pathColumns.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import type { GcodeReport } from '../../src/core/gcode/report.ts';
import { surveyMesh } from '../../src/core/mesh/facts.ts';
import type { Mesh } from '../../src/core/mesh/mesh.ts';
import { asDrawn, placed } from '../../src/core/mesh/placement.ts';
import { weld } from '../../src/core/mesh/weld.ts';
import { beadWidthMm, filamentAreaMm2 } from '../../src/core/toolpath/bead.ts';
import { generateToolpath, plainPlate, type Plate, type Toolpath } from '../../src/core/toolpath/generateToolpath.ts';
import { scaledAboutFoot } from '../../src/core/toolpath/regions.ts';
import type { MeshToolpathSettings } from '../../src/core/toolpath/settings.ts';
import type { LaidBody } from '../../src/core/toolpath/stack.ts';
import { plainLay } from './toolpathSettings.ts';

export interface Laid extends Toolpath {
  readonly lines: readonly string[];
  readonly report: GcodeReport;
  readonly volumeMm3: number;
  readonly path: PathColumns;
}

/** A solid in the middle of the bed, laid as a plain recipe with these differences says, and the program read back. */
export function laid(solid: Mesh, over: Partial<MeshToolpathSettings> = {}, plate: Partial<Plate> = {}): Laid {
  const drawn = placed(weld(solid), asDrawn(110, 110));
  const volumeMm3 = surveyMesh(drawn).facts.volumeMm3!;
  return { ...laidGroups([[{ mesh: drawn, role: 'body' }]], over, plate), volumeMm3 };
}
/** The same of several bodies and parts where they stand on the bed. */
export function laidGroups(
  groups: readonly (readonly Pick<LaidBody, 'mesh' | 'role'>[])[],
  over: Partial<MeshToolpathSettings> = {},
  plate: Partial<Plate> = {},
): Omit<Laid, 'volumeMm3'> {
  const s = { ...plainLay, ...over };
  const bodies = groups.map((g) =>
    g.map(({ mesh, role }): LaidBody => {
      const stands = scaledAboutFoot(weld(mesh), s.scale);
      return { mesh: stands, topology: surveyMesh(stands).topology, role };
    }),
  );
  const generated = generateToolpath(bodies, s, { ...plainPlate, ...plate });
  if (!generated.ok) throw new Error(generated.failure.what);
  const made = generated.value;
  const bytes = new TextEncoder().encode(made.gcode);
  const report = inspectGcode(bytes, s.motion);
  if (!report.ok) throw new Error(report.failure.what);
  return {
    ...made,
    lines: made.gcode.split('\n'),
    report: report.value,
    path: readPath(bytes, filamentAreaMm2(s.filamentDiameterMm)),
  };
}

/** Outermost edges of what is laid in some layers, width included: x0, x1, y0, y1. */
export function outerMm({ path }: Pick<Laid, 'path'>, heightMm: number, layers: (layer: number) => boolean): number[] {
  const box = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < path.count; i++) {
    if (path.extruded[i] !== 1 || !layers(path.layer[i]!)) continue;
    const half = beadWidthMm(path.areaMm2[i]!, heightMm) / 2;
    for (const [x, y] of [
      [path.x0[i]!, path.y0[i]!],
      [path.x1[i]!, path.y1[i]!],
    ] as const) {
      box[0] = Math.min(box[0]!, x - half);
      box[1] = Math.max(box[1]!, x + half);
      box[2] = Math.min(box[2]!, y - half);
      box[3] = Math.max(box[3]!, y + half);
    }
  }
  return box;
}

/** Pieces that are laid and are so, by their place in the path. */
export const pieces = ({ path }: Pick<Laid, 'path'>, of: (i: number) => boolean): number[] =>
  Array.from({ length: path.count }, (_, i) => i).filter((i) => path.extruded[i] === 1 && of(i));
/** What these pieces hold. */
export const volumeMm3 = ({ path }: Pick<Laid, 'path'>, of: readonly number[]): number =>
  of.reduce((s, i) => s + path.areaMm2[i]! * Math.hypot(path.x1[i]! - path.x0[i]!, path.y1[i]! - path.y0[i]!), 0);
