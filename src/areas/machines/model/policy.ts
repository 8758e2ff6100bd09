import { array, boolean, mixed, object, string } from 'yup';
import type { JobClass } from '../../checks/model/sheet.ts';

/** What the farm has decided beside the machines: a lead changes it, with a reason, and every change is kept. */
export interface Policy {
  /** Days evidence of a kind of trial stays valid, where the farm wants other than the kind's own. */
  readonly validDays: Readonly<Record<string, number>>;
  /** Classes of job that may only be printed inside what is proven. */
  readonly provenOnly: readonly JobClass[];
  /** Whether a technician may accept a trial whose values lie inside hardware and supplier's ranges. */
  readonly technicianAccepts: boolean;
}
export interface PolicyPage {
  readonly policy: Policy;
  readonly changes: readonly { readonly byName: string; readonly at: string; readonly why: string }[];
}
export const jobClasses: readonly JobClass[] = ['customer part', 'in-house', 'lights-out'];
export const standardPolicy: Policy = {
  validDays: {},
  provenOnly: ['customer part', 'lights-out'],
  technicianAccepts: true,
};
const MOST_DAYS = 3650;

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
  technicianAccepts: boolean().required(),
  why: string().trim().min(5, 'Say why, in a few words').max(500).required(),
})
  .noUnknown()
  .required();
