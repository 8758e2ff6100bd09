import { array, boolean, mixed, number, object, string } from 'yup';
import { onOneLine } from '../../../core/formats/plainText.ts';
import { comparisons, type Comparison } from './bulk.ts';
import { isReason, reasonKinds } from './reasons.ts';
import type { ReasonKind } from './records.ts';

const key = /^[a-zA-Z0-9]{1,60}$/;
/** A map by setting key; values are judged by the catalogue in the use-case. */
const bySetting = <T>(isValue: (v: unknown) => v is T) =>
  mixed<Record<string, T>>(
    (raw): raw is Record<string, T> =>
      typeof raw === 'object' &&
      raw !== null &&
      !Array.isArray(raw) &&
      Object.keys(raw as object).length <= 300 &&
      Object.entries(raw as object).every(([k, v]) => key.test(k) && isValue(v)),
  );
const isValue = (v: unknown): v is number | string | boolean | number[] =>
  ['number', 'string', 'boolean'].includes(typeof v) ||
  (Array.isArray(v) && v.length <= 64 && v.every((x) => typeof x === 'number'));
const isTyped = (v: unknown): v is string | null => v === null || (typeof v === 'string' && v.length <= 5000);

export const nameSchema = string()
  .trim()
  .min(2, 'A name has at least two characters')
  .max(80, 'Keep the name below 80 characters')
  .test(onOneLine)
  .required('Give it a name');
export const copySchema = object({ name: nameSchema }).noUnknown().required();
export const draftSchema = object({ baseRevisionId: string().max(60).required(), typed: bySetting(isTyped).required() })
  .noUnknown()
  .required();
export const saveSchema = object({
  baseRevisionId: string().max(60).required(),
  own: bySetting(isValue).required(),
  reasons: bySetting(isReason).required(),
  message: string().trim().min(3, 'Say why in a few words').max(300).required('Say why in one line'),
  decided: array().of(string().max(60).required()),
  review: boolean(),
})
  .noUnknown()
  .required();
export const restoreSchema = object({ revisionId: string().max(60).required() })
  .noUnknown()
  .required();
export const decisionSchema = object({
  revisionId: string().max(60).required(),
  decision: string<'released' | 'returned'>().oneOf(['released', 'returned']).required(),
  comment: string().trim().min(3, 'Say why in a few words').max(500).required('Say why in one line'),
})
  .noUnknown()
  .required();
export const retireSchema = object({ retired: boolean().required(), why: string().trim().max(300).defined() })
  .noUnknown()
  .required();
export const findSchema = object({
  setting: string().max(60).required(),
  comparison: string<Comparison>()
    .oneOf([...comparisons])
    .required(),
  text: string().max(200).defined(),
})
  .noUnknown()
  .required();
export const bulkSchema = object({
  changes: array()
    .of(
      object({
        kind: string().max(20).required(),
        key: string().max(80).required(),
        setting: string().max(60).required(),
        text: string().max(5000).defined(),
      })
        .noUnknown()
        .required(),
    )
    .min(1, 'Choose at least one profile')
    .max(5000)
    .required(),
  message: string().trim().max(300).defined(),
  reason: string<ReasonKind>()
    .oneOf([...reasonKinds])
    .required(),
  write: boolean().required(),
})
  .noUnknown()
  .required()
  .test('why', 'Say why in one line', (v) => !v.write || v.message.length >= 3);
export const newProfileSchema = object({
  kind: string<'printer' | 'tool' | 'material' | 'process'>()
    .oneOf(['printer', 'tool', 'material', 'process'])
    .required(),
  technology: string<'filament' | 'resin'>().oneOf(['filament', 'resin']).required(),
  name: nameSchema,
  parentId: string().max(60).nullable().defined(),
  own: bySetting(isValue).required(),
})
  .noUnknown()
  .required();
export const aboutSchema = object({
  tags: array()
    .of(
      string()
        .trim()
        .min(2, 'A tag has at least two characters')
        .max(40)
        .matches(/^[^<>]*$/, 'A tag has no < or >')
        .required(),
    )
    .max(20, 'Twenty tags are enough')
    .required(),
  notes: string().max(5000).defined(),
})
  .noUnknown()
  .required();
/** Revisions that a change of many made, taken back together. */
export const takeBackManySchema = object({
  made: array()
    .of(
      object({ profileId: string().max(60).required(), number: number().integer().min(1).required() })
        .noUnknown()
        .required(),
    )
    .min(1)
    .max(20_000)
    .required(),
})
  .noUnknown()
  .required();
export const takeBackSchema = object({ number: number().integer().min(1).required() })
  .noUnknown()
  .required();
