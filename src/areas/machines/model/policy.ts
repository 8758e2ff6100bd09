import { array, boolean, mixed, number, object, string, type ISchema } from 'yup';
import { findSetting } from '../../library/settings/catalogue.ts';

export type JobClass = 'customer part' | 'in-house' | 'lights-out';
/** What the farm's policy allows a job of this class; null where it says nothing. */
export interface Ceilings {
  readonly massG: number | null;
  readonly cost: number | null;
  readonly hours: number | null;
}

/** Characters that a reason may have. */
export const REASON_LENGTH = [5, 200] as const;
/** Reasons by setting. */
export type Exceptions = Readonly<Record<string, string>>;

/** What the farm has decided beside the machines: a lead changes it, with a reason, and every change is kept. */
export interface Policy {
  /** Days evidence of a kind of trial stays valid, where the farm wants other than the kind's own. */
  readonly validDays: Readonly<Record<string, number>>;
  /** Classes of job that may only be printed inside what is proven. */
  readonly provenOnly: readonly JobClass[];
  /** Settings that may stay unproven in such a class, each with the reason. */
  readonly mayStayUnproven: Readonly<Partial<Record<JobClass, Exceptions>>>;
  /** Whether a technician may accept a trial whose values lie inside hardware and supplier's ranges. */
  readonly technicianAccepts: boolean;
  /** Most a job of a class may weigh, cost and last; what is left out is not limited. */
  readonly ceilings: Readonly<Partial<Record<JobClass, Partial<Ceilings>>>>;
  /** No first layer is laid faster; null where the farm says nothing. */
  readonly firstLayerMostMmPerS: number | null;
}
export const noCeilings: Ceilings = { massG: null, cost: null, hours: null };
export interface PolicyPage {
  readonly policy: Policy;
  readonly changes: readonly { readonly byName: string; readonly at: string; readonly why: string }[];
}
export const jobClasses: readonly JobClass[] = ['customer part', 'in-house', 'lights-out'];
export const standardPolicy: Policy = {
  validDays: {},
  provenOnly: ['customer part', 'lights-out'],
  mayStayUnproven: {},
  technicianAccepts: true,
  ceilings: {},
  firstLayerMostMmPerS: null,
};
const MOST_DAYS = 3650;

const ceiling = (most: number) => number().moreThan(0).max(most).nullable();
export const ceilingsSchema = object({
  massG: ceiling(100_000),
  cost: ceiling(100_000),
  hours: ceiling(2000),
}).noUnknown();

export const exceptionsSchema = mixed<Exceptions>().test(
  'exceptions',
  `mayStayUnproven: a reason of ${REASON_LENGTH.join(' to ')} characters by setting that a trial proves`,
  (v: unknown) =>
    v === undefined ||
    (typeof v === 'object' &&
      v !== null &&
      !Array.isArray(v) &&
      Object.entries(v).every(
        ([key, why]) =>
          findSetting(key)?.provenBy !== undefined &&
          typeof why === 'string' &&
          why.trim().length >= REASON_LENGTH[0] &&
          why.length <= REASON_LENGTH[1],
      )),
);

/** One of each class of job, whichever are there. */
export const byClass = <S extends ISchema<unknown>>(of: S) =>
  object({ 'customer part': of, 'in-house': of, 'lights-out': of }).noUnknown();

export const policySchema = object({
  validDays: mixed<Readonly<Record<string, number>>>()
    .required()
    .test(
      'days',
      `validDays: whole days from 1 to ${MOST_DAYS} by kind of trial`,
      (v: unknown) =>
        typeof v === 'object' &&
        v !== null &&
        !Array.isArray(v) &&
        Object.keys(v).length <= 60 &&
        Object.entries(v).every(
          ([k, d]) =>
            /^[a-z-]{2,40}$/.test(k) && Number.isInteger(d) && (d as number) >= 1 && (d as number) <= MOST_DAYS,
        ),
    ),
  provenOnly: array()
    .of(
      string<JobClass>()
        .oneOf([...jobClasses])
        .required(),
    )
    .max(jobClasses.length)
    .required(),
  mayStayUnproven: byClass(exceptionsSchema).required(),
  technicianAccepts: boolean().required(),
  ceilings: byClass(ceilingsSchema.default(undefined).optional()).required(),
  firstLayerMostMmPerS: number().moreThan(0).max(1000).nullable().defined(),
  why: string().trim().min(5, 'Say why, in a few words').max(500).required(),
})
  .noUnknown()
  .required();
