import { asDrawn } from '../../../core/mesh/placement.ts';
import { titleOfFile } from '../../../ui/upload.ts';
import type { Values } from '../../library/settings/define.ts';
import type { MachineCard } from '../../machines/model/pages.ts';
import type { JobClass } from '../../machines/model/policy.ts';
import type { RecipeChoice } from '../../recipes/model/recipe.ts';
import type { RequestRow } from '../../requests/model/request.ts';
import type { Purpose } from '../../rules/context.ts';
import type { FindingChange } from '../../rules/outcome.ts';
import { applyFix } from '../model/applyFix.ts';
import { isReadAlike, type PlannedPlate } from '../model/arrangeOnPlates.ts';
import { fitting, type MeshChoice } from '../model/mesh.ts';
import type { SortedOut } from './intake.ts';

/** Under this name the part is known that was hollowed, until it is sent. */
export const SOLID = 'local:solid';

/** What a person may fill in, as typed. */
export interface JobFields {
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
  readonly title: string;
  readonly jobClass: JobClass;
  readonly quantity: number | string;
  readonly purpose: Purpose | '';
  readonly due: string;
}
/** A job that is not saved yet. */
export interface JobDraft extends JobFields {
  readonly file: File | null;
  /** Other meshes of the job, under a name of their own until they are sent. */
  readonly others: readonly (readonly [string, File])[];
  /** Other programs that were dropped with it: each is saved as a job of its own. */
  readonly programs: readonly File[];
  /** How a mesh is read and stands; null for a program. */
  readonly choice: MeshChoice | null;
  /** Somebody set the meshes down: they stay. */
  readonly isSetDown: boolean;
  /** The machine whose plate several meshes were set down on by themselves. */
  readonly spreadOn: string;
  /** Plates beyond the first: each is kept as a job of its own. */
  readonly further: readonly PlannedPlate[];
  /** The part as it came, while a hollowed one stands in its place. */
  readonly solid: { readonly file: File; readonly unit: MeshChoice['unit'] } | null;
  readonly machineId: string;
  readonly recipeId: string;
  /** The machine where nobody chose it. */
  readonly proposed: MachineCard | null;
  /** The job's own values beside its recipe's: fixes done to a copy. */
  readonly overrides: Values;
  /** The request that it answers, and the digests of its files, which need not be sent back. */
  readonly request: RequestRow | null;
  readonly stored: ReadonlyMap<File, string>;
  /** What is the matter with it. */
  readonly says: string | null;
}
export const emptyDraft: JobDraft = {
  ...{ toolId: '', materialId: '', processId: '', title: '', jobClass: 'in-house', quantity: 1, purpose: '', due: '' },
  ...{ file: null, others: [], programs: [], choice: null, isSetDown: false, spreadOn: '', further: [], solid: null },
  ...{ machineId: '', recipeId: '', proposed: null, overrides: {}, request: null, stored: new Map(), says: null },
};

type Loaded = Pick<MachineCard, 'id' | 'mounted' | 'loaded'>;
type MillimetrePair = readonly [number, number];
export type JobAct =
  | { readonly act: 'set'; readonly to: Partial<JobFields> }
  | { readonly act: 'say'; readonly says: string | null }
  /** Files were dropped; they stand in the middle of the travel that is known. */
  | { readonly act: 'take'; readonly files: SortedOut; readonly travelMm: MillimetrePair }
  /** A request whose files follow. */
  | { readonly act: 'answer'; readonly request: RequestRow; readonly stored: ReadonlyMap<File, string> }
  | { readonly act: 'propose'; readonly machine: MachineCard }
  | { readonly act: 'choose machine'; readonly id: string; readonly machine: Loaded | null }
  | { readonly act: 'choose recipe'; readonly id: string; readonly choice: RecipeChoice | null }
  /** The limits of a machine have come. */
  | { readonly act: 'centre'; readonly machineId: string; readonly travelMm: MillimetrePair }
  /** Reads or stands the part otherwise. */
  | { readonly act: 'stand'; readonly choice: MeshChoice }
  | { readonly act: 'turn'; readonly turnDeg: readonly [number, number, number] }
  | { readonly act: 'prepare'; readonly prepared: MeshChoice['prepared'] }
  | { readonly act: 'fix'; readonly change: FindingChange }
  | { readonly act: 'undo fixes' }
  /** Set down on as many plates as it takes: by a person, or by itself for a machine. */
  | { readonly act: 'spread'; readonly plates: readonly [PlannedPlate, ...PlannedPlate[]]; readonly on: string | null }
  | { readonly act: 'hollow'; readonly stl: Uint8Array; readonly wallMm: number }
  | { readonly act: 'make solid' }
  /** The program that a stack's pictures were made into. */
  | { readonly act: 'replace file'; readonly file: File }
  | { readonly act: 'discard' };

/** What lies on further plates was set down as things were: it has to be arranged anew. */
const withoutPlates = (d: JobDraft, why: string): JobDraft =>
  d.further.length === 0
    ? d
    : { ...d, further: [], says: `${why} now: the further plates were removed; arrange again` };
const onMachine = (d: JobDraft, machineId: string): JobDraft =>
  machineId === d.machineId ? d : { ...withoutPlates(d, 'The machine is another'), machineId };
/** A machine brings along what is on it; a recipe has said that itself. */
const withLoaded = (d: JobDraft, m: Loaded | null): JobDraft =>
  m && !d.recipeId ? { ...d, toolId: m.mounted?.id ?? '', materialId: m.loaded?.id ?? '' } : d;

function take(d: JobDraft, { main, meshes, programs, isMesh, says }: SortedOut, [w, h]: MillimetrePair): JobDraft {
  if (!main) return { ...d, says };
  const placement = asDrawn(w / 2, h / 2);
  const others = meshes.map((m, i) => [`local:${i}`, m] as const);
  const more = others.map(([sha256, { name, size }]) => ({ file: { sha256, name, size }, unit: null, placement }));
  return {
    ...d,
    ...{ file: main, others, programs, says, isSetDown: false, spreadOn: '', further: [], solid: null, overrides: {} },
    choice: isMesh ? { unit: null, placement, ...(more.length > 0 && { more }) } : null,
    title: d.title || titleOfFile(main.name),
  };
}
function stand(d: JobDraft, next: MeshChoice): JobDraft {
  const { choice } = d;
  if (!choice) return { ...d, choice: next };
  const isAsItLay = (['placement', 'more', 'boxes'] as const).every((of) => next[of] === choice[of]);
  const kept = isReadAlike(choice, next) ? d : withoutPlates(d, 'The part is read or stands otherwise');
  return { ...kept, isSetDown: d.isSetDown || !isAsItLay, choice: fitting(choice, next) };
}
function chooseRecipe(d: JobDraft, id: string, choice: RecipeChoice | null): JobDraft {
  const body = choice?.roles.find((r) => r.role === 'part body');
  if (!choice || !body) return { ...d, recipeId: id };
  return {
    ...(choice.machineId ? onMachine(d, choice.machineId) : d),
    recipeId: id,
    ...{ toolId: body.toolId ?? '', materialId: body.materialId, processId: choice.processId },
  };
}
function hollow(d: JobDraft, stl: Uint8Array, wallMm: number): JobDraft {
  const { file, choice } = d;
  if (!file || !choice) return d;
  const from = { sha256: SOLID, name: file.name, size: file.size };
  return {
    ...d,
    solid: { file, unit: choice.unit },
    file: new File([Uint8Array.from(stl)], `${file.name.replace(/\.[^.]*$/, '')}, walls of ${wallMm} mm.stl`),
    choice: { ...choice, unit: 'mm', repair: undefined, prepared: undefined, hollowed: { from, wallMm } },
  };
}

/** The draft after something was done to it. */
export function jobDraft(d: JobDraft, a: JobAct): JobDraft {
  switch (a.act) {
    case 'set':
      return { ...d, ...a.to };
    case 'say':
      return { ...d, says: a.says };
    case 'take':
      return take(d, a.files, a.travelMm);
    case 'answer': {
      const { title, quantity, due } = a.request;
      return { ...d, request: a.request, stored: a.stored, title, quantity, due: due ?? '' };
    }
    case 'propose':
      return { ...withLoaded(onMachine(d, a.machine.id), a.machine), proposed: a.machine };
    case 'choose machine':
      return withLoaded(onMachine(d, a.id), a.machine);
    case 'choose recipe':
      return chooseRecipe(d, a.id, a.choice);
    case 'centre': {
      if (!d.choice || d.isSetDown || d.spreadOn === a.machineId) return d;
      const [xMm, yMm] = [a.travelMm[0] / 2, a.travelMm[1] / 2];
      return { ...d, choice: fitting(d.choice, { ...d.choice, placement: { ...d.choice.placement, xMm, yMm } }) };
    }
    case 'stand':
      return stand(d, a.choice);
    case 'turn':
      return d.choice ? stand(d, { ...d.choice, placement: { ...d.choice.placement, turnDeg: a.turnDeg } }) : d;
    case 'prepare':
      return d.choice ? { ...d, choice: { ...d.choice, prepared: a.prepared } } : d;
    case 'fix': {
      if (!d.choice) return d;
      const copy = applyFix(d.overrides, d.choice, a.change);
      return { ...stand(d, copy.mesh), overrides: copy.overrides };
    }
    case 'undo fixes':
      return { ...d, overrides: {} };
    case 'spread': {
      const [first, ...further] = a.plates;
      return {
        ...{ ...d, choice: first.choice, further },
        ...(a.on === null ? { isSetDown: true } : { spreadOn: a.on }),
      };
    }
    case 'hollow':
      return hollow(d, a.stl, a.wallMm);
    case 'make solid':
      if (!d.solid || !d.choice) return d;
      return {
        ...{ ...d, file: d.solid.file, solid: null },
        choice: { ...d.choice, unit: d.solid.unit, prepared: undefined, hollowed: undefined },
      };
    case 'replace file':
      return { ...d, file: a.file };
    case 'discard':
      return emptyDraft;
  }
}
