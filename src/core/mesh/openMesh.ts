import { succeed, type Result } from '../result/result.ts';
import { joined, MESH_UNITS, scaled, type Mesh, type MeshFile, type MeshUnit } from './mesh.ts';
import { readMesh } from './readMesh.ts';
import { weld } from './weld.ts';

export interface OpenedMesh {
  readonly file: MeshFile;
  /** Unit its figures were taken in. */
  readonly unit: MeshUnit;
  /** All parts as one, welded, in millimetres, as they were drawn. */
  readonly mesh: Mesh;
}

/** A file's mesh in the unit it states, else in the one it is told, else in millimetres. */
export function openMesh(bytes: Uint8Array, told: MeshUnit | null): Result<OpenedMesh> {
  const read = readMesh(bytes);
  if (!read.ok) return read;
  const file = read.value;
  const unit = file.unit ?? told ?? 'mm';
  const [first, ...more] = file.parts;
  const isWelded = more.length === 0 && first?.isWelded === true;
  const mesh = isWelded ? first.mesh : weld(joined(file.parts.map((p) => p.mesh)));
  return succeed({ file, unit, mesh: scaled(mesh, MESH_UNITS[unit]) });
}
