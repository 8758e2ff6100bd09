import type { FileRef } from '../../requests/model/file.ts';
import type { MeshUnit } from '../../../core/mesh/mesh.ts';
import type { Placement } from '../../../core/mesh/placement.ts';

/** What else lies on the plate: the job's file once more, or another one. */
export interface MorePart {
  /** Null is the job's own file again. */
  readonly file: FileRef | null;
  readonly unit: MeshUnit | null;
  readonly placement: Placement;
}
/** What somebody chose for a mesh: what a figure of the file means, how the part stands, and what lies beside it. */
export interface MeshChoice {
  /** Null takes the unit the file states, or millimetres where it states none. */
  readonly unit: MeshUnit | null;
  readonly placement: Placement;
  /** Whether the meshes are put in order first; the files stay as they came. */
  readonly repair?: boolean;
  readonly more?: readonly MorePart[];
}
/** Other files of a job, each once. */
export const otherFilesOf = (choice: MeshChoice): FileRef[] => [
  ...new Map((choice.more ?? []).flatMap((m) => (m.file ? [[m.file.sha256, m.file] as const] : []))).values(),
];
