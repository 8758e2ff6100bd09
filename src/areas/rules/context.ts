import { rangeOf } from '../library/settings/define.ts';
import type { MotionLimits } from '../../core/motion/limits.ts';
import type { MeshToolpathSettings } from '../../core/toolpath/settings.ts';
import type { Proof } from '../library/model/records.ts';
import { fail, succeed, type Result } from '../../core/result/result.ts';
import { zonesOfValues } from '../machines/model/dialect.ts';
import { motionLimitsOf } from '../machines/model/motion.ts';
import { noCeilings, type Ceilings, type Exceptions, type JobClass, type Policy } from '../machines/model/policy.ts';
import type { OtherHeadRole, RecipeMachine, RecipeRole, Technology } from './recipeInput.ts';
import { numberOf, type Values } from '../library/settings/define.ts';
import { meshLayOf } from './meshLay.ts';
import type { Pace } from '../machines/model/pace.ts';

/** What a part is for: it decides which values matter. */
export const purposes = [
  'look',
  'throw-away fit',
  'flexible',
  'loaded',
  'snap fit',
  'to be sanded',
  'accurate',
] as const;
export type Purpose = (typeof purposes)[number];
/** A recipe as one head has it: its tool and material, and the effective values of both with machine and process. */
export interface ContextRecipe {
  readonly tool: {
    readonly id: string;
    readonly name: string;
    readonly nozzleMm: number;
    readonly hotEndMaxC: number | null;
    readonly catalogueFlowMm3PerS: number | null;
  };
  readonly material: {
    readonly id: string;
    readonly name: string;
    readonly densityGPerCm3: number;
    readonly pricePerKg: number;
    readonly nozzleRangeC: readonly [number, number] | null;
    readonly bedRangeC: readonly [number, number] | null;
  };
  readonly process: { readonly id: string; readonly name: string };
  readonly flow: number;
  /** Effective values, and the roles with what each is printed with: what recipes' rules read; missing in older runs. */
  readonly values?: Values;
  readonly roles?: readonly RecipeRole[];
  /** How a mesh would be laid; missing where the recipe or the start block lacks something, and in older runs. */
  readonly lay?: MeshToolpathSettings | null;
  /** Least time a layer needs to cool; missing in older runs. */
  readonly lowestLayerTimeS?: number | null;
  /** Kind of plastic. */
  readonly family?: string | null;
  /** Whether the plastic wants the machine closed or open; missing in older runs. */
  readonly enclosureNeed?: string | null;
  /** Scale of X, Y and Z; runs kept before it was read have none. */
  readonly scalePercent?: readonly [number, number, number];
}
interface Mounted {
  readonly id: string;
  readonly name: string;
  readonly nozzleMm: number;
}
interface Loaded {
  readonly id: string;
  readonly name: string;
  readonly lot: string;
  readonly remainingG: number;
}
/** A head beside the one that lays the part body. */
export interface ContextHead {
  /** As programs call it: 0 is the first. */
  readonly tool: number;
  readonly roles: readonly OtherHeadRole[];
  readonly mounted: Mounted | null;
  readonly loaded: Loaded | null;
  readonly recipe: ContextRecipe;
  readonly proofs: Readonly<Record<string, Proof>>;
  readonly trialTimesS?: Readonly<Record<string, number>>;
}

/** Everything the rules read besides the program itself: plain data, pinned with each check run. */
export interface CheckContext {
  /** Filament where nothing is said, and in older runs. */
  readonly technology?: Technology;
  readonly job: {
    readonly class: JobClass;
    readonly provenOnly: boolean;
    readonly fileName: string;
    /** Pieces. */
    readonly quantity: number;
    /** Prints they take: a plate may hold several pieces. As many as pieces where nothing is said, and in older runs. */
    readonly prints?: number;
    /** Null where nobody said, and in older runs. */
    readonly purpose?: Purpose | null;
  };
  /** The farm's policy for this class of job; runs kept before it was read have none. */
  readonly policy?: {
    readonly ceilings: Ceilings;
    readonly firstLayerMostMmPerS: number | null;
    /** Settings that may stay unproven though the class is proven only, each with its reason; missing in older runs. */
    readonly mayStayUnproven?: Exceptions;
  };
  readonly machine: {
    readonly id: string;
    readonly name: string;
    /** Name of its printer profile: what programs call the printer. Runs kept before it was read have none. */
    readonly model?: string;
    readonly travelMm: readonly [number, number, number];
    /** Lowest X and Y it reaches; 0 where nothing is said, and in older runs. */
    readonly lowestMm?: readonly [number, number];
    readonly motion: MotionLimits;
    /** Zones nothing may be laid in: two corners each. Runs kept before they were read have none. */
    readonly zonesMm?: readonly (readonly [number, number, number, number])[];
    readonly bedMaxC: number | null;
    readonly fileNameLongest: number;
    readonly fileNameSpaces: boolean;
    readonly ratePerHour: number;
    /** What prints here took of the time that was worked out for them; none before five were timed. */
    readonly pace?: Pace;
    /** Tools it holds at once, and whether it is connected; runs kept before they were read have none. */
    readonly heads?: number;
    readonly isConnected?: boolean;
    /** What is known of it, as recipes' rules read it. */
    readonly asKnown?: RecipeMachine;
    /** On the head that lays the part body. */
    readonly mounted: Mounted | null;
    readonly loaded: Loaded | null;
  };
  readonly recipe: ContextRecipe;
  /** Evidence by setting for this machine, tool and material; missing where there is none. */
  readonly proofs: Readonly<Record<string, Proof>>;
  /** How long each trial would take here that the job still wants; left out where nothing is wanted. */
  readonly trialTimesS?: Readonly<Record<string, number>>;
  /** The head that lays the part body, as programs call it; the first where nothing is said. */
  readonly bodyTool?: number;
  /** Heads that lay other roles; none where everything is laid by one, and in older runs. */
  readonly heads?: readonly ContextHead[];
  /** Which of them these surroundings are seen from; none where from the part body's. */
  readonly seenFrom?: Pick<ContextHead, 'tool' | 'roles'>;
}

/** The same of a head that lays other roles. */
export interface HeadSources
  extends Omit<ContextHead, 'recipe' | 'trialTimesS'>, Pick<ContextSources, 'material' | 'values'> {
  readonly toolProfile: ContextSources['tool'];
}
/** What a check's surroundings are assembled from: names, what stands on the floor, and the effective values of the recipe. */
export interface ContextSources {
  readonly technology?: Technology;
  readonly machine: {
    readonly id: string;
    readonly name: string;
    readonly isConnected: boolean;
    readonly model?: string;
    readonly pace?: Pace | null;
  };
  readonly tool: { readonly id: string; readonly name: string };
  readonly material: { readonly id: string; readonly name: string };
  readonly process: { readonly id: string; readonly name: string };
  readonly values: Values;
  readonly roles: readonly RecipeRole[];
  readonly proofs: Readonly<Record<string, Proof>>;
  readonly asKnown: RecipeMachine | null;
  readonly mounted: Mounted | null;
  readonly loaded: Loaded | null;
  readonly bodyTool?: number;
  readonly heads?: readonly HeadSources[];
  readonly policy: Pick<Policy, 'provenOnly' | 'mayStayUnproven' | 'ceilings' | 'firstLayerMostMmPerS'>;
  readonly job: Pick<CheckContext['job'], 'class' | 'fileName' | 'quantity' | 'prints' | 'purpose'>;
}

/** A recipe as one head has it. */
function recipeFrom({
  machine,
  tool,
  material,
  process,
  values: v,
  roles,
}: Pick<ContextSources, 'machine' | 'tool' | 'material' | 'process' | 'values' | 'roles'>): ContextRecipe {
  const n = (key: string): number | null => numberOf(v, key);
  const text = (key: string): string | null => (typeof v[key] === 'string' ? v[key] : null);
  return {
    tool: {
      ...tool,
      nozzleMm: n('nozzleDiameterMm') ?? 0,
      hotEndMaxC: n('hotEndMaxC'),
      catalogueFlowMm3PerS: n('catalogueFlowMm3PerS'),
    },
    material: {
      ...material,
      densityGPerCm3: n('densityGPerCm3') ?? 0,
      pricePerKg: n('pricePerKg') ?? 0,
      nozzleRangeC: rangeOf(v, 'nozzleRangeC'),
      bedRangeC: rangeOf(v, 'bedRangeC'),
    },
    process,
    flow: n('flow') ?? 1,
    values: v,
    roles,
    lay: meshLayOf(v, `${material.name}, ${process.name}, ${machine.name}`),
    lowestLayerTimeS: n('lowestLayerTimeS'),
    family: text('family'),
    enclosureNeed: text('enclosureNeed'),
    scalePercent: [n('scaleXPercent') ?? 100, n('scaleYPercent') ?? 100, n('scaleZPercent') ?? 100],
  };
}

/** The surroundings of a check; refused where the printer profile has no travel or an outline without corners, for nothing can be judged without. */
export function contextFrom(sources: ContextSources): Result<CheckContext> {
  const { machine, values: v, policy, job, mounted, loaded } = sources;
  const n = (key: string): number | null => numberOf(v, key);
  const [x, y, z] = [n('travelXMm'), n('travelYMm'), n('travelZMm')];
  if (x === null || y === null || z === null)
    return fail({
      code: 'noTravel',
      what: `The printer profile of ${machine.name} has no travel in X, Y and height`,
      todo: 'measure and enter it',
    });
  const motion = motionLimitsOf(v);
  if (v['bedShape'] === 'outline' && !motion.reads?.bedOutline)
    return fail({
      code: 'noOutline',
      what: `The printer profile of ${machine.name} says that its bed has an outline of its own, and none is there`,
      todo: 'enter its corners under Bed outline, or another bed shape',
    });
  return succeed({
    ...(sources.technology === 'resin' && { technology: 'resin' }),
    job: { ...job, provenOnly: policy.provenOnly.includes(job.class), purpose: job.purpose ?? null },
    policy: {
      ceilings: { ...noCeilings, ...policy.ceilings[job.class] },
      firstLayerMostMmPerS: policy.firstLayerMostMmPerS,
      mayStayUnproven: policy.mayStayUnproven[job.class] ?? {},
    },
    machine: {
      id: machine.id,
      name: machine.name,
      ...(machine.model && { model: machine.model }),
      travelMm: [x, y, z],
      ...((n('lowestXMm') || n('lowestYMm')) && { lowestMm: [n('lowestXMm') ?? 0, n('lowestYMm') ?? 0] }),
      motion,
      zonesMm: zonesOfValues(v),
      bedMaxC: n('bedMaxC'),
      fileNameLongest: n('fileNameLongest') ?? 255,
      fileNameSpaces: v['fileNameSpaces'] === true,
      ratePerHour: n('machineRatePerHour') ?? 0,
      ...(machine.pace && { pace: machine.pace }),
      heads: n('heads') ?? 1,
      isConnected: machine.isConnected,
      ...(sources.asKnown && { asKnown: sources.asKnown }),
      mounted,
      loaded,
    },
    recipe: recipeFrom(sources),
    proofs: sources.proofs,
    ...(sources.bodyTool && { bodyTool: sources.bodyTool }),
    ...(sources.heads &&
      sources.heads.length > 0 && {
        heads: sources.heads.map(({ tool, roles, mounted, loaded, proofs, ...of }) => ({
          tool,
          roles,
          mounted,
          loaded,
          proofs,
          recipe: recipeFrom({ ...sources, ...of, tool: of.toolProfile }),
        })),
      }),
  });
}
