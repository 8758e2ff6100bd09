import type { FileRef } from '../../requests/model/file.ts';
import type { MeshUnit } from '../../../core/mesh/mesh.ts';
import type { Placement } from '../../../core/mesh/placement.ts';
import type { Prepared } from '../../../core/resin/prepared.ts';
import type { SupportBox } from '../../../core/toolpath/supportBoxes.ts';

/** A part is of one of so many bodies. */
export const MOST_BODIES = 4;
/** So many boxes may be drawn for support. */
export const MOST_BOXES = 40;
/** What else lies on the plate: the job's file once more, or another one. */
export interface MorePart {
  /** Null is the job's own file again. */
  readonly file: FileRef | null;
  readonly unit: MeshUnit | null;
  readonly placement: Placement;
  /** Which body of the recipe another file is of; the first where nothing is said. */
  readonly body?: number;
}
/** What somebody chose for a mesh: what a figure of the file means, how the part stands, and what lies beside it. */
export interface MeshChoice {
  /** Null takes the unit the file states, or millimetres where it states none. */
  readonly unit: MeshUnit | null;
  readonly placement: Placement;
  /** Whether the meshes are put in order first; the files stay as they came. */
  readonly repair?: boolean | undefined;
  readonly more?: readonly MorePart[];
  /** Which body of the recipe each object of the job's own file is of; the first where nothing is said. */
  readonly bodies?: readonly number[];
  /** Whether parts are laid one after another instead of layer by layer. */
  readonly isOneByOne?: boolean;
  /** Where support is always or never built. */
  readonly boxes?: readonly SupportBox[];
  /** What is added to parts for a resin printer. */
  readonly prepared?: Prepared | undefined;
  /** The file the job's own was hollowed from, and how thick its walls are. */
  readonly hollowed?: { readonly from: FileRef; readonly wallMm: number } | undefined;
}
/** Which body an object of the job's own file is of, by its place in the file: what is not named is of the last that is. */
export const bodyOfObject = (bodies: readonly number[] = [], k: number): number => bodies[k] ?? bodies.at(-1) ?? 1;
/** Other files of a job, each once. */
export const otherFilesOf = (choice: MeshChoice): FileRef[] => [
  ...new Map((choice.more ?? []).flatMap((m) => (m.file ? [[m.file.sha256, m.file] as const] : []))).values(),
];
/** Files that have to be kept for a job beside its own: those that lie on its plate, and the one it was hollowed from. */
export const filesBeside = (choice: MeshChoice): FileRef[] => [
  ...otherFilesOf(choice),
  ...(choice.hollowed ? [choice.hollowed.from] : []),
];
/** A choice with what was prepared left out where it does not fit how things stand any more. */
export const fitting = (before: MeshChoice, next: MeshChoice): MeshChoice =>
  howItStands(before) === howItStands(next) ? next : { ...next, prepared: undefined };
const howItStands = ({ unit, placement, repair = false, more = [] }: MeshChoice): string =>
  JSON.stringify([unit, placement, repair, more]);
