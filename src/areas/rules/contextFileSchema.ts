import { array, lazy, mixed, number, object, string } from 'yup';
import type { AllowedRange, EvidenceState, PairingEntry, Proof } from '../library/model/records.ts';
import type { Values } from '../library/settings/define.ts';
import type { Pace } from '../machines/model/pace.ts';
import { machineStates } from '../machines/model/states.ts';
import { byClass, ceilingsSchema, exceptionsSchema, jobClasses } from '../machines/model/policy.ts';
import { purposes, type ContextSources } from './context.ts';
import { otherHeadRoles } from './recipeInput.ts';
import type { RecipeRole } from './recipeInput.ts';

/** What a file may say of its machine: as it stands here, or in the words of files. */
export const contextStates = [...machineStates, 'idle', 'not ready'] as const;
export const fileRoleNames = ['part body', ...otherHeadRoles] as const;
export const ends = ['failedBeyond', 'notTriedBeyond'] as const;
export const evidenceStates = ['proven', 'due', 'sister', 'unproven'] as const;
export const LONGEST_NAME = 120;
/** Mounts, slots and roles at the most, and proofs. */
export const MOST = 64;
export const MOST_PROOFS = 1000;

const text = string().min(1).max(LONGEST_NAME);
const figure = number().test(
  'finite',
  ({ path }) => `${path} is no figure`,
  (v: unknown) => v === undefined || v === null || Number.isFinite(v),
);
/** A job's surroundings as one file (docs/formats/context.md); whatever is left out takes its default. */
export interface ContextFile {
  readonly version?: 1;
  readonly technology?: 'filament' | 'resin';
  readonly machine?: {
    readonly name?: string;
    /** What programs call the printer. */
    readonly model?: string;
    /** What its prints took of the time worked out for them. */
    readonly pace?: Pace;
    /** Of the resin in its vat, as somebody measured it. */
    readonly resinC?: number;
    readonly inVatMl?: number;
    readonly values?: Values;
    readonly state?: (typeof contextStates)[number];
    readonly mounts?: readonly {
      readonly name?: string;
      readonly values?: Values;
      readonly slots?: readonly { readonly material: string; readonly lot?: string; readonly remainingG?: number }[];
    }[];
  };
  readonly process?: { readonly name?: string; readonly values?: Values };
  readonly materials?: Readonly<Record<string, { readonly name?: string; readonly values?: Values }>>;
  readonly roles?: readonly FileRole[];
  readonly proofs?: readonly FileProof[];
  readonly policy?: Partial<ContextSources['policy']>;
  readonly job?: Partial<ContextSources['job']>;
}
/** What one kind of body is printed with: mount and slot counted from 1; its values win over everything. */
export interface FileRole {
  readonly role: RecipeRole['role'];
  readonly mount?: number;
  readonly slot?: number;
  readonly material: string;
  readonly values?: Values;
}
export interface FileProof extends Pick<Proof, 'value'>, Pick<AllowedRange, 'min' | 'max'> {
  readonly mount?: number;
  readonly material?: string;
  readonly setting: string;
  readonly minEnd?: AllowedRange['minEnd'];
  readonly maxEnd?: AllowedRange['maxEnd'];
  readonly heldTo?: number;
  readonly state?: EvidenceState;
  readonly trial?: string;
  readonly because?: string;
  readonly daysLeft?: number;
  readonly conditions?: PairingEntry['conditions'];
}

/** Values by key; which keys and figures may stand there is asked of the catalogue. */
const values = mixed<Values>().test(
  'values',
  ({ path }) => `${path} must be one object of values by setting`,
  (v: unknown) => v === undefined || (typeof v === 'object' && v !== null && !Array.isArray(v)),
);
const material = object({ name: text, values }).noUnknown();
/** What may stand in such a file; which settings and figures is asked of the catalogue. */
export const contextFileSchema = object({
  version: number().oneOf([1]),
  technology: string().oneOf(['filament', 'resin']),
  machine: object({
    name: text,
    model: text,
    resinC: figure.min(0).max(80),
    inVatMl: figure.min(0).max(20_000),
    light: array().of(figure.moreThan(0).max(1000).required()).length(15, 'machine.light: fifteen figures'),
    pace: object({
      ratio: figure.positive().required(),
      low: figure.positive().required(),
      high: figure.positive().required(),
      prints: figure.integer().min(1).required(),
    })
      .noUnknown()
      .default(undefined),
    values,
    state: string().oneOf(contextStates),
    mounts: array()
      .of(
        object({
          name: text,
          values,
          slots: array()
            .of(object({ material: text.required(), lot: text, remainingG: figure.min(0) }).noUnknown())
            .max(MOST),
        }).noUnknown(),
      )
      .max(MOST),
  })
    .noUnknown()
    .default(undefined),
  process: object({ name: text, values }).noUnknown().default(undefined),
  materials: lazy((given: unknown) =>
    typeof given === 'object' && given !== null
      ? object(Object.fromEntries(Object.keys(given).map((key) => [key, material])))
      : object(),
  ),
  roles: array()
    .of(
      object({
        role: string().oneOf(fileRoleNames).required(),
        mount: figure.integer().min(1),
        slot: figure.integer().min(1),
        material: text.required(),
        values,
      }).noUnknown(),
    )
    .max(MOST),
  proofs: array()
    .of(
      object({
        mount: figure.integer().min(1),
        material: text,
        setting: text.required(),
        value: figure.required(),
        min: figure.required(),
        max: figure.required(),
        minEnd: string().oneOf(ends),
        maxEnd: string().oneOf(ends),
        heldTo: figure,
        state: string().oneOf(evidenceStates),
        trial: text,
        because: text,
        daysLeft: figure,
        conditions: object({
          nozzleC: figure,
          layerHeightMm: figure,
          resinC: figure,
          lot: text,
          light: array().of(figure.positive().required()).length(15, 'light: fifteen figures'),
          areaMm2: figure.positive(),
        })
          .noUnknown()
          .default(undefined),
      }).noUnknown(),
    )
    .max(MOST_PROOFS),
  policy: object({
    provenOnly: array().of(string().oneOf(jobClasses).required()),
    mayStayUnproven: byClass(exceptionsSchema).default(undefined),
    ceilings: byClass(ceilingsSchema).default(undefined),
    firstLayerMostMmPerS: figure.positive().nullable(),
  })
    .noUnknown()
    .default(undefined),
  job: object({
    class: string().oneOf(jobClasses),
    quantity: figure.integer().min(1),
    prints: figure.integer().min(1),
    purpose: string().oneOf(purposes).nullable(),
    fileName: string().min(1).max(255),
  })
    .noUnknown()
    .default(undefined),
})
  .noUnknown()
  .required();
